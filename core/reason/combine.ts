/** Chances of the abnormal outcomes that one cause brings about; the rest is the normal outcome. */
export type OutcomeChances = Readonly<Record<string, number>>;

/**
 * Noisy-MAX: each cause alone would give an outcome; the one latest in `order` shows.
 * P(shown <= k) is the product over causes of P(cause alone <= k).
 * @param order outcomes from the one that hides least to the one that hides all; the first is normal
 * @returns P(outcome) in the order of `order`, summing to 1
 * @see Henrion (1989); Diez, "Parameter adjustment in Bayes networks: the generalized noisy OR-gate" (1993)
 */
export function noisyMax(order: readonly string[], causes: readonly OutcomeChances[]): number[] {
  const cumulative = order.map(() => 1);
  for (const cause of causes)
    cumulativeOf(order, cause).forEach((c, k) => {
      cumulative[k]! *= c;
    });
  return cumulative.map((c, k) => c - (k > 0 ? cumulative[k - 1]! : 0));
}

/** P(one cause alone shows at most the k-th of `order`), for each k; the last is 1. Causes multiply. */
export function cumulativeOf(order: readonly string[], cause: OutcomeChances): number[] {
  const out = order.map(() => 1);
  let above = 0;
  for (let k = order.length - 1; k >= 0; k--) {
    out[k] = Math.max(0, 1 - above);
    above += cause[order[k]!] ?? 0;
  }
  return out;
}
