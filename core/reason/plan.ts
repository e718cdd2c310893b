import { accessChain, accessOf, type CheckDefinition } from '../checks/index.ts';
import { RUNNING, type RunningState, type Temperature } from '../engine/index.ts';
import { holds, type Need } from '../faults/index.ts';
import type { Symptom } from '../symptoms.ts';
import { type Belief, marginals } from './belief.ts';
import { groupLikelihood, withReading } from './evidence.ts';
import {
  AS_COMPLAINED,
  type Catalogue,
  type CheckInstance,
  IMPLIED_CRANKS,
  IMPLIED_RUNS,
  instanceKey,
  symptomChance,
} from './fromCatalogue.ts';
import type { At, Network } from './network.ts';
import { meets, neededOn, type StandingReading } from './settle.ts';
import { membersOf } from './space.ts';

/** The search is capped here: "stop and talk to the customer" [brief value, a house rule]. */
export const SEARCH_CAP_MIN = 200;
/** Minutes to bring the engine into a state [P]. */
const STATE_MIN: Partial<Record<RunningState, number>> = { idle: 1, 'half-speed': 1, 'full-speed': 1, loaded: 3 };
/** Minutes to get it hot once; kept for about twenty [P]. */
const HOT_MIN = 17;
/** Faults below this take no part in the order of the search. */
const LIVE = 0.004;
/** Sets below this take no part in the ranking; the belief shown is exact all the same. */
const NEGLIGIBLE = 1e-4;
const SCREENED_SETS = 150;
const RANKED_CHECKS = 16;
/** A check must be worth this, or this share of the search still ahead. */
const WORTH_MIN = 1;
const WORTH_SHARE = 0.05;

/** What stands open and warm on the bench right now. */
export interface Situation {
  readonly open: ReadonlySet<string>;
  readonly hot: boolean;
  /** It has run in this job: a cold reading would mean waiting. */
  readonly hasRun: boolean;
  readonly repaired: boolean;
  /** It stopped dead and nobody has had the plugs out since. */
  readonly crankingUnsafe: boolean;
  readonly lastCylinder: number | null;
  /** Instruments the shop does not own: checks that need one are left out. */
  readonly lacking: ReadonlySet<string>;
  readonly readings: readonly StandingReading[];
  readonly epoch: number;
}

export type Why =
  | { readonly code: 'side' }
  | { readonly code: 'splits'; readonly a: string; readonly b: string; readonly pA: number; readonly pB: number }
  | { readonly code: 'settles'; readonly fault: string; readonly p: number }
  | { readonly code: 'clears'; readonly fault: string; readonly p: number }
  | { readonly code: 'again' }
  | { readonly code: 'makes-safe' }
  | { readonly code: 'retest'; readonly repair: string | null };

export interface NextCheck {
  readonly check: string;
  readonly cylinder: number | null;
  readonly condition: RunningState;
  readonly temperature: Temperature | null;
  /** Hands-on minutes, with access not yet open, closing it again, and the state [min]. */
  readonly minutes: number;
  /** Bench minutes saved on average, net of its own [min]. */
  readonly minutesSaved: number;
  readonly opens: readonly string[];
  readonly why: Why;
}

export interface Plan {
  /** Minutes of search still ahead on average [min]. */
  readonly expectedSearchMin: number;
  readonly next: readonly NextCheck[];
  /** True when no check is worth its minutes and `next` is simply the order that settles. Else the worthy ones, then what would settle the first suspect. */
  readonly settlingOrder: boolean;
}

interface Probe {
  readonly instance: CheckInstance;
  readonly state: RunningState;
  readonly hot: boolean;
  readonly minutes: number;
  readonly mask: number;
}

interface RouteNeed {
  readonly probe: number;
  readonly need: Need;
  readonly target: number | null;
}

interface Route {
  readonly fault: number;
  readonly faultCylinder: number | null;
  readonly needs: readonly RouteNeed[];
  /** P(every finding is as needed | the fault alone): a settling check can lie. */
  readonly efficacy: number;
}

