import { RUNNING, type RunningState, type Temperature } from '../engine/index.ts';
import type { Belief } from './belief.ts';
import { type Catalogue, type CheckInstance, IMPLIED_CRANKS, IMPLIED_RUNS } from './catalogue/instances.ts';
import type { IsInfeasible } from './infeasible.ts';
import type { Network } from './network.ts';
import { HOT_MIN, maskCost, type Planner, STATE_MIN } from './planner.ts';
import { type Candidate, type Reports, withReports } from './reports.ts';
import { sameHeat } from './sameReading.ts';
import type { Active, Missing, Roads, SearchStart } from './search.ts';
import type { StandingReading } from './standing.ts';

/** What stands open and warm on the bench right now. */
export interface Situation {
  readonly open: ReadonlySet<string>;
  readonly hot: boolean;
  /** It has run in this job: a cold reading would mean waiting. */
  readonly hasRun: boolean;
  readonly repaired: boolean;
  /** The battery was charged in this job. */
  readonly charged: boolean;
  /** What was set in this job, as the checks that measure it. */
  readonly adjusted: ReadonlySet<string>;
  /** It stopped dead and nobody has had the plugs out since. */
  readonly crankingUnsafe: boolean;
  /** Checks that the complaint asks for before the engine is turned at all, and nobody has made yet. */
  readonly lookFirst: readonly string[];
  readonly lastCylinder: number | null;
  /** It was brought in because it does not run, and has not run or been repaired since. */
  readonly doesNotRun: boolean;
  /** Checks the house makes only once another was made on that side. */
  readonly after: ReadonlyMap<string, string>;
  readonly readings: readonly StandingReading[];
  /** Symptoms that would say no more if a run showed them again. */
  readonly told: ReadonlySet<string>;
  readonly epoch: number;
  /** What was tried and cannot be made. */
  readonly isInfeasible: IsInfeasible;
}

/** One round of planning: what is believed and how the bench stands. */
export interface Round {
  readonly catalogue: Catalogue;
  readonly network: Network;
  readonly belief: Belief;
  readonly planner: Planner;
  readonly situation: Situation;
  /** The readings of the situation by the key of what they were made on. */
  readonly readOn: ReadonlyMap<string, readonly StandingReading[]>;
  readonly missing: Missing;
  readonly roads: Roads;
  readonly start: SearchStart;
}

/** Mass of the active sets on each row of a variable that any of them stands on: all that the check can tell apart. */
interface RowMass {
  readonly rows: Int32Array;
  readonly masses: Float64Array;
}

/** @param on zero for every row, and so again afterwards */
function rowMassOf({ network, belief }: Round, key: string, { sets, masses }: Active, on: Float64Array): RowMass {
  const { all, layout, whole } = belief.now;
  const { setRow, furtherRow, stateless } = network.placed(key, layout);
  const { furtherFrom, space } = layout;
  const rows: number[] = [];
  const put = (row: number, mass: number) => {
    if (on[row] === 0) rows.push(row);
    on[row]! += mass;
  };
  for (let k = 0; k < sets.length; k++) {
    const i = sets[k]!;
    if (stateless) {
      put(setRow[i]!, masses[k]!);
      continue;
    }
    if (all[i]! > 0) put(setRow[i]!, all[i]! / whole);
    for (let at = furtherFrom[i]!; at < furtherFrom[i + 1]!; at++)
      if (all[space.count + at]! > 0) put(furtherRow[at]!, all[space.count + at]! / whole);
  }
  const out = { rows: Int32Array.from(rows), masses: Float64Array.from(rows, (row) => on[row]!) };
  for (const row of rows) on[row] = 0;
  return out;
}

/** An outcome likelier than this is known beforehand; said by the record where the chance of any other was so many times larger before a word was said. */
const KNOWN = 0.97;
const SAID = 3;

const byReport = (reports: Reports, chanceOf: (ratio: Float64Array) => number): { most: number; whole: number } => {
  let whole = 0;
  let most = 0;
  for (const { ratio } of reports) {
    const chance = chanceOf(ratio);
    whole += chance;
    most = Math.max(most, chance);
  }
  return { most, whole };
};

const otherThanLikeliest = ({ most, whole }: { most: number; whole: number }): number =>
  whole > 0 ? 1 - most / whole : 0;

/** The set of no faults comes first in every space. */
const NOTHING_WRONG = 0;

/** Chance that it says anything but its likeliest of a machine with nothing wrong: said by nothing, it is no news. */
const byNothing = (setRow: Int32Array, reports: Reports): number =>
  otherThanLikeliest(byReport(reports, (ratio) => ratio[setRow[NOTHING_WRONG]!]!));

/** Of each job and check, the chance that it says anything but its likeliest before a complaint was made. */
const unsaidOf = new WeakMap<Planner, Map<string, number>>();

