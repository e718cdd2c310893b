import type { Metadata } from 'next';
import Link from 'next/link';
import { notFound } from 'next/navigation';
import { database } from '@/db/client.ts';
import { eventsOf, jobOf } from '@/db/jobs.ts';
import { machineOf } from '@/db/machines.ts';
import { activePeople, everyPerson } from '@/db/people.ts';
import { jobFileOf } from '@/features/record/server/jobFile.ts';
import { JobSheet } from '@/features/sheet/JobSheet.tsx';
import { sheetOf } from '@/features/sheet/sheetOf.ts';
import { DeskBar } from '@/features/shop/DeskBar.tsx';
import { deskSettings } from '@/features/shop/settings.ts';

export const dynamic = 'force-dynamic';
type Params = { params: Promise<{ id: string }> };

export async function generateMetadata({ params }: Params): Promise<Metadata> {
  const job = await jobOf(database(), (await params).id);
  return { title: job ? `Job sheet ${job.number}` : 'No such job' };
}

export default async function SheetPage({ params }: Params) {
  const { id } = await params;
  const db = database();
  const job = await jobOf(db, id);
  if (!job) notFound();
  const [machine, record, people, active] = await Promise.all([
    machineOf(db, job.machineId),
    eventsOf(db, id),
    everyPerson(db),
    activePeople(db),
  ]);
  const desk = await deskSettings(active);
  const sheet = sheetOf(job, machine!, jobFileOf(record), people);
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
      <JobSheet sheet={sheet} />
    </>
  );
}