/** What does not change between readings: probes, routes, access bits. */
export interface Planner {
  readonly probes: readonly Probe[];
  readonly routes: readonly Route[];
  readonly accessKeys: readonly string[];
  /** Open and close minutes of each access key. */
  readonly accessMin: readonly number[];
  readonly candidates: readonly {
    readonly instance: CheckInstance;
    readonly state: RunningState;
    readonly mask: number;
  }[];
  readonly explains: Uint8Array;
}

/** Minutes to open and close again what `mask` names. */
function maskCost({ accessMin }: Pick<Planner, 'accessMin'>, mask: number): number {
  let sum = 0;
  for (let bit = 0; mask >> bit; bit++) if ((mask >> bit) & 1) sum += accessMin[bit]!;
  return sum;
}

/** Everything that must be open for a check, cylinders filled in; a check of the whole machine opens both sides. */
export function accessKeysFor(
  check: Pick<CheckDefinition, 'access' | 'scope'>,
  cylinder: number | null,
  cylinders: readonly number[],
): string[] {
  const sides =
    check.scope === 'cylinder' ? [cylinder] : check.access.some((id) => id.includes('[c]')) ? cylinders : [null];
  return [...new Set(sides.flatMap((side) => accessChain(check.access, side)))];
}

/** Prepares the plan for one engine; `complaint` decides which faults would explain it. */
export function plannerFor(catalogue: Catalogue, network: Network, complaint: readonly Symptom[]): Planner {
  const cylinders = Array.from({ length: catalogue.engine.cylinders }, (_, i) => i + 1);
  const accessKeys: string[] = [];
  const bitOf = (key: string) => {
    if (!accessKeys.includes(key)) accessKeys.push(key);
    return 1 << accessKeys.indexOf(key);
  };
  const maskOf = (instance: CheckInstance) =>
    accessKeysFor(instance.check, instance.cylinder, cylinders).reduce((mask, key) => mask | bitOf(key), 0);
  const instances = new Map(catalogue.checks.map((c) => [c.key, c]));
  const probes: Probe[] = [];
  const probeIndex = new Map<string, number>();
  const probeFor = (need: Need, target: number | null): number | null => {
    const instance = instances.get(instanceKey(need.check, target));
    if (!instance) return null;
    const state = need.when?.states?.[0] ?? instance.check.states[0]!;
    const hot = need.when?.temperatures?.includes('hot') ?? false;
    const key = `${instance.key}|${state}|${hot}`;
    let at = probeIndex.get(key);
    if (at === undefined) {
      at = probes.length;
      probeIndex.set(key, at);
      probes.push({
        instance,
        state,
        hot,
        minutes: instance.check.minutes + (STATE_MIN[state] ?? 0),
        mask: maskOf(instance),
      });
    }
    return at;
  };
  const routes: Route[] = [];
  catalogue.faults.forEach((fault, f) => {
    for (const rule of fault.definition.settledBy) {
      const needs: RouteNeed[] = [];
      let possible = true;
      for (const need of rule) {
        const scope = catalogue.checks.find((c) => c.check.id === need.check)?.check.scope;
        if (scope === undefined) possible = false;
        else {
          // A fault of no cylinder is settled on any one of them.
          const targets = neededOn(need, scope === 'cylinder', fault.cylinder, cylinders);
          for (const target of fault.cylinder === null ? targets.slice(0, 1) : targets) {
            const probe = probeFor(need, target);
            if (probe === null) possible = false;
            else needs.push({ probe, need, target });
          }
        }
      }
      if (possible)
        routes.push({
          fault: f,
          faultCylinder: fault.cylinder,
          needs,
          efficacy: efficacyOf(network, probes, needs, f, fault.cylinder),
        });
    }
  });
  const candidates = catalogue.checks
    .filter((c) => c.check.proposed)
    .flatMap((instance) => instance.check.states.map((state) => ({ instance, state, mask: maskOf(instance) })));
  const explains = Uint8Array.from(catalogue.faults, (fault) =>
    Number(complaint.some((s) => symptomChance(fault, s, AS_COMPLAINED) > 0.05)),
  );
  const accessMin = accessKeys.map((key) => accessOf(key).openMin + accessOf(key).closeMin);
  return { probes, routes, accessKeys, accessMin, candidates, explains };
}

