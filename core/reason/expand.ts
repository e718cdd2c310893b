import type { Belief } from './belief.ts';
import type { GroupLikelihood } from './evidence.ts';
import { combinationsOf } from './faultChances.ts';
import type { Network } from './network.ts';
import { aloneAt } from './space.ts';

/** A reading this much likelier with the fault than without any is decisive. */
const DECISIVE = 20;
/** At most so many faults are heard per reading, the likeliest first. */
const HEARD_PER_READING = 6;

/** A record with more decisive findings than this is no job but a heap of contradictions: it asks for nothing more. */
const MOST_DECISIVE = 16;

/**
 * Sets of three that the record asks for: three decisive abnormal readings, each explained by one of the three faults and by
 * neither of the others. Anything less is explained by two.
 * @param heardBefore faults that were heard together before, which are passed over; those heard now are added
 * @returns ascending index triples, not yet in the space
 */
export function askedTriples(
  network: Network,
  belief: Belief,
  heardBefore: Set<number> = new Set(),
): [number, number, number][] {
  const { space, levels } = network;
  const found = [...belief.likelihoods]
    .map(([key, likelihood]) => explainedBy(network, belief, key, likelihood))
    .filter(({ faults }) => faults.length > 0);
  if (found.length < 3 || found.length > MOST_DECISIVE) return [];
  const likely = new Map<number, number>();
  for (const fault of found.flatMap(({ faults }) => faults))
    if (!likely.has(fault)) likely.set(fault, likelihoodAlone(network, belief, fault));
  const readings = found.map((reading) => ({
    ...reading,
    heard: [...reading.faults].sort((a, b) => likely.get(b)! - likely.get(a)!).slice(0, HEARD_PER_READING),
  }));
  const wanted: [number, number, number][] = [];
  for (let x = 0; x < readings.length; x++) {
    for (let y = x + 1; y < readings.length; y++) {
      for (let z = y + 1; z < readings.length; z++) {
        const [one, two, three] = [readings[x]!, readings[y]!, readings[z]!];
        for (const a of one.heard) {
          if (two.explains[a] || three.explains[a]) continue;
          for (const b of two.heard) {
            if (one.explains[b] || three.explains[b]) continue;
            for (const c of three.heard) {
              if (one.explains[c] || two.explains[c]) continue;
              const together = codeOf(a, b, c, space.faults);
              if (heardBefore.has(together)) continue;
              heardBefore.add(together);
              // As bad as they may be, each.
              for (const combination of combinationsOf([a, b, c].map((fault) => levels[fault]!))) {
                const set = combination.sort((m, n) => m - n) as [number, number, number];
                if (space.indexOf(set) < 0) wanted.push(set);
              }
            }
          }
        }
      }
    }
  }
  return wanted;
}

/** One number for three faults, in whatever order. */
function codeOf(a: number, b: number, c: number, faults: number): number {
  const low = Math.min(a, b, c);
  const high = Math.max(a, b, c);
  return (low * faults + (a + b + c - low - high)) * faults + high;
}

/**
 * How likely that fault alone makes what was read since the last repair. It is asked of nothing that sets of three change: so it does not matter
 * whether they were grown reading by reading, or all at once for a record that is taken up again.
 */
function likelihoodAlone({ placed, levels, spec }: Network, { likelihoods, start }: Belief, fault: number): number {
  let sum = 0;
  for (const level of levels[fault]!) {
    let product = spec.faults[level]!.odds;
    for (const [key, { total }] of likelihoods)
      product *= total[placed(key, start.layout).setRow[aloneAt(level)]!]! / (total[0]! || 1);
    sum += product;
  }
  return sum;
}

interface ExplainedBy {
  readonly faults: readonly number[];
  /** The same, by number of its first level. */
  readonly explains: Uint8Array;
}

const explained = new WeakMap<GroupLikelihood, ExplainedBy>();

/** Faults that alone, at some level, make a group of readings decisively likelier than none does, by their first level; worked out once for each likelihood. */
function explainedBy(network: Network, { start }: Belief, key: string, likelihood: GroupLikelihood): ExplainedBy {
  let found = explained.get(likelihood);
  if (!found) {
    const { setRow } = network.placed(key, start.layout);
    const none = likelihood.total[0]!;
    const explains = new Uint8Array(network.space.faults);
    const faults: number[] = [];
    for (const [first, levels] of network.levels.entries())
      if (levels.some((level) => likelihood.total[setRow[aloneAt(level)]!]! > DECISIVE * none)) {
        explains[first] = 1;
        faults.push(first);
      }
    found = { faults, explains };
    explained.set(likelihood, found);
  }
  return found;
}
