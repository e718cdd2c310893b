import type { RunningState, Temperature } from '../engine/index.ts';
import type { Belief } from './belief.ts';
import {
  candidateIn,
  isAnswered,
  type Round,
  readAt,
  type Situation,
  tellingOf,
  type Withheld,
  withheldBy,
} from './candidates.ts';
import type { Catalogue, CheckInstance } from './catalogue/instances.ts';
import { faultChances } from './faultChances.ts';
import type { Network } from './network.ts';
import { PARTS_NOTHING, roundOf, TOLD_APART_ON } from './plan.ts';
import { maskCost, type Planner, STATE_MIN } from './planner.ts';
import { proofsOf } from './proofs.ts';
import type { Candidate } from './reports.ts';
import { type Active, expectedSearch, likeliest, massOfFaults } from './search.ts';
import type { Weights } from './shape.ts';
import { afterReport, savedBy, startAfter, weighedMass } from './worth.ts';

/** Why a check stands on no list. */
export type NotListed = Withheld | 'read' | 'answered' | 'parts-nothing' | 'worth-less';

/** What a check could say, and what would then be believed and be left to do. */
export interface WeighedReport {
  /** By place and outcome, as a reading has them. */
  readonly says: Weights;
  readonly chance: number;
  /** Minutes of search ahead then [min]. */
  readonly searchMin: number;
  /** The fault it would prove, or null. */
  readonly proves: string | null;
  /** The likeliest then, with what is believed of each now. */
  readonly first: readonly { readonly fault: string; readonly p: number; readonly before: number }[];
}

/** What a check is worth as the bench stands. */
export interface WeighedCheck {
  readonly minutes: {
    readonly handsOn: number;
    /** To bring the engine to the state, and to heat [min]. */
    readonly state: number;
    /** To open, and to close again [min]. */
    readonly access: number;
  };
  /** Minutes of search ahead now, and on average after it [min]. */
  readonly searchMin: number;
  readonly afterMin: number;
  /** The likeliest first. */
  readonly reports: readonly WeighedReport[];
  /** Null where it may well be listed. */
  readonly notListed: NotListed | null;
}

/** Reports rarer than this are left out, and of the rest so many told. */
const RARE = 0.01;
const REPORTS_TOLD = 5;
const SUSPECTS_TOLD = 2;

/**
 * What each answer of a check would do, and why it is not among the next: any check of this engine can be asked about.
 * @param mask what it needs open, as bits of the planner
 */
export function weighCheck(
  catalogue: Catalogue,
  network: Network,
  belief: Belief,
  planner: Planner,
  situation: Situation,
  asked: { readonly instance: CheckInstance; readonly state: RunningState; readonly temperature: Temperature | null },
  mask: number,
): WeighedCheck {
  const { round, wide, search } = roundOf(catalogue, network, belief, planner, situation);
  const { instance, state, temperature } = asked;
  const candidate = candidateIn(round, instance, state, mask, temperature);
  const saved = savedBy(round, candidate, wide, search.minutes);
  const handsOn = instance.check.minutes;
  const access = maskCost(planner, mask & ~round.start.mask);
  return {
    minutes: { handsOn, access, state: Math.max(STATE_MIN[state] ?? 0, candidate.minutes - handsOn - access) },
    searchMin: search.minutes,
    afterMin: search.minutes - saved - candidate.minutes,
    reports: reportsOf(round, candidate, wide),
    notListed: notListed(round, candidate, wide),
  };
}

function notListed(round: Round, candidate: Candidate, wide: Active): NotListed | null {
  const { situation, readOn } = round;
  const { instance, state, temperature } = candidate;
  const withheld = withheldBy(round, wide)(instance, state, temperature);
  if (withheld !== null) return withheld;
  if (readOn.get(instance.key)?.some((r) => r.epoch === situation.epoch && readAt(r, state, temperature)))
    return 'read';
  if (proofsOf(round).has(instance.key)) return 'worth-less';
  const telling = tellingOf(round, likeliest(wide, TOLD_APART_ON))(candidate);
  if (telling.moved < PARTS_NOTHING) return 'parts-nothing';
  return isAnswered(round, candidate, telling) ? 'answered' : 'worth-less';
}

function reportsOf(round: Round, candidate: Candidate, wide: Active): WeighedReport[] {
  const { catalogue, belief, planner } = round;
  const faults = catalogue.faults.length;
  const before = faultChances(catalogue, belief);
  const from = startAfter(round, candidate);
  const posterior = new Float64Array(wide.sets.length);
  const out: WeighedReport[] = [];
  let whole = 0;
  for (const { weights, ratio } of candidate.reports) {
    const chance = weighedMass(round, candidate, ratio, wide, posterior);
    whole += chance;
    if (chance < RARE) continue;
    const after = afterReport(round, round, candidate, weights);
    const { mass } = massOfFaults(posterior, wide.members, faults);
    const proven = planner.routes
      .filter((_, r) => after.missing[r]!.length === 0 && round.missing[r]!.length > 0)
      .map(({ fault }) => fault)
      .sort((a, b) => mass[b]! - mass[a]!)[0];
    const first = Array.from(mass.keys())
      .sort((a, b) => mass[b]! - mass[a]!)
      .slice(0, SUSPECTS_TOLD)
      .filter((f) => mass[f]! > RARE * chance)
      .map((f) => ({ fault: catalogue.faults[f]!.key, p: mass[f]! / chance, before: before[f]! }));
    out.push({
      says: weights,
      chance,
      searchMin: expectedSearch(planner, after.roads, posterior, wide, faults, from).minutes,
      proves: proven !== undefined && mass[proven]! > 0.5 * chance ? catalogue.faults[proven]!.key : null,
      first,
    });
  }
  return out
    .map((report) => ({ ...report, chance: report.chance / whole }))
    .sort((a, b) => b.chance - a.chance)
    .slice(0, REPORTS_TOLD);
}
