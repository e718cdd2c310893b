import type { PrintedEvent } from '../printedEvent.ts';
import { kept, type Unsent } from './browserDatabase.ts';

export type { Unsent } from './browserDatabase.ts';

/** Jobs whose record is kept for the time the shop's computer is out of reach. */
const JOBS_KEPT = 40;
const EVERY_SEQ = 1e9;

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

/** Keeps a photo that was taken here until the shop has it. */
export async function keepPhoto(photo: { sha256: string; jobId: string; base64: string }): Promise<void> {
  await (await kept()).put('photos', photo);
}

/** A photo that is kept here, in base64. */
export async function keptPhoto(sha256: string): Promise<string | undefined> {
  return (await (await kept()).get('photos', sha256))?.base64;
}

export async function dropPhoto(sha256: string): Promise<void> {
  await (await kept()).delete('photos', sha256);
}
