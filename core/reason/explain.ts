import type { Belief } from './belief.ts';
import { product } from './mass.ts';
import type { Network } from './network.ts';
import { membersOf } from './space.ts';

/** What one variable's readings say of a suspect. */
export interface Weight {
  readonly variable: string;
  readonly events: readonly number[];
  /** Ten times the base-ten logarithm of P(readings | fault) / P(readings | no such fault). */
  readonly decibans: number;
}

/**
 * Weight of evidence for a fault, reading by reading, since the last repair; the strongest first.
 * Each is taken in the light of all the others.
 * @param causes the fault, at each of its levels
 * @see I. J. Good, Probability and the Weighing of Evidence (1950)
 */
export function weightsOfEvidence(network: Network, belief: Belief, causes: readonly number[]): Weight[] {
  const out: Weight[] = [];
  const { space } = network;
  const { layout } = belief.now;
  const has = Uint8Array.from({ length: space.count }, (_, i) =>
    Number(membersOf(space, i).some((cause) => causes.includes(cause))),
  );
  for (const [key, own] of belief.likelihoods) {
    const { all } = product(network, belief.start, belief.likelihoods, key);
    const { setRow, furtherRow } = network.placed(key, layout);
    const sums = { with: 0, withMass: 0, without: 0, withoutMass: 0 };
    const add = (set: number, row: number, mass: number) => {
      const seen = mass * own.total[row]!;
      if (has[set]) {
        sums.with += seen;
        sums.withMass += mass;
      } else {
        sums.without += seen;
        sums.withoutMass += mass;
      }
    };
    for (let i = 0; i < space.count; i++) add(i, setRow[i]!, all[i]!);
    layout.furtherSet.forEach((set, k) => {
      add(set, furtherRow[k]!, all[space.count + k]!);
    });
    if (sums.withMass <= 0 || sums.withoutMass <= 0 || sums.without <= 0 || sums.with <= 0) continue;
    const decibans = 10 * Math.log10(sums.with / sums.withMass / (sums.without / sums.withoutMass));
    out.push({ variable: key, events: belief.groups.get(key)!.readings.map((r) => r.event), decibans });
  }
  return out.sort((a, b) => Math.abs(b.decibans) - Math.abs(a.decibans));
}
