import type { RepairStep } from '../casefile/index.ts';
import { checkOf } from '../checks/index.ts';
import { withReadingTaken } from './readingTaken.ts';
import type { Bench } from './state.ts';

/** Once a part is on the engine, what it read on the bench is read of the engine: behind the repair, on its cylinder, with nothing opened for it. */
export function withPartFitted(bench: Bench, { fitted, cylinder }: RepairStep, event: number): Bench {
  const part = bench.parts.find((p) => p.event === fitted);
  if (!part) return bench;
  const { open, hot, hasRun } = bench;
  const after = part.card.readings.reduce((now, taken) => {
    const on = checkOf(taken.reading.check).scope === 'cylinder' ? (cylinder ?? 1) : null;
    return withReadingTaken(now, { ...taken, reading: { ...taken.reading, cylinder: on } }, event);
  }, bench);
  return { ...after, open, hot, hasRun };
}
