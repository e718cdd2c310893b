import { sameReading } from '../reason/sameReading.ts';
import type { StandingReading } from '../reason/standing.ts';
import type { Bench } from './state.ts';

/** What was taken again and said its part is not asked a third time. */
export const takenAgain = (bench: Pick<Bench, 'readings'>, taken: StandingReading) =>
  bench.readings.some((r) => r !== taken && r.epoch === taken.epoch && sameReading(r.reading, taken.reading));

export const lastEventOf = (bench: Bench, wanted: (r: StandingReading) => boolean) =>
  bench.readings.findLast(wanted)?.event ?? null;

/** Whether the reading that most probably is a gross error was taken again since the last repair. */
export const grossErrorWasTakenAgain = (
  bench: Pick<Bench, 'readings'>,
  { grossError }: { readonly grossError: number | null },
) => {
  const taken = bench.readings.find((r) => r.event === grossError);
  return taken !== undefined && takenAgain(bench, taken);
};