function efficacyOf(
  network: Network,
  probes: readonly Probe[],
  needs: readonly RouteNeed[],
  fault: number,
  cylinder: number | null,
): number {
  return needs.reduce((product, { probe, need }) => {
    const { instance, state, hot } = probes[probe]!;
    const variable = network.variable(instance.key);
    const table = variable.table({ state, temperature: hot ? 'hot' : null });
    const partId = (need.part ?? '').replace('[c]', String(cylinder));
    const part = variable.spec.parts.findIndex((x) => x.id === partId);
    if (part < 0) return 0;
    const row = variable.faultRow[network.space.indexOf([fault])]! * variable.masks;
    const chance = variable.spec.parts[part]!.outcomes.reduce(
      (sum, o, k) =>
        need.outcomes.includes(o) ? sum + table[row * variable.width + variable.offsets[part]! + k]! : sum,
      0,
    );
    return product * chance;
  }, 1);
}

/** Sets that matter, with their mass per state assignment. */
interface Active {
  readonly sets: readonly number[];
  readonly members: readonly (readonly number[])[];
}

function activeSets(network: Network, belief: Belief, most: number): Active {
  const { space, assignments } = network;
  const masses: [number, number][] = [];
  for (let i = 0; i < space.count; i++) {
    let mass = 0;
    for (let s = 0; s < assignments; s++) mass += belief.now.all[i * assignments + s]!;
    if (mass > NEGLIGIBLE) masses.push([i, mass]);
  }
  masses.sort((a, b) => b[1] - a[1]);
  const sets = masses.slice(0, most).map(([i]) => i);
  return { sets, members: sets.map((i) => membersOf(space, i)) };
}

/** Routes with what is still missing in each; a route with nothing missing has settled its fault. */
type Missing = readonly (readonly number[])[];

interface SearchStart {
  readonly mask: number;
  readonly hot: boolean;
  readonly repaired: boolean;
  /** Probes read already without the finding they were made for: they can be taken again, with less hope. */
  readonly refuted: Uint8Array;
}

/** How much of its power to settle a check keeps when it is taken again after it said "ok" [M]. */
const AGAIN_EFFICACY = 0.3;
/** A fault unsettled with less than this chance is as good as found. */
const SETTLED_ENOUGH = 0.08;

/**
 * Expected minutes of search: the settling checks in order of probability over minutes, each paid once, access paid once along
 * the way. A set of faults is finished at the last of them; before the first repair, at the first that explains the complaint.
 * Repairs are not counted: their minutes do not depend on the order.
 * @see Heckerman, Breese & Rommelse, CACM 38(3), 1995 (the p/c order)
 */
