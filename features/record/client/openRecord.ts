import { readySession, signEvent } from '@/features/people/client/keyring.ts';
import type { PrintedEvent } from '../printedEvent.ts';
import type { Unsent } from './browserDatabase.ts';
import { type Fetched, JobRecord, type NotNow, type RecordPorts } from './jobRecord.ts';
import * as store from './keptRecord.ts';
import { aloneWith, sendEvent } from './send.ts';

/** The events of a job after that number; null where the server answers and has no such job. */
async function fetchAfter(jobId: string, known: number): Promise<Fetched | null | NotNow> {
  try {
    const response = await fetch(`/api/jobs/${jobId}/events?after=${known}`, { cache: 'no-store' });
    if (response.status >= 500) return 'again';
    if (response.status === 401) return 'signed-out';
    return response.ok ? ((await response.json()) as Fetched) : null;
  } catch {
    return 'out-of-reach';
  }
}

/** Signed by the session of this device, if it is that person's. */
async function signedHere(event: Unsent): Promise<Unsent> {
  const active = await readySession();
  if (active?.personId !== event.personId) return event;
  const { jobId, id, at, event: said } = event;
  const signature = await signEvent(active.id, jobId, id, at, said);
  return signature === null ? event : { ...event, session: active.id, signature };
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
    sign: signedHere,
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
  // The key is at hand before the shop may be out of reach.
  void readySession();
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
