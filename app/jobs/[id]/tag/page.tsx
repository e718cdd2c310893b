import type { Metadata } from 'next';
import { headers } from 'next/headers';
import { notFound } from 'next/navigation';
import { toString as qrOf } from 'qrcode';
import { SYMPTOMS } from '@/core/index.ts';
import { shop } from '@/db/client.ts';
import { environment } from '@/db/environment.ts';
import { complaintsOf, jobOf } from '@/db/jobs.ts';
import { machineOf } from '@/db/machines.ts';
import { activePeople } from '@/db/people.ts';
import type { CaseHeadFile } from '@/features/record/printedEvent.ts';
import { PrintButton } from '@/features/sheet/PrintButton.tsx';
import { DeskBar } from '@/features/shop/DeskBar.tsx';
import { addressInShop } from '@/features/shop/server/addressInShop.ts';
import { deskSettings } from '@/features/shop/settings.ts';

export const dynamic = 'force-dynamic';
type Params = { params: Promise<{ id: string }> };

export async function generateMetadata({ params }: Params): Promise<Metadata> {
  const job = await jobOf(shop(), (await params).id);
  return { title: job ? `Tag ${job.number}` : 'No such job' };
}

/** A tag to hang on the machine: read by a tablet's camera, it opens the job. */
export default async function TagPage({ params }: Params) {
  const { id } = await params;
  const db = shop();
  const job = await jobOf(db, id);
  if (!job) notFound();
  const [machine, heads, active, asked] = await Promise.all([
    machineOf(db, job.machineId),
    complaintsOf(db, [id]),
    activePeople(db),
    headers(),
  ]);
  const desk = await deskSettings(active);
  const { complaint } = heads.get(id) as CaseHeadFile;
  const { RIDGE_HOSTS, RIDGE_TLS } = environment();
  const address = `${addressInShop(asked.get('host') ?? 'localhost', RIDGE_HOSTS, RIDGE_TLS)}/jobs/${id}`;
  const code = await qrOf(address, { type: 'svg', margin: 0, errorCorrectionLevel: 'M' });
  return (
    <>
      <DeskBar people={active} desk={desk}>
        <h1 className="text-[1.05rem] font-extrabold">Tag, job {job.number}</h1>
      </DeskBar>
      <main className="mx-auto my-3 flex max-w-[148mm] items-center gap-6 border-4 border-ink bg-white p-6 text-black print:my-0">
        {/* biome-ignore lint/performance/noImgElement: it is drawn here and now */}
        <img
          src={`data:image/svg+xml;base64,${Buffer.from(code).toString('base64')}`}
          alt={`Code that opens ${address}`}
          data-address={address}
          className="size-[52mm] shrink-0"
        />
        <div className="min-w-0 wrap-anywhere">
          <p className="text-[3.4rem] leading-none font-extrabold">{job.number}</p>
          <p className="mt-2 text-[1.5rem] leading-tight font-extrabold">{machine!.tag}</p>
          <p className="text-[1.1rem]">{machine!.name}</p>
          <p>{machine!.owner}</p>
          <p className="mt-2 font-semibold">{complaint.map((s) => SYMPTOMS[s]).join(', ')}</p>
          <div className="mt-3">
            <PrintButton />
          </div>
        </div>
      </main>
    </>
  );
}