function expectedSearch(
  planner: Planner,
  missing: Missing,
  weights: Float64Array,
  { members }: Active,
  faults: number,
  start: SearchStart,
): { minutes: number; order: number[] } {
  let total = 0;
  const p = new Float64Array(faults);
  for (let i = 0; i < members.length; i++) {
    total += weights[i]!;
    for (const f of members[i]!) p[f]! += weights[i]!;
  }
  if (!(total > 0)) return { minutes: 0, order: [] };
  const finish = new Float64Array(faults);
  // Chance that a fault, if there, is still unsettled.
  const left = new Float64Array(faults).fill(1);
  const open: number[] = [];
  for (let r = 0; r < planner.routes.length; r++) {
    const { fault } = planner.routes[r]!;
    if (missing[r]!.length === 0) left[fault] = 0;
    else if (p[fault]! > LIVE * total) open.push(r);
  }
  const power = open.map(
    (r) => planner.routes[r]!.efficacy * (missing[r]!.some((index) => start.refuted[index]) ? AGAIN_EFFICACY : 1),
  );
  const covers = open.map((r) =>
    open
      .map((_, k) => k)
      .filter((k) => open[k] !== r && missing[open[k]!]!.every((index) => missing[r]!.includes(index))),
  );
  const spent = new Uint8Array(open.length);
  const done = new Uint8Array(planner.probes.length);
  let { mask, hot } = start;
  let time = 0;
  const order: number[] = [];
  const settle = (k: number) => {
    spent[k] = 1;
    const { fault } = planner.routes[open[k]!]!;
    finish[fault]! += left[fault]! * power[k]! * Math.min(SEARCH_CAP_MIN, time);
    left[fault]! *= 1 - power[k]!;
  };
  for (;;) {
    let best = -1;
    let bestRatio = 0;
    let bestCost = 0;
    for (let k = 0; k < open.length; k++) {
      const { fault } = planner.routes[open[k]!]!;
      if (spent[k] || left[fault]! < SETTLED_ENOUGH) continue;
      let cost = 0;
      let extra = 0;
      let heats = false;
      for (const index of missing[open[k]!]!) {
        if (done[index]) continue;
        const probe = planner.probes[index]!;
        cost += probe.minutes;
        extra |= probe.mask & ~mask;
        heats ||= probe.hot && !hot;
      }
      cost += maskCost(planner, extra) + (heats ? HOT_MIN : 0);
      let gain = p[fault]! * left[fault]! * power[k]!;
      for (const other of covers[k]!) {
        const rival = planner.routes[open[other]!]!.fault;
        if (!spent[other] && rival !== fault) gain += p[rival]! * left[rival]! * power[other]!;
      }
      const ratio = gain / Math.max(cost, 0.01);
      if (ratio > bestRatio) {
        bestRatio = ratio;
        best = k;
        bestCost = cost;
      }
    }
    if (best < 0 || time > SEARCH_CAP_MIN) break;
    time += bestCost;
    for (const index of missing[open[best]!]!) {
      if (!done[index]) order.push(index);
      done[index] = 1;
      mask |= planner.probes[index]!.mask;
      hot ||= planner.probes[index]!.hot;
    }
    settle(best);
    for (const other of covers[best]!) if (!spent[other]) settle(other);
  }
  const end = Math.min(SEARCH_CAP_MIN, time);
  for (let f = 0; f < faults; f++) finish[f]! += left[f]! * end;
  let sum = 0;
  for (let i = 0; i < members.length; i++)
    sum += weights[i]! * finishOf(members[i]!, finish, planner.explains, start.repaired, end);
  return { minutes: sum / total, order };
}

function finishOf(
  set: readonly number[],
  finish: Float64Array,
  explains: Uint8Array,
  repaired: boolean,
  end: number,
): number {
  // After a repair "nothing left" is shown by the re-test, not by a search.
  if (set.length === 0) return repaired ? 0 : end;
  let first = Number.POSITIVE_INFINITY;
  let firstTelling = Number.POSITIVE_INFINITY;
  let last = 0;
  for (const f of set) {
    const at = finish[f]!;
    if (at > last) last = at;
    if (at < first) first = at;
    if (explains[f] && at < firstTelling) firstTelling = at;
  }
  if (repaired) return last;
  return firstTelling < Number.POSITIVE_INFINITY ? firstTelling : first;
}

/** All a check could report, as weights for evidence. */
function reportsOf(
  instance: CheckInstance,
  network: Network,
): Readonly<Record<string, Readonly<Record<string, number>>>>[] {
  const { parts } = network.variable(instance.key).spec;
  if (parts.length === 1) return parts[0]!.outcomes.map((o) => ({ [parts[0]!.id]: { [o]: 1 } }));
  if (parts.length === 2)
    return parts[0]!.outcomes.flatMap((a) =>
      parts[1]!.outcomes.map((b) => ({ [parts[0]!.id]: { [a]: 1 }, [parts[1]!.id]: { [b]: 1 } })),
    );
  // Many places: nothing anywhere, or something in one place.
  return [
    Object.fromEntries(parts.map((part) => [part.id, { [part.outcomes[0]!]: 1 }])),
    ...parts.map((part) => ({ [part.id]: Object.fromEntries(part.outcomes.slice(1).map((o) => [o, 1])) })),
  ];
}

