import type { Metadata } from 'next';
import Link from 'next/link';
import { notFound } from 'next/navigation';
import { shop } from '@/db/client.ts';
import { jobOf } from '@/db/jobs.ts';
import { activePeople } from '@/db/people.ts';
import { UnreadRecord } from '@/features/record/UnreadRecord.tsx';
import { Proof } from '@/features/sheet/Proof.tsx';
import { sheetFor } from '@/features/sheet/server/sheetFor.ts';
import { DeskBar } from '@/features/shop/DeskBar.tsx';
import { deskSettings } from '@/features/shop/settings.ts';

export const dynamic = 'force-dynamic';
type Params = { params: Promise<{ id: string }> };

export async function generateMetadata({ params }: Params): Promise<Metadata> {
  const job = await jobOf(shop(), (await params).id);
  return { title: job ? `Proof ${job.number}` : 'No such job' };
}

/** What the customer takes home. */
export default async function ProofPage({ params }: Params) {
  const { id } = await params;
  const db = shop();
  const job = await jobOf(db, id);
  if (!job) notFound();
  const [active, sheet] = await Promise.all([activePeople(db), sheetFor(job)]);
  const desk = await deskSettings(active);
  return (
    <>
      <DeskBar people={active} desk={desk}>
        <div className="flex flex-wrap items-center gap-x-4">
          <h1 className="text-[1.05rem] font-extrabold">For the customer, job {job.number}</h1>
          <Link
            href={`/jobs/${id}/sheet`}
            className="flex min-h-tap items-center px-2 font-semibold underline underline-offset-4"
          >
            Full job sheet
          </Link>
        </div>
      </DeskBar>
      {'unread' in sheet ? <UnreadRecord job={job} why={sheet.unread} /> : <Proof sheet={sheet} />}
    </>
  );
}
