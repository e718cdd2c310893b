import type { Reading } from '../checks/index.ts';
import { sameReading } from '../reason/sameReading.ts';
import type { StandingReading } from '../reason/standing.ts';
import type { Bench } from './state.ts';

export interface BeforeAfter {
  readonly before: StandingReading;
  readonly after: StandingReading;
}

/**
 * The reading that a re-test repeats: the same check on the same cylinder, in the same state and equally hot, nearest before the
 * repair.
 * @param repair event number of the repair
 * @param asked the check as it is, or will be, taken again
 * @returns null where it was never read that way: a figure from another state is no "before"
 */
export function readingRepeated(
  readings: readonly StandingReading[],
  repair: number,
  asked: Pick<Reading, 'check' | 'cylinder' | 'condition' | 'temperature'>,
): StandingReading | null {
  return readings.findLast((r) => r.event < repair && sameReading(r.reading, asked)) ?? null;
}

/**
 * The "before" of a check as it is taken now, or was taken as event `number`: the reading it repeats from before the last repair
 * ahead of it; null while nothing was repaired.
 */
export function readingBefore(
  { readings, repairs }: Pick<Bench, 'readings' | 'repairs'>,
  asked: Parameters<typeof readingRepeated>[2],
  number = Number.POSITIVE_INFINITY,
): StandingReading | null {
  const repair = repairs.findLast((r) => r.event < number);
  return repair ? readingRepeated(readings, repair.event, asked) : null;
}

/** Readings taken again after a repair, each beside the one it repeats. */
export function beforeAfter(bench: Pick<Bench, 'readings' | 'repairs'>): BeforeAfter[] {
  return bench.readings.flatMap((after) => {
    const before = readingBefore(bench, after.reading, after.event);
    return before ? [{ before, after }] : [];
  });
}