interface Candidate {
  readonly instance: CheckInstance;
  readonly at: At;
  readonly state: RunningState;
  readonly temperature: Temperature | null;
  readonly mask: number;
  readonly minutes: number;
  readonly reports: readonly {
    readonly weights: Readonly<Record<string, Readonly<Record<string, number>>>>;
    readonly ratio: Float64Array;
  }[];
}

/** The likelihood of each report, row by row, in the light of what that check has said already. */
function withReports(network: Network, belief: Belief, candidate: Omit<Candidate, 'reports'>): Candidate {
  const { key } = candidate.instance;
  const group = belief.groups.get(key);
  const before = belief.likelihoods.get(key)?.total;
  const reports = reportsOf(candidate.instance, network).map((weights) => {
    const { total } = groupLikelihood(
      network,
      withReading(group, { variable: key, at: candidate.at, weights, event: -1 }),
    );
    return { weights, ratio: before ? total.map((l, row) => (before[row]! > 0 ? l / before[row]! : 0)) : total };
  });
  return { ...candidate, reports };
}

/** One round of planning: what is believed and how the bench stands. */
interface Round {
  readonly catalogue: Catalogue;
  readonly network: Network;
  readonly belief: Belief;
  readonly planner: Planner;
  readonly situation: Situation;
  readonly missing: Missing;
  readonly start: SearchStart;
}

/** Minutes of search saved on average by a check, net of its own [min]. */
function savedBy(
  { network, belief, planner, missing, start }: Round,
  candidate: Candidate,
  active: Active,
  now: number,
): number {
  const { assignments, space } = network;
  const { faultRow, stateMask, masks } = network.variable(candidate.instance.key);
  const from: SearchStart = {
    ...start,
    mask: start.mask | candidate.mask,
    hot: start.hot || candidate.temperature === 'hot',
  };
  const posterior = new Float64Array(active.sets.length);
  let expected = 0;
  let seen = 0;
  for (const { weights, ratio } of candidate.reports) {
    let chance = 0;
    for (let k = 0; k < active.sets.length; k++) {
      const i = active.sets[k]!;
      const base = faultRow[i]! * masks;
      let mass = 0;
      for (let s = 0; s < assignments; s++) mass += belief.now.all[i * assignments + s]! * ratio[base + stateMask[s]!]!;
      posterior[k] = mass;
      chance += mass;
    }
    if (chance < 1e-6) continue;
    const after = missingAfter(planner, missing, candidate, weights);
    expected += chance * expectedSearch(planner, after, posterior, active, space.faults, from).minutes;
    seen += chance;
  }
  return seen > 0 ? now - expected / seen - candidate.minutes : -candidate.minutes;
}

/** What each route still misses once the candidate has reported `weights`. */
function missingAfter(
  planner: Planner,
  missing: Missing,
  candidate: Candidate,
  weights: Readonly<Record<string, Readonly<Record<string, number>>>>,
): Missing {
  return planner.routes.map((route, r) => {
    if (!missing[r]!.some((index) => planner.probes[index]!.instance.key === candidate.instance.key))
      return missing[r]!;
    const metProbes = route.needs
      .filter(
        ({ probe, need }) =>
          planner.probes[probe]!.instance.key === candidate.instance.key &&
          holds(need.when, candidate.state, candidate.temperature) &&
          need.outcomes.some(
            (o) => (weights[(need.part ?? '').replace('[c]', String(route.faultCylinder))]?.[o] ?? 0) > 0,
          ),
      )
      .map(({ probe }) => probe);
    return metProbes.length === 0 ? missing[r]! : missing[r]!.filter((index) => !metProbes.includes(index));
  });
}

/** P(the engine can be brought into that state at all). */
function feasible(network: Network, belief: Belief, state: RunningState): number {
  const key = state === 'cranking' ? IMPLIED_CRANKS : RUNNING.includes(state) ? IMPLIED_RUNS : null;
  if (key === null) return 1;
  const variable = network.variable(key);
  const table = variable.table({ state, temperature: null });
  let able = 0;
  for (let i = 0; i < network.space.count; i++) {
    for (let s = 0; s < network.assignments; s++) {
      able +=
        belief.now.all[i * network.assignments + s]! *
        table[(variable.faultRow[i]! * variable.masks + variable.stateMask[s]!) * variable.width]!;
    }
  }
  return able;
}

