import type { Belief } from './belief.ts';
import type { Network } from './network.ts';
import { HOT_MIN, maskCost, type Planner } from './planner.ts';
import { membersOf } from './space.ts';

/** The search is capped here: "stop and talk to the customer" [brief value, a house rule]. */
export const SEARCH_CAP_MIN = 200;

/** Faults below this take no part in the order of the search. */
const LIVE = 0.004;

/** Sets below this take no part in the ranking; the belief shown is exact all the same. */
const NEGLIGIBLE = 1e-4;

/** Sets that matter, with their mass per state assignment. */
export interface Active {
  readonly sets: readonly number[];
  readonly members: readonly (readonly number[])[];
}

export function activeSets(network: Network, belief: Belief, most: number): Active {
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
