import type { Metadata } from 'next';
import Link from 'next/link';
import { notFound } from 'next/navigation';
import { shop } from '@/db/client.ts';
import { jobOf } from '@/db/jobs.ts';
import { activePeople } from '@/db/people.ts';
import { UnreadRecord } from '@/features/record/UnreadRecord.tsx';
import { JobSheet } from '@/features/sheet/JobSheet.tsx';
import { SheetLinks } from '@/features/sheet/SheetLinks.tsx';
import { sheetFor } from '@/features/sheet/server/sheetFor.ts';
import { DeskBar } from '@/features/shop/DeskBar.tsx';
import { deskSettings } from '@/features/shop/settings.ts';
import { may } from '@/keys/permissions.ts';

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
          <Link
            href={`/jobs/${id}/proof`}
            className="flex min-h-tap items-center px-2 font-semibold underline underline-offset-4"
          >
            Page for the customer
          </Link>
        </div>
      </DeskBar>
      {may(desk.role, 'sheet.share') && !('unread' in sheet) && <SheetLinks jobId={id} />}
      {'unread' in sheet ? <UnreadRecord job={job} why={sheet.unread} /> : <JobSheet sheet={sheet} />}
    </>
  );
}