function unsaid({ network, planner }: Round, { instance, state, temperature, reports }: Candidate): number {
  const kept = unsaidOf.get(planner) ?? new Map<string, number>();
  unsaidOf.set(planner, kept);
  const key = `${instance.key}|${state}|${temperature}`;
  let found = kept.get(key);
  if (found === undefined) {
    const { setRow, furtherRow } = network.placed(instance.key, network.layout);
    const { prior, space } = network;
    const said = byReport(reports, (ratio) => {
      let chance = 0;
      for (let i = 0; i < space.count; i++) chance += prior[i]! * ratio[setRow[i]!]!;
      for (let i = space.count; i < prior.length; i++) chance += prior[i]! * ratio[furtherRow[i - space.count]!]!;
      return chance;
    });
    found = Math.max(0, otherThanLikeliest(said) - byNothing(setRow, reports));
    kept.set(key, found);
  }
  return found;
}

/** Whether complaint, readings or state have said already what a check would say. */
export const isAnswered = (round: Round, candidate: Candidate, { otherwise }: Telling): boolean =>
  otherwise < 1 - KNOWN && SAID * otherwise < unsaid(round, candidate);

/** What a check would tell. */
export interface Telling {
  /** How far it is expected to move belief: half the sum of changes, 0 (it tells nothing) .. 1. */
  readonly moved: number;
  /** Chance that something that is wrong makes it say anything but its likeliest. */
  readonly otherwise: number;
}

/** What each check would tell over the sets. No search can be shortened by more than its length times what it moves, confirming apart. */
export function tellingOf(round: Round, active: Active): (candidate: Candidate) => Telling {
  // One check in several states sees the same rows.
  const seen = new Map<string, RowMass>();
  const kept = new Map<Candidate, Telling>();
  let scratch = new Float64Array(0);
  const worked = ({ instance, reports }: Candidate): Telling => {
    let on = seen.get(instance.key);
    if (!on) {
      const { rows } = round.network.placed(instance.key, round.belief.now.layout).variable;
      if (scratch.length < rows) scratch = new Float64Array(rows);
      on = rowMassOf(round, instance.key, active, scratch);
      seen.set(instance.key, on);
    }
    const { rows, masses } = on;
    let whole = 0;
    for (let k = 0; k < masses.length; k++) whole += masses[k]!;
    let moved = 0;
    const said = byReport(reports, (ratio) => {
      let chance = 0;
      for (let k = 0; k < rows.length; k++) chance += masses[k]! * ratio[rows[k]!]!;
      const share = chance / whole;
      for (let k = 0; k < rows.length; k++) moved += masses[k]! * Math.abs(ratio[rows[k]!]! - share);
      return chance;
    });
    const { setRow } = round.network.placed(instance.key, round.belief.now.layout);
    return {
      moved: moved / (2 * whole),
      otherwise: Math.max(0, otherThanLikeliest(said) - byNothing(setRow, reports)),
    };
  };
  return (candidate) => {
    let telling = kept.get(candidate);
    if (!telling) {
      telling = worked(candidate);
      kept.set(candidate, telling);
    }
    return telling;
  };
}

/** P(the engine can be brought into that state at all), over the sets that matter. */
function feasible(network: Network, belief: Belief, { sets }: Active, state: RunningState): number {
  const key = state === 'cranking' ? IMPLIED_CRANKS : RUNNING.includes(state) ? IMPLIED_RUNS : null;
  if (key === null) return 1;
  const { all, layout } = belief.now;
  const { variable, setRow, furtherRow } = network.placed(key, layout);
  const figures = variable.table({ state, temperature: null });
  const { furtherFrom, space } = layout;
  let able = 0;
  let whole = 0;
  const add = (mass: number, row: number) => {
    able += mass * figures[row * variable.width]!;
    whole += mass;
  };
  for (const i of sets) {
    add(all[i]!, setRow[i]!);
    for (let at = furtherFrom[i]!; at < furtherFrom[i + 1]!; at++) add(all[space.count + at]!, furtherRow[at]!);
  }
  return whole > 0 ? able / whole : 0;
}

/** Whether a reading of some check was made in that state and heat. */
export const readAt = ({ reading }: StandingReading, state: RunningState, temperature: Temperature | null) =>
  reading.condition === state && sameHeat(reading.temperature, temperature);

export function makeCandidate(
  { planner, start, situation }: Round,
  instance: CheckInstance,
  state: RunningState,
  mask: number,
  temperature: Temperature | null,
): Omit<Candidate, 'reports'> {
  return {
    instance,
    state,
    temperature,
    at: {
      state,
      temperature,
      ...(situation.charged ? { charged: true as const } : {}),
      ...(situation.adjusted.has(instance.key) ? { adjusted: true as const } : {}),
    },
    mask,
    minutes: minutesFrom(planner, start, { instance, state, mask, temperature }),
  };
}

