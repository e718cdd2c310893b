import { type Beside, NOTHING_BESIDE, type RawEvent, readBeside, withBeside } from '@/core/index.ts';

/** A line of a record by its number. */
export type NumberedLine = { readonly seq: number; readonly event: RawEvent };

/** What is written down beside the tracing, as it stands by these lines. */
export function besidesOf(lines: readonly NumberedLine[]): Beside {
  const struck = new Set(lines.flatMap(({ event }) => ('correct' in event ? [event.correct] : [])));
  return lines.reduce<Beside>((before, { seq, event }) => {
    const read = struck.has(seq) || 'correct' in event ? null : readBeside(event, '$');
    return read?.ok ? withBeside(before, read.value, seq) : before;
  }, NOTHING_BESIDE);
}