/**
 * What to check next, ranked by bench minutes saved on average (one step ahead).
 * value = search minutes now - expected search minutes after - minutes of the check.
 * @param again a variable whose reading most probably slipped, to be taken again before anything is bought; or null
 */
export function planNext(
  catalogue: Catalogue,
  network: Network,
  belief: Belief,
  planner: Planner,
  situation: Situation,
  again: string | null = null,
): Plan {
  const round: Round = {
    catalogue,
    network,
    belief,
    planner,
    situation,
    missing: planner.routes.map((route) =>
      route.needs
        .filter(({ need, target }) => !situation.readings.some((r) => meets(need, r, target, route.faultCylinder)))
        .map(({ probe }) => probe),
    ),
    start: {
      mask: planner.accessKeys.reduce((mask, key, bit) => (situation.open.has(key) ? mask | (1 << bit) : mask), 0),
      hot: situation.hot,
      repaired: situation.repaired,
      refuted: Uint8Array.from(planner.probes, (probe) =>
        Number(situation.readings.some((r) => readAt(r, probe.instance.key, probe.state, probe.hot ? 'hot' : null))),
      ),
    },
  };
  const wide = activeSets(network, belief, Number.POSITIVE_INFINITY);
  const search = searchNow(round, wide);
  const ranked = rank(round, candidatesOf(round, again), wide, search.minutes);
  const worth = ranked.filter(({ saved }) => saved > WORTH_MIN || saved > WORTH_SHARE * search.minutes);
  // One line per check and cylinder: the best of its conditions.
  const best = new Map<string, Ranked>();
  for (const entry of worth) if (!best.has(entry.candidate.instance.key)) best.set(entry.candidate.instance.key, entry);
  const settlingOrder = best.size === 0;
  const chosen = settlingOrder
    ? inSettlingOrder(round, search.order.slice(0, SETTLING_CHECKS_SHOWN), wide, search.minutes)
    : [...best.values()].slice(0, RANKED_CHECKS);
  // However long its road, what would settle the first suspect is always in sight.
  const settler = settlerOfFirstSuspect(round);
  if (settler !== null && !chosen.some((c) => c.candidate.instance.key === planner.probes[settler]!.instance.key)) {
    chosen.push(...inSettlingOrder(round, [settler], wide, search.minutes));
  }
  const next = chosen.map((entry) => nextCheck(round, entry));
  if (situation.crankingUnsafe) promote(round, next, MAKES_SAFE, 'bench', null, { code: 'makes-safe' });
  if (again !== null) promoteAgain(round, next, again);
  return { expectedSearchMin: search.minutes, next, settlingOrder };
}

const readAt = ({ reading }: StandingReading, key: string, state: RunningState, temperature: Temperature | null) =>
  instanceKey(reading.check, reading.cylinder) === key &&
  reading.condition === state &&
  sameHeat(reading.temperature, temperature);

/** An unstated temperature repeats a cold or an unstated reading, never a hot one. */
const sameHeat = (a: Temperature | null, b: Temperature | null) => (a === 'hot') === (b === 'hot');

function searchNow({ network, belief, planner, missing, start }: Round, active: Active) {
  const masses = Float64Array.from(active.sets, (i) => {
    let mass = 0;
    for (let s = 0; s < network.assignments; s++) mass += belief.now.all[i * network.assignments + s]!;
    return mass;
  });
  return expectedSearch(planner, missing, masses, active, network.space.faults, start);
}

function makeCandidate(
  { planner, start }: Round,
  instance: CheckInstance,
  state: RunningState,
  mask: number,
  temperature: Temperature | null,
): Omit<Candidate, 'reports'> {
  const access = maskCost(planner, mask & ~start.mask);
  const heating = temperature === 'hot' && !start.hot ? HOT_MIN : 0;
  return {
    instance,
    state,
    temperature,
    at: { state, temperature },
    mask,
    minutes: instance.check.minutes + (STATE_MIN[state] ?? 0) + access + heating,
  };
}

