import { useMemo } from 'react';
import type { JobEvent, RawEvent } from '@/core/index.ts';
import type { Person } from '@/db/people.ts';
import type { useRecord } from '@/features/record/client/useRecord.ts';
import { useLatest } from '@/ui/useLatest.ts';
import type { TapeEvent } from './plates.ts';
import type { useReasoner } from './useReasoner.ts';

/** An event under the id of the form it came from: a second click on the same form is the same event. */
export interface Fresh {
  readonly event: RawEvent;
  /** The same past the door, where the plate has read it already. */
  readonly read?: JobEvent;
  readonly id: string;
}

/** The tape as it stands with what is on its way, numbered as it will be printed. */
export function useLines({ events, unsent }: Pick<ReturnType<typeof useRecord>, 'events' | 'unsent'>) {
  return useMemo((): readonly TapeEvent[] => {
    const onTheirWay = unsent.filter((u) => u.refused === null);
    return [...events, ...onTheirWay.map(({ event, at }, i) => ({ seq: events.length + i + 1, event, at }))];
  }, [events, unsent]);
}

/**
 * Takes events down, under the name of who is at the tablet: belief first, then the record.
 * @param after done once they are taken down, behind the ridge they make
 */
export function useTaking(
  { add, afterRidge }: Pick<ReturnType<typeof useReasoner>, 'add' | 'afterRidge'>,
  { isKnown, record }: Pick<ReturnType<typeof useRecord>, 'isKnown' | 'record'>,
  withPerson: (work: (person: Person) => void) => boolean,
  begun: () => () => void,
) {
  const takeDown = (all: readonly Fresh[], by: Person) => {
    const fresh = all.filter(({ id }) => !isKnown(id));
    if (fresh.length === 0) return;
    performance.mark('ridge-reading');
    const after = begun();
    for (const { event, read } of fresh) add(event, read);
    for (const { event, id } of fresh) record(event, by.id, id);
    afterRidge(after);
  };
  const putAll = useLatest((all: readonly Fresh[]) => withPerson((by) => takeDown(all, by)));
  const put = useLatest((event: RawEvent, id: string) => putAll([{ event, id }]));
  /** Opening, putting back and what is learnt of the engine change the minutes and the limits, not what lies on the plate. */
  const putBeside = useLatest((event: RawEvent, id: string) =>
    withPerson((by) => {
      if (isKnown(id)) return;
      add(event);
      record(event, by.id, id);
    }),
  );
  return { putAll, put, putBeside };
}
