import type { PrintedEvent } from '../printedEvent.ts';
import { type Fetched, JobRecord, type RecordPorts } from './jobRecord.ts';
import * as store from './keptRecord.ts';
import { aloneWith, sendEvent } from './send.ts';

/** The events of a job after that number; null where the server answers and has no such job. */
async function fetchAfter(jobId: string, known: number): Promise<Fetched | null | 'out-of-reach' | 'again'> {
  try {
    const response = await fetch(`/api/jobs/${jobId}/events?after=${known}`, { cache: 'no-store' });
    if (response.status >= 500) return 'again';
    return response.ok ? ((await response.json()) as Fetched) : null;
  } catch {
    return 'out-of-reach';
  }
}

/** What the screen does with the record; the rest is this browser's. */
export type RecordSide = Pick<RecordPorts, 'changed' | 'rewritten'>;

/** The record of a job, kept in this browser, sent to the server, and told to the other tabs that have it. */
export function openRecord(
  jobId: string,
  first: readonly PrintedEvent[],
  epoch: string,
  side: RecordSide,
): { readonly record: JobRecord; readonly close: () => void } {
  const tabs = new BroadcastChannel(`ridge-job-${jobId}`);
  const record = new JobRecord(jobId, first, epoch, {
    store,
    alone: (work) => aloneWith(jobId, work),
    send: sendEvent,
    fetchAfter: (known) => fetchAfter(jobId, known),
    now: Date.now,
    ...side,
    tell: (what) => tabs.postMessage(what),
    trouble: (error) => console.error(error),
  });
  tabs.onmessage = ({ data }) => void (data === 'kept' ? record.joinOthers() : record.look());
  const seen = () => document.visibilityState === 'visible' && void record.joinOthers().then(() => record.look());
  const reachable = () => void record.flush().then(() => record.look());
  // A browser that keeps nothing loses with the tab what is not sent: it asks before that.
  const leaving = (event: BeforeUnloadEvent) => {
    if (!record.view.keeps && record.view.unsent.length > 0) event.preventDefault();
  };
  document.addEventListener('visibilitychange', seen);
  window.addEventListener('online', reachable);
  window.addEventListener('beforeunload', leaving);
  void record.restore();
  return {
    record,
    close: () => {
      record.close();
      tabs.close();
      document.removeEventListener('visibilitychange', seen);
      window.removeEventListener('online', reachable);
      window.removeEventListener('beforeunload', leaving);
    },
  };
}
