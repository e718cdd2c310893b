import { type Evidence, type Group, type GroupLikelihood, groupLikelihood, withReading } from './evidence.ts';
import { type Mass, massOf, multiplied, over, product, sameFigures } from './mass.ts';
import type { Network } from './network.ts';

/** Belief since the last repair, and the readings that made it. */
export interface Belief {
  readonly start: Mass;
  readonly groups: ReadonlyMap<string, Group>;
  readonly likelihoods: ReadonlyMap<string, GroupLikelihood>;
  readonly now: Mass;
  /** Readings are only weighed, each by itself: `start` and `now` stay as they were when this began, whatever is read or repaired. */
  readonly weighedOnly?: true;
}

export function initialBelief(network: Network): Belief {
  const start = massOf(network, {
    layout: network.layout,
    all: network.prior,
    errorFree: network.prior,
    errorFreeScale: 1,
  });
  return { start, groups: new Map(), likelihoods: new Map(), now: start };
}

/** Belief with the readings of one variable replaced by `evidence`, in the order taken. Exact over the hypothesis space. */
export function withGroup(network: Network, belief: Belief, variable: string, evidence: readonly Evidence[]): Belief {
  return withGroups(network, belief, new Map([[variable, evidence]]));
}

/**
 * Belief with the readings of several variables replaced, each by its own `evidence` in the order taken. What did not change is
 * not gone over again: belief is a product, so a new factor multiplies it and a changed one multiplies it by new over old.
 */
export function withGroups(
  network: Network,
  belief: Belief,
  evidence: ReadonlyMap<string, readonly Evidence[]>,
): Belief {
  return withGroupsAsTheyAre(
    network,
    belief,
    new Map(
      [...evidence].map(([variable, readings]) => [
        variable,
        readings.reduce<Group | undefined>(withReading, undefined),
      ]),
    ),
  );
}

/** The same of groups that were made before: what they weighed over other hypotheses is not weighed again. */
export function withGroupsAsTheyAre(
  network: Network,
  belief: Belief,
  replaced: ReadonlyMap<string, Group | undefined>,
): Belief {
  const groups = new Map(belief.groups);
  const likelihoods = new Map(belief.likelihoods);
  const factors = new Map<string, GroupLikelihood>();
  let anew = false;
  for (const [variable, group] of replaced) {
    const before = likelihoods.get(variable);
    if (!group) {
      anew ||= before !== undefined;
      groups.delete(variable);
      likelihoods.delete(variable);
      continue;
    }
    groups.set(variable, group);
    const after = groupLikelihood(network.placed(variable, belief.start.layout).variable, group);
    if (before && sameFigures(before.total, after.total) && sameFigures(before.errorFree, after.errorFree)) continue;
    likelihoods.set(variable, after);
    if (belief.weighedOnly) continue;
    const factor = before ? over(after, before) : after;
    if (factor) factors.set(variable, factor);
    else anew = true;
  }
  if (belief.weighedOnly) return { ...belief, groups, likelihoods };
  const now = anew ? product(network, belief.start, likelihoods) : multiplied(network, belief.now, factors);
  return { start: belief.start, groups, likelihoods, now };
}

/**
 * Belief once the complaint is heard. Prior shares are those of machines somebody complained of, so what is complained of says nothing
 * against "nothing wrong": the share of the empty set stays as it was, and the faults compete for the rest.
 */
export function withComplaint(network: Network, belief: Belief, variable: string, evidence: Evidence): Belief {
  const heard = withGroup(network, belief, variable, [evidence]);
  const before = belief.now.all[0]! / belief.now.whole;
  const after = heard.now.all[0]! / heard.now.whole;
  if (!(before > 0 && before < 1 && after > 0)) return heard;
  const { total, errorFree } = heard.likelihoods.get(variable)!;
  const factor = ((before / (1 - before)) * (1 - after)) / after;
  const { book, rows } = network.placed(variable, belief.start.layout).variable;
  const scaledRow = (figures: Float64Array) => {
    const out = figures.slice();
    for (let row = 0; row < rows; row++) if (book.locals[3 * row]! < 0) out[row]! *= factor;
    return out;
  };
  const likelihoods = new Map(heard.likelihoods);
  likelihoods.set(variable, { total: scaledRow(total), errorFree: scaledRow(errorFree) });
  return { ...heard, likelihoods, now: product(network, belief.start, likelihoods) };
}
