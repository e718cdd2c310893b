'use client';
import { startTransition, useCallback, useEffect, useRef, useState } from 'react';
import type { RawEvent } from '@/core/index.ts';
import type { PrintedEvent } from '../printedEvent.ts';
import { JobRecord, type RecordView } from './jobRecord.ts';
import * as keptRecord from './keptRecord.ts';
import { sendEvent } from './send.ts';

/** The events of a job after that number; null where the server answers and has no such job. */
async function fetchAfter(
  jobId: string,
  known: number,
): Promise<readonly PrintedEvent[] | null | 'out-of-reach' | 'again'> {
  try {
    const response = await fetch(`/api/jobs/${jobId}/events?after=${known}`, { cache: 'no-store' });
    if (response.status >= 500) return 'again';
    if (!response.ok) return null;
    return ((await response.json()) as { events: PrintedEvent[] }).events;
  } catch {
    return 'out-of-reach';
  }
}

/** What the record needs of the reasoner beside it. */
export interface BesideRecord {
  /** The record turned out to be another than was believed: another tab wrote, or an event was refused. */
  readonly open: (events: readonly RawEvent[]) => void;
  /** Puts off what a new reading does to the screen and the net until its ridge is drawn. */
  readonly afterRidge: (work: () => void) => void;
}

/** The record of the job on the bench, kept in this browser and sent to the server. */
export function useRecord(jobId: string, first: readonly PrintedEvent[], reasoner: BesideRecord) {
  const beside = useRef(reasoner);
  beside.current = reasoner;
  const channel = useRef<BroadcastChannel | null>(null);
  const [view, setView] = useState<RecordView>({ events: first, unsent: [], reach: 'in-reach', keeps: true });
  const open = () =>
    new JobRecord(jobId, first, {
      store: keptRecord,
      send: sendEvent,
      fetchAfter: (known) => fetchAfter(jobId, known),
      now: Date.now,
      changed: (fresh, urgency) =>
        urgency === 'now'
          ? startTransition(() => setView(fresh))
          : beside.current.afterRidge(() => setView(record.current!.view)),
      rewritten: (events) => beside.current.open(events),
      tell: () => channel.current?.postMessage('written'),
      trouble: (error) => console.error(error),
    });
  const record = useRef<JobRecord | null>(null);
  record.current ??= open();

  // biome-ignore lint/correctness/useExhaustiveDependencies: one record for as long as the bench stands.
  useEffect(() => {
    const own = record.current ?? open();
    record.current = own;
    const tabs = new BroadcastChannel(`ridge-job-${jobId}`);
    tabs.onmessage = () => void own.look();
    channel.current = tabs;
    const seen = () => document.visibilityState === 'visible' && void own.look();
    const reachable = () => void own.flush().then(() => own.look());
    document.addEventListener('visibilitychange', seen);
    window.addEventListener('online', reachable);
    void own.restore();
    return () => {
      own.close();
      record.current = null;
      tabs.close();
      document.removeEventListener('visibilitychange', seen);
      window.removeEventListener('online', reachable);
    };
  }, [jobId]);

  const isKnown = useCallback((id: string) => record.current!.isKnown(id), []);
  const take = useCallback((event: RawEvent, personId: string, id: string) => {
    const own = record.current!;
    own.record(event, personId, id);
    beside.current.afterRidge(() => setTimeout(() => own.flush()));
  }, []);
  const leaveOut = useCallback((id: string) => record.current!.leaveOut(id), []);
  return { ...view, isKnown, record: take, leaveOut };
}
