import { type EngineKnown, learnt, type RawEvent, withLayout } from '@/core/index.ts';
import type { CaseHeadFile } from './printedEvent.ts';

/** What is known of the engine once that was taken down, in order. */
export const learntFrom = (known: EngineKnown, events: readonly RawEvent[]): EngineKnown =>
  events.reduce(
    (now, event) =>
      'engine' in event ? learnt(now, { words: event.engine.words ?? {}, figures: event.engine.figures ?? {} }) : now,
    known,
  );

/** What is known of a job's engine at the end of its record. */
export function knownAfter({
  head,
  events,
}: {
  readonly head: CaseHeadFile;
  readonly events: readonly { readonly event: RawEvent }[];
}): EngineKnown {
  const { sheet, ...words } = head.machine.engine;
  return learntFrom(
    { engine: withLayout(words), figures: sheet ?? {} },
    events.map((e) => e.event),
  );
}