/** Every check that can be made now, in every state it is worth making in. */
function candidatesOf(round: Round, again: string | null): Candidate[] {
  const { network, belief, planner, situation } = round;
  const chances = new Map<RunningState, number>();
  const possible = (state: RunningState) => {
    if (!chances.has(state)) chances.set(state, feasible(network, belief, state));
    return chances.get(state)! >= 0.5;
  };
  const out: Candidate[] = [];
  for (const { instance, state, mask } of planner.candidates) {
    const turns = state === 'cranking' || RUNNING.includes(state);
    if (turns && situation.crankingUnsafe) continue;
    if (instance.check.needs.some((need) => situation.lacking.has(need))) continue;
    if (instance.check.impliesState && !possible(state)) continue;
    for (const temperature of temperaturesFor(instance, situation)) {
      if (temperature === 'hot' && (situation.crankingUnsafe || !possible('idle'))) continue;
      const read = situation.readings.some(
        (r) => r.epoch === situation.epoch && readAt(r, instance.key, state, temperature),
      );
      if (!read || instance.key === again)
        out.push(withReports(network, belief, makeCandidate(round, instance, state, mask, temperature)));
    }
  }
  return out;
}

function temperaturesFor({ check }: CheckInstance, { hot, hasRun }: Situation): (Temperature | null)[] {
  if (!check.temperatures.includes('hot')) return [null];
  return hot ? ['hot'] : [hasRun ? null : 'cold', 'hot'];
}

interface Ranked {
  readonly candidate: Candidate;
  readonly saved: number;
}

/** All checks screened on the likeliest sets, the best of them ranked on every set that matters. */
function rank(round: Round, candidates: readonly Candidate[], wide: Active, now: number): Ranked[] {
  const few = wide.sets.length <= SCREENED_SETS;
  const narrow: Active = few
    ? wide
    : { sets: wide.sets.slice(0, SCREENED_SETS), members: wide.members.slice(0, SCREENED_SETS) };
  const screenNow = few ? now : searchNow(round, narrow).minutes;
  const screened = candidates
    .map((candidate) => ({ candidate, saved: savedBy(round, candidate, narrow, screenNow) }))
    .sort((a, b) => b.saved - a.saved);
  const ranked = few
    ? screened
    : screened
        .slice(0, RANKED_CHECKS)
        .map(({ candidate }) => ({ candidate, saved: savedBy(round, candidate, wide, now) }));
  return ranked.sort((a, b) => compare(a, b, round.situation));
}

/** Ties: what is open already, then the side asked last, then the id. */
function compare(a: Ranked, b: Ranked, { lastCylinder }: Situation): number {
  if (Math.abs(a.saved - b.saved) > 1e-6) return b.saved - a.saved;
  if (Math.abs(a.candidate.minutes - b.candidate.minutes) > 1e-6) return a.candidate.minutes - b.candidate.minutes;
  const last = (c: Candidate) => (c.instance.cylinder === lastCylinder ? 0 : 1);
  return last(a.candidate) - last(b.candidate) || a.candidate.instance.key.localeCompare(b.candidate.instance.key);
}

const SETTLING_CHECKS_SHOWN = 6;

function inSettlingOrder(round: Round, order: readonly number[], active: Active, now: number): Ranked[] {
  return order.map((index) => {
    const { instance, state, mask, hot } = round.planner.probes[index]!;
    const candidate = withReports(
      round.network,
      round.belief,
      makeCandidate(round, instance, state, mask, hot ? 'hot' : null),
    );
    return { candidate, saved: savedBy(round, candidate, active, now) };
  });
}

/** The next probe on the surest road that settles the likeliest fault; null when nothing can or it is settled. */
function settlerOfFirstSuspect({ network, belief, planner, missing }: Round): number | null {
  const p = marginals(network, belief);
  const first = p.indexOf(Math.max(...p));
  let best: { probe: number; efficacy: number } | null = null;
  for (const [r, route] of planner.routes.entries()) {
    if (route.fault !== first) continue;
    if (missing[r]!.length === 0) return null;
    if (!best || route.efficacy > best.efficacy) best = { probe: missing[r]![0]!, efficacy: route.efficacy };
  }
  return best?.probe ?? null;
}

