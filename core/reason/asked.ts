import type { Belief } from './belief.ts';
import { type GroupLikelihood, groupLikelihood, withReading } from './evidence.ts';
import type { Mass } from './mass.ts';
import type { Network } from './network.ts';

/** P(fault present) for each fault. Shared: not to be changed. */
export const marginals = ({ now }: Belief): Float64Array => now.sums.faults;

/** P(state) for each state. */
export const stateMarginals = ({ now }: Belief): readonly number[] => now.sums.states;

/** P(set) of each set. */
export function setMass({ now }: Belief): Float64Array {
  return now.sets.map((mass) => mass / now.whole);
}

/** P(nothing is wrong). */
export const noneMass = ({ now }: Belief): number => now.sets[0]! / now.whole;

/** P(one of these sets), by their numbers. */
export function massOfSets({ now }: Belief, of: Int32Array): number {
  const masses = now.sets;
  let one = 0;
  let other = 0;
  const even = of.length - (of.length % 2);
  for (let k = 0; k < even; k += 2) {
    one += masses[of[k]!]!;
    other += masses[of[k + 1]!]!;
  }
  if (even < of.length) one += masses[of[even]!]!;
  return (one + other) / now.whole;
}

/** The `most` likeliest sets, the likeliest first. */
export function likeliestSets({ now }: Belief, most: number): { readonly set: number; readonly p: number }[] {
  const masses = now.sets;
  const { count, faults: n } = now.layout.space;
  const top = new Int32Array(most);
  let found = 0;
  let least = 0;
  const look = (from: number, to: number) => {
    for (let i = from; i < to; i++) {
      const mass = masses[i]!;
      if (mass <= least) continue;
      let at = found < most ? found++ : most - 1;
      for (; at > 0 && masses[top[at - 1]!]! < mass; at--) top[at] = top[at - 1]!;
      top[at] = i;
      if (found === most) least = masses[top[most - 1]!]!;
    }
  };
  look(0, 1 + n);
  // No pair is likelier than either of its faults: most rows of pairs need not be gone over.
  for (let a = 0, at = 1 + n; a < n; at += n - 1 - a, a++)
    if (now.sums.faults[a]! * now.whole * ROUNDING > least) look(at, at + n - 1 - a);
  look(1 + n + (n * (n - 1)) / 2, count);
  return Array.from(top.subarray(0, found), (set) => ({ set, p: masses[set]! / now.whole }));
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
