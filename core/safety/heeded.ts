import type { CautionId } from './cautions.ts';

/** A line of the tape, as far as cautions go. */
export interface HeededLine {
  readonly person: string;
  /** When it was written [ms since 1970]. */
  readonly atMs: number;
  /** What was read in full and acknowledged with it; empty for every other line. */
  readonly heeded: readonly CautionId[];
}

/** One shift; after it a caution stands in full again [h] [common practice, no source]. */
export const SHIFT_H = 12;

/**
 * The cautions one person has read in full on this job, in this shift, with nobody else at the machine in between: handed over, it is read again.
 * @param tape every line of the job in order
 * @param person who is at the bench now
 * @param nowMs the time now [ms since 1970]
 */
export function heededBy(tape: readonly HeededLine[], person: string, nowMs: number): ReadonlySet<CautionId> {
  const own = tape.slice(tape.findLastIndex((line) => line.person !== person) + 1);
  return new Set(own.filter(({ atMs }) => nowMs - atMs < SHIFT_H * 3_600_000).flatMap(({ heeded }) => heeded));
}
