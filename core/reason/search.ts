import { type Belief, setMass } from './belief.ts';
import type { Network } from './network.ts';
import { HOT_MIN, maskCost, type Planner } from './planner.ts';

/** The search is capped here: "stop and talk to the customer" [a house rule]. */
export const SEARCH_CAP_MIN = 200;

/** Faults below this take no part in the order of the search. */
const LIVE = 0.004;

/** Sets below this take no part in the ranking; the belief shown is exact all the same. */
const NEGLIGIBLE = 1e-4;

/** Sets that matter, the likeliest first; members as in the space, three places each, -1 for an empty one. */
export interface Active {
  readonly sets: Int32Array;
  readonly members: Int16Array;
  /** What is believed of each, over all states. */
  readonly masses: Float64Array;
}

export function activeSets(network: Network, belief: Belief): Active {
  const { space } = network;
  const mass = setMass(network, belief);
  const sets = Int32Array.from(mass.keys())
    .filter((i) => mass[i]! > NEGLIGIBLE)
    .sort((a, b) => mass[b]! - mass[a]! || a - b);
  const members = new Int16Array(3 * sets.length);
  sets.forEach((i, k) => {
    members.set(space.members.subarray(3 * i, 3 * i + 3), 3 * k);
  });
  return { sets, members, masses: Float64Array.from(sets, (i) => mass[i]!) };
}

/** The likeliest `most` of them. */
export const likeliest = ({ sets, members, masses }: Active, most: number): Active => ({
  sets: sets.subarray(0, most),
  members: members.subarray(0, 3 * most),
  masses: masses.subarray(0, most),
});

/** Routes with what is still missing in each; a route with nothing missing has settled its fault. */
export type Missing = readonly (readonly number[])[];

