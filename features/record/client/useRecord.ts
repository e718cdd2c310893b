'use client';
import { startTransition, useCallback, useEffect, useRef, useState } from 'react';
import type { RawEvent } from '@/core/index.ts';
import type { PrintedEvent } from '../printedEvent.ts';
import type { JobRecord, RecordView } from './jobRecord.ts';

/** What the record needs of the reasoner beside it. */
export interface BesideRecord {
  /** The record turned out to be another than was believed: another tab wrote, or an event was refused. */
  readonly open: (events: readonly RawEvent[]) => void;
  /** Puts off what a new reading does to the screen and the net until its ridge is drawn. */
  readonly afterRidge: (work: () => void) => void;
}

/** The record of the job on the bench, kept in this browser and sent to the server. What does that comes beside the page. */
export function useRecord(jobId: string, first: readonly PrintedEvent[], epoch: string, reasoner: BesideRecord) {
  const beside = useRef(reasoner);
  beside.current = reasoner;
  const [view, setView] = useState<RecordView>({ events: first, unsent: [], reach: 'in-reach', keeps: true });
  const opening = useRef<Promise<JobRecord> | null>(null);
  const opened = useRef<JobRecord | null>(null);
  const begun = useRef(new Set<string>()).current;

  // biome-ignore lint/correctness/useExhaustiveDependencies: one record for as long as the bench stands.
  useEffect(() => {
    let close: (() => void) | null = null;
    let isHere = true;
    opening.current = import('./openRecord.ts').then(({ openRecord }) => {
      const { record, close: ends } = openRecord(jobId, first, epoch, {
        changed: (fresh, urgency) =>
          urgency === 'now'
            ? startTransition(() => setView(fresh))
            : beside.current.afterRidge(() => setView(record.view)),
        rewritten: (events) => beside.current.open(events),
      });
      close = ends;
      opened.current = record;
      if (!isHere) ends();
      return record;
    });
    // Nothing can be taken down without it: the page says that it broke.
    opening.current.catch((error) => {
      setView(() => {
        throw error;
      });
    });
    return () => {
      isHere = false;
      close?.();
      opened.current = null;
    };
  }, [jobId]);

  const isKnown = useCallback((id: string) => begun.has(id) || (opened.current?.isKnown(id) ?? false), [begun]);
  const take = useCallback(
    (event: RawEvent, personId: string, id: string) => {
      begun.add(id);
      void opening.current!.then((record) => {
        record.record(event, personId, id);
        beside.current.afterRidge(() => setTimeout(() => record.flush()));
      });
    },
    [begun],
  );
  const leaveOut = useCallback((id: string) => void opening.current!.then((record) => record.leaveOut(id)), []);
  return { ...view, isKnown, record: take, leaveOut };
}
