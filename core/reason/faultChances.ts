import { likeliestSets, marginals, setChance } from './asked.ts';
import type { Belief } from './belief.ts';
import type { Catalogue } from './catalogue/instances.ts';
import { aloneAt, membersOf } from './space.ts';

/** P(fault present) for each fault of the catalogue, at whatever level. */
export function faultChances({ causes, faults }: Pick<Catalogue, 'causes' | 'faults'>, belief: Belief): Float64Array {
  const p = marginals(belief);
  const out = new Float64Array(faults.length);
  for (let c = 0; c < p.length; c++) out[causes[c]!.fault]! += p[c]!;
  return out;
}

/**
 * What a fault alone makes of something, over its levels.
 * @param of the same of the set of one cause, by the number of that set
 */
export function alone(
  { causes, causesOf }: Pick<Catalogue, 'causes' | 'causesOf'>,
  fault: number,
  of: (set: number) => number,
): number {
  let sum = 0;
  for (const cause of causesOf[fault]!) sum += causes[cause]!.share * of(aloneAt(cause));
  return sum;
}

/** A set of faults stands at so many combinations of levels, most of the time. */
const COMBINATIONS = 4;

/** The `many` likeliest sets of faults, whatever their levels, the likeliest first: of each that is found some combination of levels is among the likeliest. */
export function likeliestFaultSets(
  { causes, causesOf }: Pick<Catalogue, 'causes' | 'causesOf'>,
  belief: Belief,
  many: number,
): { readonly faults: readonly number[]; readonly p: number }[] {
  const { space } = belief.now.layout;
  const found = new Map<string, { readonly faults: readonly number[]; readonly p: number }>();
  for (const { set } of likeliestSets(belief, COMBINATIONS * many)) {
    const faults = membersOf(space, set).map((cause) => causes[cause]!.fault);
    const key = faults.join();
    if (found.has(key)) continue;
    const p = combinationsOf(faults.map((fault) => causesOf[fault]!)).reduce(
      (sum, combination) => sum + setChance(belief, space.indexOf(combination)),
      0,
    );
    found.set(key, { faults, p });
  }
  return [...found.values()].sort((a, b) => b.p - a.p).slice(0, many);
}

/** One of each group, in every way. */
export const combinationsOf = (groups: readonly (readonly number[])[]): number[][] =>
  groups.reduce<number[][]>((all, group) => all.flatMap((some) => group.map((one) => [...some, one])), [[]]);
