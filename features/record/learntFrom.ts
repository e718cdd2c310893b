import { type EngineKnown, learnt, type RawEvent } from '@/core/index.ts';

/** What is known of the engine once that was taken down, in order. */
export const learntFrom = (known: EngineKnown, events: readonly RawEvent[]): EngineKnown =>
  events.reduce(
    (now, event) =>
      'engine' in event ? learnt(now, { words: event.engine.words ?? {}, figures: event.engine.figures ?? {} }) : now,
    known,
  );