/** Hands-on minutes of a check with that much open and that warm: itself, its state, what is still to be opened and closed, and heat [min]. */
export const minutesFrom = (
  planner: Planner,
  from: Pick<SearchStart, 'mask' | 'hot'>,
  { instance, state, mask, temperature }: Pick<Candidate, 'instance' | 'state' | 'mask' | 'temperature'>,
): number =>
  instance.check.minutes +
  (STATE_MIN[state] ?? 0) +
  maskCost(planner, mask & ~from.mask) +
  (temperature === 'hot' && !from.hot ? HOT_MIN : 0);

/** The engine is neither cranked nor run as things stand. */
export const mustNotTurn = ({ crankingUnsafe, lookFirst }: Pick<Situation, 'crankingUnsafe' | 'lookFirst'>): boolean =>
  crankingUnsafe || lookFirst.length > 0;

/** Why a check cannot be offered in a state and heat as things stand. */
export type Withheld = 'unsafe' | 'waits' | 'not-reached' | 'cannot-be-made';

/** What keeps a check from being offered in a state and heat; null where nothing does. */
export function withheldBy(
  { network, belief, situation }: Round,
  active: Active,
): (instance: CheckInstance, state: RunningState, temperature: Temperature | null) => Withheld | null {
  const chances = new Map<RunningState, number>();
  const possible = (state: RunningState) => {
    if (situation.doesNotRun && RUNNING.includes(state)) return false;
    if (!chances.has(state)) chances.set(state, feasible(network, belief, active, state));
    return chances.get(state)! >= 0.5;
  };
  return (instance, state, temperature) => {
    const runs = RUNNING.includes(state);
    const heats = temperature === 'hot';
    if ((heats || runs || state === 'cranking') && mustNotTurn(situation)) return 'unsafe';
    if (waitsForAnother(instance, situation)) return 'waits';
    if ((instance.check.impliesState || runs) && !possible(state)) return 'not-reached';
    if (heats && !possible('idle')) return 'not-reached';
    return isInfeasibleIn(situation, instance, state, temperature) ? 'cannot-be-made' : null;
  };
}

/** Every check that can be made now, in every state it is worth making in. */
export function candidatesOf(round: Round, active: Active, again: string | null): Candidate[] {
  const { planner, situation, readOn } = round;
  const withheld = withheldBy(round, active);
  const out: Candidate[] = [];
  for (const { instance, state, mask } of planner.candidates)
    for (const temperature of temperaturesFor(instance, situation)) {
      if (withheld(instance, state, temperature) !== null) continue;
      const read = readOn.get(instance.key)?.some((r) => r.epoch === situation.epoch && readAt(r, state, temperature));
      if (!read || instance.key === again) out.push(candidateIn(round, instance, state, mask, temperature));
    }
  return out;
}

/** Whether that cannot be made as things stand. What does not idle is not brought to heat either; what is hot already is. */
export const isInfeasibleIn = (
  { isInfeasible, hot }: Pick<Situation, 'isInfeasible' | 'hot'>,
  instance: Pick<CheckInstance, 'check' | 'cylinder'>,
  state: RunningState,
  temperature: Temperature | null,
): boolean =>
  isInfeasible(instance, state, temperature) || (temperature === 'hot' && !hot && isInfeasible(instance, 'idle', null));

/** A check in a state and heat, with what it could still tell. */
export const candidateIn = (
  round: Round,
  instance: CheckInstance,
  state: RunningState,
  mask: number,
  temperature: Temperature | null,
): Candidate =>
  withoutTold(
    withReports(round.network, round.belief, makeCandidate(round, instance, state, mask, temperature)),
    round.situation,
  );

/** What was told already is no report to hope for. */
const withoutTold = (candidate: Candidate, { told }: Situation): Candidate =>
  candidate.instance.check.takesSymptoms && told.size > 0
    ? {
        ...candidate,
        reports: candidate.reports.filter((r) => !Object.keys(r.weights).every((part) => told.has(part))),
      }
    : candidate;

function waitsForAnother({ check, cylinder }: CheckInstance, { after, readings }: Situation): boolean {
  const first = after.get(check.id);
  return first !== undefined && !readings.some((r) => r.reading.check === first && r.reading.cylinder === cylinder);
}

/** In which heat a check is offered as things stand: what is hot stays so, what ran is no longer cold. */
export function temperaturesFor({ check }: CheckInstance, { hot, hasRun }: Situation): (Temperature | null)[] {
  if (!check.temperatures.includes('hot')) return [null];
  return hot ? ['hot'] : [hasRun ? null : 'cold', 'hot'];
}
