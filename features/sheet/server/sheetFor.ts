import 'server-only';
import { shop } from '@/db/client.ts';
import { keptSheet } from '@/db/jobSheets.ts';
import type { Job } from '@/db/jobs.ts';
import { machineOf } from '@/db/machines.ts';
import { everyPerson } from '@/db/people.ts';
import { unlessUnread } from '@/features/record/server/jobFile.ts';
import { recordOf } from '@/features/record/server/records.ts';
import { type SheetData, sheetOf } from '../sheetOf.ts';

/** The sheet as it was printed when the job closed; while it is open, as it stands. */
export async function sheetFor(job: Job): Promise<SheetData | { readonly unread: string }> {
  const db = shop();
  const kept = job.closedAt === null ? null : ((await keptSheet(db, job.id)) as SheetData | null);
  if (kept) return kept;
  const [machine, people] = await Promise.all([machineOf(db, job.machineId), everyPerson(db)]);
  return unlessUnread(async () => sheetOf(job, machine!, (await recordOf(db, job.id))!.file, people));
}
