import 'server-only';
import { eventsOf, type RecordedEvent } from '@/db/jobs.ts';
import type { Shop } from '@/db/shop.ts';
import { forgetBenches } from './benches.ts';
import { goneOn, type JobFile, jobFileOf } from './jobFile.ts';

const KEPT_RECORDS = 60;

interface KeptRecord {
  readonly record: readonly RecordedEvent[];
  readonly file: JobFile;
}

/** Records asked for last. What was written never changes, so only what came after is fetched. One per process, whatever the bundler copies. */
const shared = globalThis as typeof globalThis & { ridgeBoltRecords?: { of: string; byJob: Map<string, KeptRecord> } };
shared.ridgeBoltRecords ??= { of: '', byJob: new Map() };
const records = shared.ridgeBoltRecords;

/** What was kept is of the database it came from; one that was restored is another. */
async function keptOf(shop: Shop): Promise<Map<string, KeptRecord>> {
  const now = `${shop.id}/${await shop.epoch()}`;
  if (records.of !== now) {
    records.of = now;
    records.byJob.clear();
    forgetBenches();
  }
  return records.byJob;
}

/** A job's record and what it says, as it is written by now; null where there is no such job. @throws UnreadableRecord */
export async function recordOf(shop: Shop, jobId: string): Promise<KeptRecord | null> {
  const kept = await keptOf(shop);
  const before = kept.get(jobId);
  const fresh = await eventsOf(shop, jobId, (before?.record.length ?? 0) - 1);
  if (before && fresh.length === 0) return before;
  if (!before && fresh.length === 0) return null;
  const record = [...(before?.record ?? []), ...fresh];
  const found = { record, file: before ? goneOn(before.file, fresh) : jobFileOf(record) };
  kept.delete(jobId);
  kept.set(jobId, found);
  if (kept.size > KEPT_RECORDS) kept.delete(kept.keys().next().value!);
  return found;
}