/** Puts the reading that most probably slipped at the top, in the state it was taken in. */
function promoteAgain(round: Round, next: NextCheck[], again: string): void {
  const reading = round.situation.readings.findLast(
    (r) => instanceKey(r.reading.check, r.reading.cylinder) === again,
  )?.reading;
  if (reading) promote(round, next, again, reading.condition, reading.temperature, { code: 'again' });
}

/** The check that makes cranking safe again after a dead stop comes before all that would be worth more minutes. */
const MAKES_SAFE = 'turn.plugs-out';

function promote(
  round: Round,
  next: NextCheck[],
  key: string,
  condition: RunningState,
  temperature: Temperature | null,
  why: Why,
): void {
  const instance = round.catalogue.checks.find((c) => c.key === key);
  if (!instance) return;
  const at = next.findIndex((n) => instanceKey(n.check, n.cylinder) === key);
  const minutesSaved = at >= 0 ? next.splice(at, 1)[0]!.minutesSaved : 0;
  const mask = round.planner.candidates.find((c) => c.instance.key === key)?.mask ?? 0;
  next.unshift({
    check: instance.check.id,
    cylinder: instance.cylinder,
    condition,
    temperature,
    minutes: makeCandidate(round, instance, condition, mask, temperature).minutes,
    minutesSaved,
    opens: opensOf(round, mask),
    why,
  });
}

const opensOf = ({ planner, start }: Round, mask: number) =>
  planner.accessKeys.filter((_, bit) => ((mask & ~start.mask) >> bit) & 1);

function nextCheck(round: Round, { candidate, saved }: Ranked): NextCheck {
  return {
    check: candidate.instance.check.id,
    cylinder: candidate.instance.cylinder,
    condition: candidate.state,
    temperature: candidate.temperature,
    minutes: candidate.minutes,
    minutesSaved: saved,
    opens: opensOf(round, candidate.mask),
    why: whyOf(round, candidate),
  };
}

const SUSPECTS_WEIGHED = 12;

function whyOf({ catalogue, network, belief, planner, missing }: Round, candidate: Candidate): Why {
  const { space } = network;
  const p = marginals(network, belief);
  const suspects = Array.from(p.keys())
    .sort((a, b) => p[b]! - p[a]!)
    .slice(0, SUSPECTS_WEIGHED);
  const key = candidate.instance.key;
  const settles = planner.routes.find(
    (route, r) =>
      p[route.fault]! > 0.2 && missing[r]!.length === 1 && planner.probes[missing[r]![0]!]!.instance.key === key,
  );
  if (settles) return { code: 'settles', fault: catalogue.faults[settles.fault]!.key, p: p[settles.fault]! };
  const { faultRow, masks } = network.variable(key);
  const profile = (f: number) => candidate.reports.map(({ ratio }) => ratio[faultRow[space.indexOf([f])]! * masks]!);
  const profiles = suspects.map(profile);
  let best: { a: number; b: number; score: number } | null = null;
  for (let x = 0; x < suspects.length; x++) {
    for (let y = x + 1; y < suspects.length; y++) {
      const apart = profiles[x]!.reduce((sum, v, k) => sum + Math.abs(v - profiles[y]![k]!), 0) / 2;
      const score = apart * Math.sqrt(p[suspects[x]!]! * p[suspects[y]!]!);
      if (!best || score > best.score) best = { a: suspects[x]!, b: suspects[y]!, score };
    }
  }
  const top = suspects[0]!;
  if (!best || best.score < 1e-3) return { code: 'clears', fault: catalogue.faults[top]!.key, p: p[top]! };
  const [a, b] = [catalogue.faults[best.a]!, catalogue.faults[best.b]!];
  if (a.cylinder !== null && b.cylinder !== null && a.cylinder !== b.cylinder && candidate.instance.check.via.pull)
    return { code: 'side' };
  return { code: 'splits', a: a.key, b: b.key, pA: p[best.a]!, pB: p[best.b]! };
}
