import 'server-only';
import { eventsOf, type RecordedEvent } from '@/db/jobs.ts';
import type { Shop } from '@/db/shop.ts';
import { type JobFile, jobFileOf } from './jobFile.ts';

const KEPT_RECORDS = 60;

interface KeptRecord {
  readonly record: readonly RecordedEvent[];
  readonly file: JobFile;
}

/** Records asked for last. What was written never changes, so only what came after is fetched. One per process, whatever the bundler copies. */
const shared = globalThis as typeof globalThis & { ridgeBoltRecords?: Map<string, KeptRecord> };
shared.ridgeBoltRecords ??= new Map();
const records = shared.ridgeBoltRecords;

/** A job's record and what it says, as it is written by now; null where there is no such job. @throws UnreadableRecord */
export async function recordOf(shop: Shop, jobId: string): Promise<KeptRecord | null> {
  const before = records.get(jobId);
  const fresh = await eventsOf(shop, jobId, (before?.record.length ?? 0) - 1);
  if (before && fresh.length === 0) return before;
  if (!before && fresh.length === 0) return null;
  // Another question may have fetched the same meanwhile.
  const record = [...(before?.record ?? []), ...fresh];
  const kept = { record, file: jobFileOf(record) };
  records.delete(jobId);
  records.set(jobId, kept);
  if (records.size > KEPT_RECORDS) records.delete(records.keys().next().value!);
  return kept;
}
