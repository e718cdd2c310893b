import { type Beside, NOTHING_BESIDE, type RawEvent, readBeside, withBeside } from '@/core/index.ts';

/** A line of a record by its number. */
export type NumberedLine = { readonly seq: number; readonly event: RawEvent };

/** What is written down beside the tracing, as it stands by these lines. */
export function besidesOf(lines: readonly NumberedLine[]): Beside {
  // A line of another version may be no object at all.
  const whole = lines.filter(({ event }) => typeof event === 'object' && event !== null);
  const struck = new Set(whole.flatMap(({ event }) => ('correct' in event ? [event.correct] : [])));
  return whole.reduce<Beside>((before, { seq, event }) => {
    const read = struck.has(seq) || 'correct' in event ? null : readBeside(event, '$');
    return read?.ok ? withBeside(before, read.value, seq) : before;
  }, NOTHING_BESIDE);
}
