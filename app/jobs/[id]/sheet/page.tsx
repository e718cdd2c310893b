import type { Metadata } from 'next';
import Link from 'next/link';
import { notFound } from 'next/navigation';
import { shop } from '@/db/client.ts';
import { keptSheet } from '@/db/jobSheets.ts';
import { type Job, jobOf } from '@/db/jobs.ts';
import { machineOf } from '@/db/machines.ts';
import { activePeople, everyPerson } from '@/db/people.ts';
import { unlessUnread } from '@/features/record/server/jobFile.ts';
import { recordOf } from '@/features/record/server/records.ts';
import { UnreadRecord } from '@/features/record/UnreadRecord.tsx';
import { JobSheet } from '@/features/sheet/JobSheet.tsx';
import { type SheetData, sheetOf } from '@/features/sheet/sheetOf.ts';
import { DeskBar } from '@/features/shop/DeskBar.tsx';
import { deskSettings } from '@/features/shop/settings.ts';

export const dynamic = 'force-dynamic';
type Params = { params: Promise<{ id: string }> };

export async function generateMetadata({ params }: Params): Promise<Metadata> {
  const job = await jobOf(shop(), (await params).id);
  return { title: job ? `Job sheet ${job.number}` : 'No such job' };
}

export default async function SheetPage({ params }: Params) {
  const { id } = await params;
  const db = shop();
  const job = await jobOf(db, id);
  if (!job) notFound();
  const active = await activePeople(db);
  const desk = await deskSettings(active);
  const sheet = await sheetFor(job);
  return (
    <>
      <DeskBar people={active} desk={desk}>
        <div className="flex flex-wrap items-center gap-x-4">
          <h1 className="text-[1.05rem] font-extrabold">Job sheet {job.number}</h1>
          <Link
            href={`/jobs/${id}`}
            className="flex min-h-tap items-center px-2 font-semibold underline underline-offset-4"
          >
            Back to the bench
          </Link>
        </div>
      </DeskBar>
      {'unread' in sheet ? <UnreadRecord job={job} why={sheet.unread} /> : <JobSheet sheet={sheet} />}
    </>
  );
}

/** The sheet as it was printed when the job closed; while it is open, as it stands. */
async function sheetFor(job: Job): Promise<SheetData | { readonly unread: string }> {
  const db = shop();
  const kept = job.closedAt === null ? null : ((await keptSheet(db, job.id)) as SheetData | null);
  if (kept) return kept;
  const [machine, people] = await Promise.all([machineOf(db, job.machineId), everyPerson(db)]);
  return unlessUnread(async () => sheetOf(job, machine!, (await recordOf(db, job.id))!.file, people));
}
