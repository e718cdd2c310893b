import type { DBSchema, IDBPDatabase } from 'idb';
import type { RawEvent } from '@/core/index.ts';
import type { PrintedEvent, Refused } from '../printedEvent.ts';

/** An event on its way; kept in the browser until the shop's database has it. */
export interface Unsent {
  readonly id: string;
  readonly jobId: string;
  /** Grows from one event to the next, whatever the clock does. */
  readonly order: number;
  readonly at: string;
  readonly personId: string;
  readonly event: RawEvent;
  /** The database it was taken down for; what was restored since is another record. */
  readonly epoch?: string;
  /** Set once the server refused it: it waits to be put right or left out. */
  readonly refused: Refused | null;
}

interface Kept extends DBSchema {
  unsent: { key: string; value: Unsent; indexes: { job: [string, number] } };
  printed: { key: [string, number]; value: PrintedEvent & { readonly jobId: string } };
  jobs: { key: string; value: { readonly jobId: string; readonly seenAt: number; readonly epoch?: string } };
}

/** Jobs whose record is kept for the time the shop's computer is out of reach. */
const JOBS_KEPT = 40;
const EVERY_SEQ = 1e9;

let opened: Promise<IDBPDatabase<Kept>> | null = null;

function kept(): Promise<IDBPDatabase<Kept>> {
  opened ??= import('idb').then(({ openDB }) =>
    openDB<Kept>('ridge-bolt', 1, {
      upgrade(db) {
        db.createObjectStore('unsent', { keyPath: 'id' }).createIndex('job', ['jobId', 'order']);
        db.createObjectStore('printed', { keyPath: ['jobId', 'seq'] });
        db.createObjectStore('jobs', { keyPath: 'jobId' });
      },
      terminated: () => {
        opened = null;
      },
      // A tab of a later version wants to change how things are kept: this one lets go, and takes hold again when it needs to.
      blocking: (_now, _next, event) => {
        (event.target as IDBDatabase).close();
        opened = null;
      },
    }),
  );
  opened.catch(() => {
    opened = null;
  });
  return opened;
}

const ofJob = (jobId: string) => IDBKeyRange.bound([jobId, 0], [jobId, Number.MAX_SAFE_INTEGER]);

/** What this browser holds of a job: what it knows to be printed, of which database, and what is still on its way, in order. */
export async function keptOf(jobId: string): Promise<{ printed: PrintedEvent[]; unsent: Unsent[]; epoch?: string }> {
  const db = await kept();
  const [printed, unsent, job] = await Promise.all([
    db.getAll('printed', IDBKeyRange.bound([jobId, 0], [jobId, EVERY_SEQ])),
    db.getAllFromIndex('unsent', 'job', ofJob(jobId)),
    db.get('jobs', jobId),
  ]);
  return {
    printed: printed.map(({ jobId: _job, ...event }) => event),
    unsent,
    ...(job?.epoch ? { epoch: job.epoch } : {}),
  };
}

/** What is still on its way of a job, in order. */
export async function unsentOf(jobId: string): Promise<Unsent[]> {
  return (await kept()).getAllFromIndex('unsent', 'job', ofJob(jobId));
}

/** Keeps what is on its way. Where this browser has no room left, what can be fetched again makes room. */
export async function keepUnsent(unsent: Unsent): Promise<void> {
  const db = await kept();
  try {
    await db.put('unsent', unsent);
  } catch (error) {
    if ((error as DOMException).name !== 'QuotaExceededError') throw error;
    await db.clear('printed');
    await db.put('unsent', unsent);
  }
}

/** Forgets what is known to be printed of a job. */
export async function forgetPrinted(jobId: string): Promise<void> {
  await (await kept()).delete('printed', IDBKeyRange.bound([jobId, 0], [jobId, EVERY_SEQ]));
}

export async function dropUnsent(id: string): Promise<void> {
  await (await kept()).delete('unsent', id);
}

export async function keepPrinted(jobId: string, events: readonly PrintedEvent[]): Promise<void> {
  const tx = (await kept()).transaction('printed', 'readwrite');
  await Promise.all([...events.map((e) => tx.store.put({ ...e, jobId })), tx.done]);
}

/** Notes that a job was looked at, and forgets the records of those not looked at for longest; what is unsent stays. */
export async function sawJob(jobId: string, now: number, epoch?: string): Promise<void> {
  const db = await kept();
  await db.put('jobs', { jobId, seenAt: now, ...(epoch ? { epoch } : {}) });
  const jobs = await db.getAll('jobs');
  const old = jobs.sort((a, b) => b.seenAt - a.seenAt).slice(JOBS_KEPT);
  for (const job of old) {
    await db.delete('printed', IDBKeyRange.bound([job.jobId, 0], [job.jobId, EVERY_SEQ]));
    await db.delete('jobs', job.jobId);
  }
}

export interface Waiting {
  readonly unsent: number;
  readonly refused: number;
}

/** What waits in this browser, by job. */
export async function waitingByJob(): Promise<Map<string, Waiting>> {
  const counts = new Map<string, Waiting>();
  for (const { jobId, refused } of await (await kept()).getAll('unsent')) {
    const old = counts.get(jobId) ?? { unsent: 0, refused: 0 };
    counts.set(jobId, refused ? { ...old, refused: old.refused + 1 } : { ...old, unsent: old.unsent + 1 });
  }
  return counts;
}
