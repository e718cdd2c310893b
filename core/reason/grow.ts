import { type Belief, marginals } from './belief.ts';
import type { Network } from './network.ts';
import { aloneAt } from './space.ts';

/** A reading this much likelier with the fault than without any is decisive. */
const DECISIVE = 20;
/** At most so many faults are heard per reading, the likeliest first. */
const HEARD_PER_READING = 6;

/**
 * Sets of three that the record asks for: three decisive abnormal readings, each explained by one of the three faults and by
 * neither of the others. Anything less is explained by two.
 * @returns ascending index triples, not yet in the space
 */
export function askedTriples(network: Network, belief: Belief): [number, number, number][] {
  const p = marginals(network, belief);
  const { space } = network;
  const accused: Set<number>[] = [];
  const all: Set<number>[] = [];
  for (const [key, likelihood] of belief.likelihoods) {
    const { faultRow, masks } = network.variable(key);
    const none = likelihood.total[faultRow[0]! * masks]!;
    const faults: number[] = [];
    for (let f = 0; f < space.faults; f++)
      if (likelihood.total[faultRow[aloneAt(f)]! * masks]! > DECISIVE * none) faults.push(f);
    if (faults.length === 0) continue;
    all.push(new Set(faults));
    accused.push(new Set(faults.sort((a, b) => p[b]! - p[a]!).slice(0, HEARD_PER_READING)));
  }
  const wanted = new Map<string, [number, number, number]>();
  for (let x = 0; x < accused.length; x++) {
    for (let y = x + 1; y < accused.length; y++) {
      for (let z = y + 1; z < accused.length; z++) {
        for (const a of accused[x]!) {
          if (all[y]!.has(a) || all[z]!.has(a)) continue;
          for (const b of accused[y]!) {
            if (all[x]!.has(b) || all[z]!.has(b)) continue;
            for (const c of accused[z]!) {
              if (all[x]!.has(c) || all[y]!.has(c)) continue;
              const set = [a, b, c].sort((m, n) => m - n) as [number, number, number];
              if (space.indexOf(set) < 0) wanted.set(set.join(), set);
            }
          }
        }
      }
    }
  }
  return [...wanted.values()];
}
