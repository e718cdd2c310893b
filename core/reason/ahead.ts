import { instanceKey } from '../machine/key.ts';
import type { Belief } from './belief.ts';
import { makeCandidate, minutesFrom, type Round, type Situation } from './candidates.ts';
import type { Catalogue } from './catalogue/instances.ts';
import type { Network } from './network.ts';
import { consider, type NextCheck } from './plan.ts';
import type { Planner } from './planner.ts';
import { type Candidate, withReports } from './reports.ts';
import { type Active, expectedSearch, likeliest, type SearchStart } from './search.ts';
import { afterReport, likeliestReports, startAfter, weighedMass } from './worth.ts';

/** So many checks are tried as the second step. */
const SECONDS = 10;
/** Second steps are told apart on the likeliest sets alone. */
const TOLD_APART_ON = 250;
/** A report rarer than this is not followed. */
const FOLLOWED = 0.03;

/** What a check could say, set by set: the likelihood of each report, states averaged as they are believed now. */
interface Told {
  readonly candidate: Candidate;
  readonly reports: readonly {
    readonly weights: Candidate['reports'][number]['weights'];
    readonly ratio: Float64Array;
  }[];
}

/**
 * Minutes that the best check after each outcome of `first` saves besides, on average [min]. Conditions are averaged as they are believed before the
 * first: exact but for what the first says of a condition and the second asks of it again.
 * @param seconds checks to be tried as the second step
 * @see Heckerman, Breese & Rommelse, CACM 38(3), 1995 (why one step is usually enough)
 */
export function savedAfter(round: Round, first: Candidate, seconds: readonly Candidate[], wide: Active): number {
  const { catalogue, planner } = round;
  const active = likeliest(wide, TOLD_APART_ON);
  const faults = catalogue.faults.length;
  const then = seconds
    .filter((second) => second.instance.key !== first.instance.key)
    .slice(0, SECONDS)
    .map((second) => toldBy(round, second, active));
  const from = startAfter(round, first);
  const posterior = new Float64Array(active.sets.length);
  const scratch = new Float64Array(active.sets.length);
  let whole = 0;
  let saved = 0;
  for (const { weights, ratio } of likeliestReports(round, first, active, scratch)) {
    const chance = weighedMass(round, first, ratio, active, posterior);
    whole += chance;
    if (chance < FOLLOWED) continue;
    const left = afterReport(round, round, first, weights);
    const now = expectedSearch(planner, left.roads, posterior, active, faults, from).minutes;
    let best = 0;
    for (const second of then)
      best = Math.max(best, savedThen(round, second, left, posterior, chance, active, now, from));
    saved += chance * best;
  }
  return whole > 0 ? saved / whole : 0;
}

function toldBy(round: Round, candidate: Candidate, active: Active): Told {
  const scratch = new Float64Array(active.sets.length);
  return {
    candidate,
    reports: likeliestReports(round, candidate, active, scratch).map(({ weights, ratio }) => {
      const perSet = new Float64Array(active.sets.length);
      weighedMass(round, candidate, ratio, active, perSet);
      for (let k = 0; k < perSet.length; k++) perSet[k]! /= active.masses[k]!;
      return { weights, ratio: perSet };
    }),
  };
}

/** Minutes saved by the second check once the first has spoken, net of its own [min]. */
function savedThen(
  round: Round,
  { candidate, reports }: Told,
  left: Pick<Round, 'missing' | 'roads'>,
  masses: Float64Array,
  whole: number,
  active: Active,
  now: number,
  from: SearchStart,
): number {
  const { catalogue, planner } = round;
  const minutes = minutesFrom(planner, from, candidate);
  // It cannot save more than the whole search.
  if (minutes >= now) return 0;
  const after = startAfter({ ...round, start: from }, candidate);
  const posterior = new Float64Array(masses.length);
  let expected = 0;
  let seen = 0;
  for (const { weights, ratio } of reports) {
    let chance = 0;
    for (let k = 0; k < masses.length; k++) {
      posterior[k] = masses[k]! * ratio[k]!;
      chance += posterior[k]!;
    }
    if (chance < FOLLOWED * whole) continue;
    const { roads } = afterReport(round, left, candidate, weights);
    expected += chance * expectedSearch(planner, roads, posterior, active, catalogue.faults.length, after).minutes;
    seen += chance;
  }
  return seen > 0 ? now - expected / seen - minutes : 0;
}

/** So many of the best by one step are followed by a second. */
const FIRSTS = 5;
/** One by two steps comes before a better by one for so many minutes at least: what stands at the top is not changed for less [min]. */
const WORTH_A_CHANGE_MIN = 1;

/**
 * The same checks, the best few of them by two steps: what a check saves, and what the best check after each of its outcomes would save besides. What
 * two-step finds no better stays as it is.
 * @param next in the order of one step, without what is put first for another reason than its minutes
 */
export function lookAhead(
  catalogue: Catalogue,
  network: Network,
  belief: Belief,
  planner: Planner,
  situation: Situation,
  next: readonly NextCheck[],
): readonly NextCheck[] {
  if (next.length < 2) return next;
  const { round, wide, ranked } = consider(catalogue, network, belief, planner, situation, null);
  const seconds = ranked.map(({ candidate }) => candidate);
  const valued = next.slice(0, FIRSTS).map((entry) => {
    const candidate = candidateOf(round, entry);
    return { entry, value: entry.minutesSaved + (candidate ? savedAfter(round, candidate, seconds, wide) : 0) };
  });
  const [first, ...others] = valued as [Valued, ...Valued[]];
  const best = others.reduce((a, b) => (b.value > a.value ? b : a), first);
  return best.value > first.value + WORTH_A_CHANGE_MIN && best.entry.minutesSaved > 0
    ? [best.entry, ...next.filter((entry) => entry !== best.entry)]
    : next;
}

interface Valued {
  readonly entry: NextCheck;
  readonly value: number;
}

function candidateOf(round: Round, { check, cylinder, condition, temperature }: NextCheck): Candidate | null {
  const key = instanceKey(check, cylinder);
  const known =
    round.planner.candidates.find((c) => c.instance.key === key) ??
    round.planner.probes.find((p) => p.instance.key === key);
  if (!known) return null;
  const made = makeCandidate(round, known.instance, condition, known.mask, temperature);
  return withReports(round.network, round.belief, made);
}
