import { holds } from '../faults/index.ts';
import type { Round } from './candidates.ts';
import { openAfter, runsFor } from './planner.ts';
import { type Candidate, MOST_REPORTS, type Reports } from './reports.ts';
import { type Active, expectedSearch, roadsAfter, type SearchStart } from './search.ts';
import type { Weights } from './shape.ts';

/** The bench once a check was made: what stands open then, and whether it is hot. */
export function startAfter({ planner, start }: Round, { mask, state, temperature }: Candidate): SearchStart {
  const heats = temperature === 'hot' && !start.hot;
  return {
    ...start,
    mask: openAfter(planner, start.mask | mask, runsFor(state, heats)),
    hot: start.hot || heats,
  };
}

/** Mass of each active set after a report, not normalised, into `out`; and what it adds up to. */
export function weighedMass(
  { network, belief }: Round,
  { instance }: Candidate,
  ratio: Float64Array,
  { sets, masses }: Active,
  out: Float64Array,
): number {
  const { all, layout, whole } = belief.now;
  const { setRow, furtherRow, stateless } = network.placed(instance.key, layout);
  const { furtherFrom, space } = layout;
  let chance = 0;
  for (let k = 0; k < sets.length; k++) {
    const i = sets[k]!;
    let mass = 0;
    // Where no state touches this check, it sees the set as a whole.
    if (stateless) mass = masses[k]! * ratio[setRow[i]!]!;
    else {
      mass = all[i]! * ratio[setRow[i]!]!;
      for (let at = furtherFrom[i]!; at < furtherFrom[i + 1]!; at++)
        mass += all[space.count + at]! * ratio[furtherRow[at]!]!;
      mass /= whole;
    }
    out[k] = mass;
    chance += mass;
  }
  return chance;
}

/** A report as rare as this changes no average by a tenth of a minute. */
const RARE = 0.001;

export function likeliestReports(round: Round, candidate: Candidate, active: Active, scratch: Float64Array): Reports {
  const { reports } = candidate;
  if (reports.length <= MOST_REPORTS) return reports;
  const chances = new Map(reports.map((r) => [r, weighedMass(round, candidate, r.ratio, active, scratch)]));
  return [...reports].sort((a, b) => chances.get(b)! - chances.get(a)!).slice(0, MOST_REPORTS);
}

/** Minutes of search saved on average by a check, net of its own [min]. */
export function savedBy(round: Round, candidate: Candidate, active: Active, now: number): number {
  const { catalogue, planner } = round;
  const from = startAfter(round, candidate);
  const posterior = new Float64Array(active.sets.length);
  let whole = 0;
  for (let k = 0; k < active.masses.length; k++) whole += active.masses[k]!;
  let expected = 0;
  let seen = 0;
  for (const { weights, ratio } of likeliestReports(round, candidate, active, posterior)) {
    const chance = weighedMass(round, candidate, ratio, active, posterior);
    if (chance < RARE * whole) continue;
    const after = afterReport(round, round, candidate, weights).roads;
    expected += chance * expectedSearch(planner, after, posterior, active, catalogue.faults.length, from).minutes;
    seen += chance;
  }
  return seen > 0 ? now - expected / seen - candidate.minutes : -candidate.minutes;
}

/** What is missing still, and the roads still to be gone, once the candidate has reported `weights`. */
export function afterReport(
  { planner, start }: Round,
  { missing, roads }: Pick<Round, 'missing' | 'roads'>,
  { instance, state, temperature }: Candidate,
  weights: Weights,
): Pick<Round, 'missing' | 'roads'> {
  const changed: number[] = [];
  const after = [...missing];
  for (const r of planner.routesOf.get(instance.key) ?? []) {
    const route = planner.routes[r]!;
    const met = route.needs.filter(
      ({ probe, need }) =>
        planner.probes[probe]!.instance.key === instance.key &&
        holds(need.when, state, temperature) &&
        need.outcomes.some(
          (o) => (weights[(need.part ?? '').replace('[c]', String(route.faultCylinder))]?.[o] ?? 0) > 0,
        ),
    );
    if (!met.some(({ probe }) => missing[r]!.includes(probe))) continue;
    after[r] = missing[r]!.filter((index) => !met.some(({ probe }) => probe === index));
    changed.push(r);
  }
  return changed.length === 0
    ? { missing, roads }
    : { missing: after, roads: roadsAfter(planner, roads, after, changed, start) };
}
