import { setMass } from './asked.ts';
import type { Belief } from './belief.ts';
import { SEARCH_CAP_MIN } from './cap.ts';
import type { Catalogue } from './catalogue/instances.ts';
import { HOT_MIN, maskCost, openAfter, type Planner, runsFor } from './planner.ts';

/** Faults below this take no part in the order of the search. */
const LIVE = 0.004;

/** Sets below this take no part in the ranking; the belief shown is exact all the same. */
const NEGLIGIBLE = 1e-4;

/** Sets that matter, the likeliest first; members are faults at whatever level, three places each, -1 for an empty one. */
export interface Active {
  readonly sets: Int32Array;
  readonly members: Int16Array;
  /** What is believed of each, over all states. */
  readonly masses: Float64Array;
}

export function activeSets({ causes }: Pick<Catalogue, 'causes'>, belief: Belief): Active {
  const { space } = belief.now.layout;
  const mass = setMass(belief);
  const counted: number[] = [];
  for (let i = 0; i < mass.length; i++) if (mass[i]! > NEGLIGIBLE) counted.push(i);
  const sets = Int32Array.from(counted.sort((a, b) => mass[b]! - mass[a]! || a - b));
  const members = new Int16Array(3 * sets.length);
  sets.forEach((i, k) => {
    for (let place = 0; place < 3; place++) {
      const cause = space.members[3 * i + place]!;
      members[3 * k + place] = cause < 0 ? -1 : causes[cause]!.fault;
    }
  });
  return { sets, members, masses: Float64Array.from(sets, (i) => mass[i]!) };
}

/** The likeliest `most` of them. */
export const likeliest = ({ sets, members, masses }: Active, most: number): Active => ({
  sets: sets.subarray(0, most),
  members: members.subarray(0, 3 * most),
  masses: masses.subarray(0, most),
});

/** Routes with what is still missing in each; a route with nothing missing has confirmed its fault. */
export type Missing = readonly (readonly number[])[];

export interface SearchStart {
  readonly mask: number;
  readonly hot: boolean;
  readonly repaired: boolean;
  /** Whoever has not found it by the end looks at least until then: giving up sooner is no gain [min]. */
  readonly givesUpFrom: number;
  /** How often a probe was read without the finding it was made for: it can be taken again, with less hope, and not for ever. */
  readonly inVain: Uint8Array;
  /** 1 where that was a moment ago: what was quiet then is quiet still. */
  readonly justRead: Uint8Array;
}

/** A probe that cannot be made is one that was taken in vain as often as can be. */
export const CANNOT_BE_MADE = 255;

/** How much of its power to confirm a check keeps when it is taken again after it said "ok", and how often it is asked for at all [M]. */
const AGAIN = { efficacy: 0.3, asked: 2 };
/** The same of a fault that comes and goes: to look again, later, is the only way to it. */
const AGAIN_LATER = { efficacy: 0.5, asked: 3 };
const AGAIN_AT_ONCE = 0.1;

/** How much of its power is left to a road on which a probe was taken that often in vain. */
export function powerLeft(comesAndGoes: boolean, inVain: number, justRead: boolean): number {
  const { efficacy, asked } = comesAndGoes ? AGAIN_LATER : AGAIN;
  if (inVain === 0 || inVain >= asked) return inVain === 0 ? 1 : 0;
  return comesAndGoes && justRead ? AGAIN_AT_ONCE : efficacy;
}

/** A fault unsettled with less than this chance is as good as found. */
const SETTLED_ENOUGH = 0.08;

/** A route as far as it is still to be gone; a road with nothing needed has confirmed its fault. */
interface Road {
  readonly fault: number;
  readonly power: number;
  readonly needed: readonly number[];
  readonly mask: number;
  readonly heats: boolean;
  /** The engine runs for some of it. */
  readonly runs: boolean;
  readonly probeBits: number;
  /** Other roads gone through with this one. */
  readonly covers: readonly number[];
  /** Of its own fault and of those it confirms beside it. */
  readonly faultBits: number;
}

/** One for each route. */
export type Roads = readonly Road[];

/** 32 buckets are enough to tell most things apart. */
const bitOf = (index: number) => 1 << (index & 31);

export function roadsOf(planner: Planner, missing: Missing, start: SearchStart): Roads {
  return missing.map((_, route) => roadOf(planner, missing, route, start));
}

