import { normalCdf } from './normal.ts';

/** One outcome's stretch of the scale; use -Infinity and Infinity for open ends. */
export interface Band {
  readonly outcome: string;
  readonly from: number;
  readonly to: number;
  /**
   * How wide what gives that outcome scatters, in the unit of the scale, above 0: a figure speaks the less for it the wider. For all bands or none.
   */
  readonly widthOf?: number;
}

/** The bands by their limits alone: what a verdict goes by, whatever belief makes of it. */
export const byLimits = (bands: readonly Band[]): readonly Band[] =>
  bands.map(({ outcome, from, to }) => ({ outcome, from, to }));

/**
 * How well a measured figure fits each outcome: the share of the instrument's error bell that falls into each band.
 * There is no cliff at a limit: a figure on the line counts half for each side.
 * @param value measured, same unit as the bands
 * @param sigma one standard deviation of instrument and of good engines together, above 0
 * @returns weights by outcome, summing to 1 when the bands cover the scale
 */
export function bandWeights(bands: readonly Band[], value: number, sigma: number): Record<string, number> {
  if (!Number.isFinite(value) || !(sigma > 0))
    throw new RangeError('bandWeights: value must be finite and sigma above 0');
  const weights: Record<string, number> = {};
  let whole = 0;
  // Nothing scatters much less than it can be read: a window with both ends alike is no spike.
  const narrowest = sigma / 10;
  for (const { outcome, from, to, widthOf } of bands) {
    const share =
      Math.max(0, normalCdf((to - value) / sigma) - normalCdf((from - value) / sigma)) /
      (widthOf === undefined ? 1 : Math.max(narrowest, widthOf));
    weights[outcome] = (weights[outcome] ?? 0) + share;
    whole += share;
  }
  // A likelihood by width is brought to shares again.
  if (bands.some((band) => band.widthOf !== undefined)) for (const outcome in weights) weights[outcome]! /= whole;
  return weights;
}