export interface SearchStart {
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

/** A route still open, ready for the greedy order. */
interface Road {
  readonly fault: number;
  readonly power: number;
  readonly needed: readonly number[];
  /** Other roads gone through with this one. */
  readonly covers: number[];
  readonly mask: number;
  readonly heats: boolean;
  readonly probeBits: number;
  /** Of its own fault and of those it settles beside it. */
  faultBits: number;
}

/** What of a road is the same in every order it is tried in. */
type Lie = Pick<Road, 'power' | 'needed' | 'mask' | 'heats' | 'probeBits'>;

/** Kept by the list of what is missing, which is one array for each route and each round of planning. */
const lies = new WeakMap<readonly number[], Lie>();

function lieOf(planner: Planner, start: SearchStart, route: number, needed: readonly number[]): Lie {
  let lie = lies.get(needed);
  if (!lie) {
    let mask = 0;
    let probeBits = 0;
    let heats = false;
    let refuted = false;
    for (const index of needed) {
      mask |= planner.probes[index]!.mask;
      probeBits |= bitOf(index);
      heats ||= planner.probes[index]!.hot;
      refuted ||= start.refuted[index] === 1;
    }
    lie = {
      power: planner.routes[route]!.efficacy * (refuted ? AGAIN_EFFICACY : 1),
      needed,
      mask,
      heats,
      probeBits,
    };
    lies.set(needed, lie);
  }
  return lie;
}

/** 32 buckets are enough to tell most things apart. */
const bitOf = (index: number) => 1 << (index & 31);

/**
 * Expected minutes of search: the settling checks in order of probability over minutes, each paid once, access paid once along
 * the way. A set of faults is finished at the last of them; before the first repair, at the first that explains the complaint.
 * Repairs are not counted: their minutes do not depend on the order.
 * @see Heckerman, Breese & Rommelse, CACM 38(3), 1995 (the p/c order)
 */
export function expectedSearch(
  planner: Planner,
  missing: Missing,
  weights: Float64Array,
  { members }: Pick<Active, 'members'>,
  faults: number,
  start: SearchStart,
): { minutes: number; order: number[] } {
  let total = 0;
  const p = new Float64Array(faults);
  for (let i = 0, k = 0; i < weights.length; i++, k += 3) {
    const weight = weights[i]!;
    total += weight;
    // Places fill from the first; an empty one ends the set.
    if (members[k]! >= 0) {
      p[members[k]!]! += weight;
      if (members[k + 1]! >= 0) {
        p[members[k + 1]!]! += weight;
        if (members[k + 2]! >= 0) p[members[k + 2]!]! += weight;
      }
    }
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
  const roads = open.map((r): Road => {
    const { fault } = planner.routes[r]!;
    const { power, needed, mask, heats, probeBits } = lieOf(planner, start, r, missing[r]!);
    // Written out: roads of one shape are what keeps this quick.
    return { fault, power, needed, covers: [], mask, heats, probeBits, faultBits: bitOf(fault) };
  });
  const place = new Int16Array(planner.routes.length).fill(-1);
  for (let k = 0; k < open.length; k++) place[open[k]!] = k;
  // What else is settled once a route is gone through: only routes that share a probe can be.
  roads.forEach((road, k) => {
    for (const other of planner.sharing[open[k]!]!) {
      const at = place[other]!;
      if (at < 0 || !missing[other]!.every((index) => road.needed.includes(index))) continue;
      road.covers.push(at);
      road.faultBits |= bitOf(roads[at]!.fault);
    }
  });
  const spent = new Uint8Array(roads.length);
  const done = new Uint8Array(planner.probes.length);
  const ratios = new Float64Array(roads.length);
  const costs = new Float64Array(roads.length);
  let { mask, hot } = start;
  let time = 0;
  const order: number[] = [];
  const weigh = (k: number) => {
    const road = roads[k]!;
    let cost = 0;
    let extra = 0;
    let heats = false;
    for (const index of road.needed) {
      if (done[index]) continue;
      const probe = planner.probes[index]!;
      cost += probe.minutes;
      extra |= probe.mask & ~mask;
      heats ||= probe.hot && !hot;
    }
    cost += maskCost(planner, extra) + (heats ? HOT_MIN : 0);
    let gain = p[road.fault]! * left[road.fault]! * road.power;
    for (const other of road.covers) {
      const rival = roads[other]!;
      if (!spent[other]) gain += p[rival.fault]! * left[rival.fault]! * rival.power;
    }
    costs[k] = cost;
    ratios[k] = gain / Math.max(cost, 0.01);
  };
  const settle = (k: number) => {
    spent[k] = 1;
    const { fault, power } = roads[k]!;
    finish[fault]! += left[fault]! * power * Math.min(SEARCH_CAP_MIN, time);
    left[fault]! *= 1 - power;
  };
  let alive = Int16Array.from(roads.keys()).filter((k) => left[roads[k]!.fault]! >= SETTLED_ENOUGH);
  for (const k of alive) weigh(k);
  while (time <= SEARCH_CAP_MIN) {
    let best = -1;
    let bestRatio = 0;
    for (let i = 0; i < alive.length; i++) {
      const k = alive[i]!;
      if (ratios[k]! > bestRatio) {
        bestRatio = ratios[k]!;
        best = k;
      }
    }
    if (best < 0) break;
    const taken = roads[best]!;
    time += costs[best]!;
    const opened = taken.mask & ~mask;
    const heated = taken.heats && !hot;
    for (const index of taken.needed) {
      if (!done[index]) order.push(index);
      done[index] = 1;
    }
    mask |= taken.mask;
    hot ||= taken.heats;
    settle(best);
    for (const other of taken.covers) if (!spent[other]) settle(other);
    // Only what the step touched is weighed anew; a bit may stand for several, which weighs some for nothing.
    let still = 0;
    for (let i = 0; i < alive.length; i++) {
      const k = alive[i]!;
      const road = roads[k]!;
      if (spent[k] || left[road.fault]! < SETTLED_ENOUGH) continue;
      alive[still++] = k;
      if (
        road.mask & opened ||
        road.probeBits & taken.probeBits ||
        road.faultBits & taken.faultBits ||
        (heated && road.heats)
      )
        weigh(k);
    }
    alive = alive.subarray(0, still);
  }
  const end = Math.min(SEARCH_CAP_MIN, time);
  for (let f = 0; f < faults; f++) finish[f]! += left[f]! * end;
  let sum = 0;
  for (let i = 0; i < weights.length; i++)
    sum += weights[i]! * finishOf(members, 3 * i, finish, planner.explains, start.repaired, end);
  return { minutes: sum / total, order };
}

function finishOf(
  members: Int16Array,
  at: number,
  finish: Float64Array,
  explains: Uint8Array,
  repaired: boolean,
  end: number,
): number {
  // After a repair "nothing left" is shown by the re-test, not by a search.
  if (members[at]! < 0) return repaired ? 0 : end;
  let first = Number.POSITIVE_INFINITY;
  let firstTelling = Number.POSITIVE_INFINITY;
  let last = 0;
  for (let k = at; k < at + 3 && members[k]! >= 0; k++) {
    const f = members[k]!;
    const found = finish[f]!;
    if (found > last) last = found;
    if (found < first) first = found;
    if (explains[f] && found < firstTelling) firstTelling = found;
  }
  if (repaired) return last;
  return firstTelling < Number.POSITIVE_INFINITY ? firstTelling : first;
}