/** The roads once `changed` routes miss something else; the others, and what they share with none of these, stay. */
export function roadsAfter(
  planner: Planner,
  roads: Roads,
  missing: Missing,
  changed: readonly number[],
  start: SearchStart,
): Roads {
  const touched = new Set(changed);
  for (const route of changed) for (const other of planner.sharing[route]!) touched.add(other);
  const out = [...roads];
  for (const route of touched) out[route] = roadOf(planner, missing, route, start);
  return out;
}

function roadOf(planner: Planner, missing: Missing, route: number, start: SearchStart): Road {
  const { fault, efficacy, comesAndGoes } = planner.routes[route]!;
  const needed = missing[route]!;
  let mask = 0;
  let probeBits = 0;
  let heats = false;
  let runs = false;
  let inVain = 0;
  let justRead = false;
  for (const index of needed) {
    const probe = planner.probes[index]!;
    mask |= probe.mask;
    probeBits |= bitOf(index);
    heats ||= probe.hot;
    runs ||= runsFor(probe.state, false);
    inVain = Math.max(inVain, start.inVain[index]!);
    justRead ||= start.justRead[index]! === 1;
  }
  // Only routes that share a probe can be gone through beside it.
  const covers = planner.sharing[route]!.filter(
    (other) => missing[other]!.length > 0 && missing[other]!.every((index) => needed.includes(index)),
  );
  let faultBits = bitOf(fault);
  for (const other of covers) faultBits |= bitOf(planner.routes[other]!.fault);
  const power = efficacy * powerLeft(comesAndGoes, inVain, justRead);
  return { fault, power, needed, mask, heats, runs, probeBits, covers, faultBits };
}

/** One search as it goes: what is still worth going for, at what price, and what is confirmed. */
interface Going {
  readonly planner: Planner;
  readonly roads: Roads;
  /** Mass of each fault. */
  readonly mass: Float64Array;
  /** Chance that a fault, if there, is still unsettled. */
  readonly left: Float64Array;
  /** Minutes at which a fault is confirmed, weighed by the chance that it is. */
  readonly finish: Float64Array;
  /** Closed to begin with: what is not worth going for, and what has been gone. */
  readonly spent: Uint8Array;
  readonly ratios: Float64Array;
  readonly costs: Float64Array;
  readonly done: Uint8Array;
  readonly alive: Int16Array;
  standing: number;
  mask: number;
  hot: boolean;
  time: number;
  readonly order: number[];
}

/** Mass of each fault over the sets it is in. */
export function massOfFaults(
  weights: Float64Array,
  members: Int16Array,
  faults: number,
): { mass: Float64Array; total: number } {
  let total = 0;
  const mass = new Float64Array(faults);
  for (let i = 0, k = 0; i < weights.length; i++, k += 3) {
    const weight = weights[i]!;
    total += weight;
    // Places fill from the first; an empty one ends the set.
    if (members[k]! >= 0) {
      mass[members[k]!]! += weight;
      if (members[k + 1]! >= 0) {
        mass[members[k + 1]!]! += weight;
        if (members[k + 2]! >= 0) mass[members[k + 2]!]! += weight;
      }
    }
  }
  return { mass, total };
}

function setOut(planner: Planner, roads: Roads, mass: Float64Array, total: number, start: SearchStart): Going {
  const going: Going = {
    planner,
    roads,
    mass,
    left: new Float64Array(mass.length).fill(1),
    finish: new Float64Array(mass.length),
    spent: new Uint8Array(roads.length).fill(1),
    ratios: new Float64Array(roads.length),
    costs: new Float64Array(roads.length),
    done: new Uint8Array(planner.probes.length),
    alive: new Int16Array(roads.length),
    standing: 0,
    mask: start.mask,
    hot: start.hot,
    time: 0,
    order: [],
  };
  const { left, spent, alive } = going;
  for (let r = 0; r < roads.length; r++) if (roads[r]!.needed.length === 0) left[roads[r]!.fault] = 0;
  for (let r = 0; r < roads.length; r++) {
    const road = roads[r]!;
    if (road.needed.length === 0 || !(mass[road.fault]! > LIVE * total)) continue;
    spent[r] = 0;
    if (left[road.fault]! >= SETTLED_ENOUGH) alive[going.standing++] = r;
  }
  for (let i = 0; i < going.standing; i++) weigh(going, alive[i]!);
  return going;
}

