import type { Assessment, ComputedQuantity } from '../checks/assessment.ts';

/** A reading on a small scale with its limits; places are shares of the scale, 0 .. 1. */
export interface LimitBar {
  readonly value: number;
  /** What was read may as well be anywhere from here to there. */
  readonly from: number;
  readonly to: number;
  readonly limits: readonly { readonly name: string; readonly at: number; readonly text: string }[];
}

/**
 * The figure a verdict stands on, against its limits; null where no limit is in the unit of any figure.
 * @param read the figure itself, in the unit the limits are in; null where only worked-out quantities count
 */
export function limitBar(
  { quantities, limits }: Pick<Assessment, 'quantities' | 'limits'>,
  read: { readonly value: number; readonly unit: string } | null,
): LimitBar | null {
  const figures: readonly ComputedQuantity[] = [...Object.values(quantities), ...(read ? [read] : [])];
  const figure = figures.find((f) => limits.some((l) => l.unit === f.unit));
  if (!figure) return null;
  const own = limits.filter((l) => l.unit === figure.unit);
  const error = figure.plusMinus ?? 0;
  const all = [figure.value - error, figure.value + error, ...own.map((l) => l.value)];
  const [least, most] = [Math.min(...all), Math.max(...all)];
  // Room to both sides, but no figure below nothing where none is.
  const room = 0.4 * (most - least || Math.abs(most));
  const low = least >= 0 ? Math.max(0, least - room) : least - room;
  const span = most + room - low;
  if (!(span > 0)) return null;
  const at = (v: number) => (v - low) / span;
  return {
    value: at(figure.value),
    from: at(figure.value - error),
    to: at(figure.value + error),
    limits: own.map(({ name, value, unit }) => ({
      name,
      at: at(value),
      text: `${Number(value.toPrecision(4))} ${unit}`,
    })),
  };
}
