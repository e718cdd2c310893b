import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { historyWords } from '@/core/complaint/tried.ts';
import { faultCards } from '@/core/index.ts';
import { database } from '@/db/client.ts';
import { eventsOf, jobOf } from '@/db/jobs.ts';
import { machineOf } from '@/db/machines.ts';
import { activePeople, everyPerson } from '@/db/people.ts';
import { BenchScreen } from '@/features/bench/BenchScreen.tsx';
import { benchOf, toldOf } from '@/features/record/server/benches.ts';
import { jobFileOf } from '@/features/record/server/jobFile.ts';
import { deskSettings } from '@/features/shop/settings.ts';

export const dynamic = 'force-dynamic';

type Params = { params: Promise<{ id: string }> };

export async function generateMetadata({ params }: Params): Promise<Metadata> {
  const job = await jobOf(database(), (await params).id);
  return { title: job ? `Job ${job.number}` : 'No such job' };
}

export default async function BenchPage({ params }: Params) {
  const { id } = await params;
  const db = database();
  const job = await jobOf(db, id);
  if (!job) notFound();
  const [machine, record, people, staff] = await Promise.all([
    machineOf(db, job.machineId),
    eventsOf(db, id),
    everyPerson(db),
    activePeople(db),
  ]);
  const file = jobFileOf(record);
  const bench = benchOf(id, file);
  const desk = await deskSettings(staff);
  const { kind, engine, figures, access, history, complaint, house, rules, ambient, agreed } = bench.head;
  return (
    <BenchScreen
      key={id}
      job={{ id, number: job.number }}
      machine={{ tag: machine!.tag, name: machine!.name, owner: machine!.owner }}
      head={file.head}
      told={historyWords({ ...history, agreed })}
      caseHead={{ kind, engine, figures, access, history, complaint, house, rules, ambient, agreed }}
      events={file.events}
      people={people}
      staff={staff}
      desk={desk}
      initial={toldOf(bench)}
      cards={faultCards(engine)}
    />
  );
}
