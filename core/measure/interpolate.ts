/**
 * Straight-line look-up in a table with rising `xs`; the end values hold outside it.
 * @throws RangeError when the table is empty or the lengths differ
 */
export function interpolate(xs: readonly number[], ys: readonly number[], x: number): number {
  if (xs.length === 0 || xs.length !== ys.length)
    throw new RangeError('interpolate: table must have equal, non-zero lengths');
  if (x <= xs[0]!) return ys[0]!;
  for (let i = 1; i < xs.length; i++) {
    if (x <= xs[i]!) {
      const t = (x - xs[i - 1]!) / (xs[i]! - xs[i - 1]!);
      return ys[i - 1]! + t * (ys[i]! - ys[i - 1]!);
    }
  }
  return ys[ys.length - 1]!;
}
