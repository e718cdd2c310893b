import { shop } from '@/db/client.ts';
import { jobOf } from '@/db/jobs.ts';
import { JobSheet } from '@/features/sheet/JobSheet.tsx';
import { sheetFor } from '@/features/sheet/server/sheetFor.ts';
import { jobByLink } from '@/keys/links.ts';

export const dynamic = 'force-dynamic';
export const metadata = { title: 'Job sheet', robots: { index: false, follow: false } };

type Params = { params: Promise<{ token: string }> };

/** A customer's sheet, by the link the shop gave out: to be read, and nothing else. */
export default async function SharedSheetPage({ params }: Params) {
  const db = shop();
  const id = await jobByLink(db, (await params).token, new Date());
  const job = id && (await jobOf(db, id));
  const sheet = job ? await sheetFor(job) : null;
  if (!sheet || 'unread' in sheet)
    return (
      <main className="mx-auto max-w-xl space-y-3 p-6">
        <h1 className="text-[2rem] font-extrabold">This link leads nowhere</h1>
        <p className="text-[1.1rem]">It is over, or the shop took it back. Ask the shop for another one.</p>
      </main>
    );
  return (
    <>
      <h1 className="sr-only">Job sheet</h1>
      <JobSheet sheet={sheet} />
    </>
  );
}