/** What a road costs from here, and what it gains for that. */
function weigh(going: Going, r: number): void {
  const { planner, roads, mass, left, spent, done, mask, hot } = going;
  const road = roads[r]!;
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
  // A road that confirms nothing itself is no way to what lies along it: that has a road of its own, and a shorter one.
  let gain = mass[road.fault]! * left[road.fault]! * road.power;
  for (const other of road.power > 0 ? road.covers : []) {
    if (spent[other]) continue;
    const rival = roads[other]!;
    gain += mass[rival.fault]! * left[rival.fault]! * rival.power;
  }
  going.costs[r] = cost;
  going.ratios[r] = gain / Math.max(cost, 0.01);
}

function confirm(going: Going, r: number): void {
  going.spent[r] = 1;
  const { fault, power } = going.roads[r]!;
  going.finish[fault]! += going.left[fault]! * power * Math.min(SEARCH_CAP_MIN, going.time);
  going.left[fault]! *= 1 - power;
}

/** The road that gains most for its minutes, or -1 where none gains anything. */
function bestOf({ alive, ratios, standing }: Going): number {
  let best = -1;
  let bestRatio = 0;
  for (let i = 0; i < standing; i++) {
    const r = alive[i]!;
    if (ratios[r]! > bestRatio) {
      bestRatio = ratios[r]!;
      best = r;
    }
  }
  return best;
}

/** Goes one road: its checks are made, it and what they cover is confirmed, and what that touches is weighed anew. */
function goOne(going: Going, best: number): void {
  const { roads, done, spent, left, alive } = going;
  const taken = roads[best]!;
  going.time += going.costs[best]!;
  const opened = taken.mask & ~going.mask;
  const heated = taken.heats && !going.hot;
  for (const index of taken.needed) {
    if (!done[index]) going.order.push(index);
    done[index] = 1;
  }
  const open = going.mask | taken.mask;
  going.mask = openAfter(going.planner, open, taken.runs || heated);
  const closed = open & ~going.mask;
  going.hot ||= taken.heats;
  confirm(going, best);
  for (const other of taken.covers) if (!spent[other]) confirm(going, other);
  // Only what the step touched is weighed anew; a bit may stand for several, which weighs some for nothing.
  let still = 0;
  for (let i = 0; i < going.standing; i++) {
    const r = alive[i]!;
    const road = roads[r]!;
    if (spent[r] || left[road.fault]! < SETTLED_ENOUGH) continue;
    alive[still++] = r;
    if (
      road.mask & (opened | closed) ||
      road.probeBits & taken.probeBits ||
      road.faultBits & taken.faultBits ||
      (heated && road.heats)
    )
      weigh(going, r);
  }
  going.standing = still;
}

/**
 * Expected minutes of search: the confirming checks in order of probability over minutes, each paid once, access paid once along
 * the way. A set of faults is finished at the last of them; before the first repair, at the first that explains the complaint.
 * Repairs are not counted: their minutes do not depend on the order. What is not found by the end costs the whole search.
 * @returns minutes on average, the probes in the order they are made, and when the search ends without having found it [min]
 * @see Heckerman, Breese & Rommelse, CACM 38(3), 1995 (the p/c order)
 */
export function expectedSearch(
  planner: Planner,
  roads: Roads,
  weights: Float64Array,
  { members }: Pick<Active, 'members'>,
  faults: number,
  start: SearchStart,
): { minutes: number; order: number[]; end: number } {
  const { mass, total } = massOfFaults(weights, members, faults);
  if (!(total > 0)) return { minutes: 0, order: [], end: start.givesUpFrom };
  const going = setOut(planner, roads, mass, total, start);
  while (going.time <= SEARCH_CAP_MIN) {
    const best = bestOf(going);
    if (best < 0) break;
    goOne(going, best);
  }
  const { finish, left, order } = going;
  const end = Math.max(start.givesUpFrom, Math.min(SEARCH_CAP_MIN, going.time));
  for (let f = 0; f < faults; f++) finish[f]! += left[f]! * end;
  let sum = 0;
  for (let i = 0; i < weights.length; i++)
    sum += weights[i]! * finishOf(members, 3 * i, finish, planner.explains, start.repaired, end);
  return { minutes: sum / total, order, end };
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
