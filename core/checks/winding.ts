import { errorOf, OHMMETER } from './accuracy.ts';
import { type Assessment, type ComputedQuantity, EMPTY_ASSESSMENT, type Limit } from './assessment.ts';
import { judge } from './judge.ts';
import type { Reading } from './reading.ts';

/** Windings of one kind lie this far apart [share] [M]. */
const APART = 0.08;

/** A winding by its ohms: shorted under its window, open over it and where the meter shows nothing. */
export function judgeWinding(
  reading: Pick<Reading, 'fields' | 'instrument'>,
  { low, high, limits }: { readonly low: number; readonly high: number; readonly limits: readonly Limit[] },
  points: readonly string[],
  quantitiesOf: (ohms: number, error: number) => Readonly<Record<string, ComputedQuantity>> = () => ({}),
): Assessment {
  const { value } = reading.fields;
  if (value === 'OL')
    return { ...EMPTY_ASSESSMENT, outcome: 'open', weights: { '': { open: 1 } }, severity: 1, limits, points };
  if (typeof value !== 'number') return EMPTY_ASSESSMENT;
  const error = errorOf(reading, OHMMETER, value);
  return judge({
    value,
    error,
    spread: APART * value,
    bands: [
      { outcome: 'shorted', from: -Infinity, to: low },
      { outcome: 'ok', from: low, to: high },
      { outcome: 'open', from: high, to: Infinity },
    ],
    sound: [low, high],
    worst: [0, 5 * high],
    quantities: quantitiesOf(value, error),
    limits,
    points,
  });
}
