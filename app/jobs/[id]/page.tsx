import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { historyWords } from '@/core/complaint/tried.ts';
import { faultCards } from '@/core/index.ts';
import { shop } from '@/db/client.ts';
import { jobOf } from '@/db/jobs.ts';
import { machineOf } from '@/db/machines.ts';
import { activePeople, everyPerson } from '@/db/people.ts';
import { BenchScreen } from '@/features/bench/BenchScreen.tsx';
import { benchOf, toldOf } from '@/features/record/server/benches.ts';
import { unlessUnread } from '@/features/record/server/jobFile.ts';
import { recordOf } from '@/features/record/server/records.ts';
import { seenBefore } from '@/features/record/server/seenBefore.ts';
import { UnreadRecord } from '@/features/record/UnreadRecord.tsx';
import { DeskBar } from '@/features/shop/DeskBar.tsx';
import { deskSettings } from '@/features/shop/settings.ts';

export const dynamic = 'force-dynamic';

type Params = { params: Promise<{ id: string }> };

export async function generateMetadata({ params }: Params): Promise<Metadata> {
  const job = await jobOf(shop(), (await params).id);
  return { title: job ? `Job ${job.number}` : 'No such job' };
}

export default async function BenchPage({ params }: Params) {
  const { id } = await params;
  const db = shop();
  const job = await jobOf(db, id);
  if (!job) notFound();
  const [machine, before, people, staff, epoch] = await Promise.all([
    machineOf(db, job.machineId),
    seenBefore(db, job.machineId),
    everyPerson(db),
    activePeople(db),
    db.epoch(),
  ]);
  const desk = await deskSettings(staff);
  const opened = await unlessUnread(async () => {
    const { file } = (await recordOf(db, id))!;
    return { file, bench: benchOf(id, file) };
  });
  if ('unread' in opened)
    return (
      <>
        <DeskBar people={staff} desk={desk}>
          <h1 className="text-[1.05rem] font-extrabold">Job {job.number}</h1>
        </DeskBar>
        <UnreadRecord job={job} why={opened.unread} />
      </>
    );
  const { file, bench } = opened;
  const { kind, engine, figures, access, history, complaint, house, rules, ambient, agreed } = bench.head;
  return (
    <BenchScreen
      key={id}
      job={{ id, number: job.number }}
      machine={{ tag: machine!.tag, name: machine!.name, owner: machine!.owner }}
      head={file.head}
      told={historyWords({ ...history, agreed })}
      seenBefore={before}
      caseHead={{ kind, engine, figures, access, history, complaint, house, rules, ambient, agreed }}
      events={file.events}
      epoch={epoch}
      people={people}
      staff={staff}
      desk={desk}
      initial={toldOf(bench)}
      cards={faultCards(engine)}
    />
  );
}
