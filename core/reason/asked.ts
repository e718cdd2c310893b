import type { Belief } from './belief.ts';
import { type GroupLikelihood, groupLikelihood, withReading } from './evidence.ts';
import type { Mass } from './mass.ts';
import type { Network } from './network.ts';
import { pairOf } from './space.ts';

/** P(fault present) for each fault. Shared: not to be changed. */
export const marginals = ({ now }: Belief): Float64Array => now.sums.faults;

/** P(state) for each state. */
export const stateMarginals = ({ now }: Belief): readonly number[] => now.sums.states;

/** P(set) of each set. */
export function setMass({ now: { layout, all, whole } }: Belief): Float64Array {
  const { furtherSet, space } = layout;
  const masses = all.slice(0, space.count);
  for (let k = 0; k < furtherSet.length; k++) masses[furtherSet[k]!]! += all[space.count + k]!;
  for (let i = 0; i < masses.length; i++) masses[i]! /= whole;
  return masses;
}

/** Mass of set `i`, over all its states. */
function massAt({ layout: { furtherFrom, space }, all }: Mass, i: number): number {
  let mass = all[i]!;
  for (let k = furtherFrom[i]!, end = furtherFrom[i + 1]!; k < end; k++) mass += all[space.count + k]!;
  return mass;
}

/** P(exactly this set), over all its states. */
export const setChance = ({ now }: Belief, set: number): number => massAt(now, set) / now.whole;

/** P(nothing is wrong). */
export const noneMass = (belief: Belief): number => setChance(belief, 0);

/** P(one of these places), by their numbers in the layout. */
export function massOfPlaces({ now: { all, whole } }: Belief, of: Int32Array): number {
  let one = 0;
  let other = 0;
  const even = of.length - (of.length % 2);
  for (let k = 0; k < even; k += 2) {
    one += all[of[k]!]!;
    other += all[of[k + 1]!]!;
  }
  if (even < of.length) one += all[of[even]!]!;
  return (one + other) / whole;
}

/** The `many` likeliest sets, the likeliest first; of equals the one that stands first in the space. */
export function likeliestSets({ now }: Belief, many: number): { readonly set: number; readonly p: number }[] {
  const { count, faults: n } = now.layout.space;
  const top = new Top(many);
  for (let i = 0; i <= n; i++) top.offer(i, massAt(now, i));
  // No pair is likelier than either of its faults: most need not be added up.
  const { faults } = now.sums;
  const most = now.whole * ROUNDING;
  const heavy: number[] = [];
  for (let f = 0; f < n; f++) if (faults[f]! * most > top.least) heavy.push(f);
  for (let x = 0; x < heavy.length; x++) {
    const a = heavy[x]!;
    if (!(faults[a]! * most > top.least)) continue;
    for (let y = x + 1; y < heavy.length; y++) {
      const b = heavy[y]!;
      if (!(faults[b]! * most > top.least)) continue;
      const pair = pairOf(a, b, n);
      top.offer(pair, massAt(now, pair));
    }
  }
  for (let at = 1 + n + (n * (n - 1)) / 2; at < count; at++) top.offer(at, massAt(now, at));
  return Array.from(top.sets.subarray(0, top.found), (set, k) => ({ set, p: top.masses[k]! / now.whole }));
}

/** The heaviest sets so far, the heaviest first. */
class Top {
  readonly sets: Int32Array;
  readonly masses: Float64Array;
  found = 0;
  /** What a set must exceed to come in. */
  least = 0;

  constructor(readonly most: number) {
    this.sets = new Int32Array(most);
    this.masses = new Float64Array(most);
  }

  offer(set: number, mass: number): void {
    const { sets, masses, most } = this;
    if (mass <= this.least) return;
    let at = this.found < most ? this.found++ : most - 1;
    for (; at > 0 && masses[at - 1]! < mass; at--) {
      sets[at] = sets[at - 1]!;
      masses[at] = masses[at - 1]!;
    }
    sets[at] = set;
    masses[at] = mass;
    if (this.found === most) this.least = masses[most - 1]!;
  }
}

/** A sum and what it is the sum of may differ in the last places. */
const ROUNDING = 1 + 1e-9;

/** P(some reading is a gross error | record), 0 .. 1. */
export const surprise = ({ now }: Belief): number => Math.min(1, Math.max(0, 1 - now.sums.clean));

/** P(readings of that likelihood are gross errors | record). */
function grossErrorChance(network: Network, { all, layout, whole }: Mass, key: string, own: GroupLikelihood): number {
  const { count } = network.space;
  const { touched, touchedRow, furtherRow } = network.placed(key, layout);
  const errors = own.total.map((total, row) => (total > 0 ? 1 - own.errorFree[row]! / total : 0));
  const none = errors[0]!;
  let more = 0;
  for (let t = 0; t < touched.length; t++) more += all[touched[t]!]! * (errors[touchedRow[t]!]! - none);
  for (let k = 0; k < furtherRow.length; k++) more += all[count + k]! * (errors[furtherRow[k]!]! - none);
  return none + more / whole;
}

/** P(this group's readings are gross errors | record) for every group since the last repair. */
export const grossErrorChances = (network: Network, { now, likelihoods }: Belief): Map<string, number> =>
  new Map([...likelihoods].map(([key, own]) => [key, grossErrorChance(network, now, key, own)]));

/**
 * The reading of a variable that most probably is a gross error, as its event. Readings that agree are wrong together, and the last stands for
 * them; of those that contradict each other each is wrong by itself.
 */
export function grossErrorOf(network: Network, { now, groups }: Belief, key: string): number {
  const { readings, inConflict } = groups.get(key)!;
  const last = Math.max(...readings.map((r) => r.event));
  if (!inConflict) return last;
  const { variable } = network.placed(key, now.layout);
  const chances = readings.map((reading) => ({
    event: reading.event,
    chance: grossErrorChance(network, now, key, groupLikelihood(variable, withReading(undefined, reading))),
  }));
  return chances.reduce((a, b) => (b.chance >= a.chance ? b : a)).event;
}
