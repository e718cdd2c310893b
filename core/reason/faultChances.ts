import { likeliestSets, marginals, setChance } from './asked.ts';
import type { Belief } from './belief.ts';
import type { Catalogue } from './catalogue/instances.ts';
import { aloneAt, membersOf, pairOf } from './space.ts';

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
  const found = new Map<number, { readonly faults: readonly number[]; readonly p: number }>();
  for (const { set } of likeliestSets(belief, COMBINATIONS * many)) {
    const faults = membersOf(space, set).map((cause) => causes[cause]!.fault);
    const key = faults.reduce((sum, fault) => sum * MOST_FAULTS + fault + 1, 0);
    if (!found.has(key)) found.set(key, { faults, p: chanceOfFaults(causesOf, belief, faults) });
  }
  return [...found.values()].sort((a, b) => b.p - a.p).slice(0, many);
}

/** More than the faults any engine can have. */
const MOST_FAULTS = 1024;

/** P(these faults and no others, each at whatever level). */
function chanceOfFaults(causesOf: Catalogue['causesOf'], belief: Belief, faults: readonly number[]): number {
  const { space } = belief.now.layout;
  const [a, b, c] = faults.map((fault) => causesOf[fault]!);
  if (!a) return setChance(belief, 0);
  // Not every three are in the space.
  const chanceAt = (set: number) => (set < 0 ? 0 : setChance(belief, set));
  let sum = 0;
  for (const x of a) {
    if (!b) sum += setChance(belief, aloneAt(x));
    else
      for (const y of b) {
        if (c) for (const z of c) sum += chanceAt(space.indexOf([x, y, z]));
        else sum += setChance(belief, pairOf(x, y, space.faults));
      }
  }
  return sum;
}

/** One of each group, in every way. */
export const combinationsOf = (groups: readonly (readonly number[])[]): number[][] =>
  groups.reduce<number[][]>((all, group) => all.flatMap((some) => group.map((one) => [...some, one])), [[]]);
