import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { shop } from '@/db/client.ts';
import { allMachines, sheetsOf } from '@/db/machines.ts';
import { activePeople, everyPerson } from '@/db/people.ts';
import { rulesNow } from '@/features/engines/loadEngines.ts';
import { SheetForm } from '@/features/engines/SheetForm.tsx';
import { sheetFileOf } from '@/features/engines/saveSheet.ts';
import { DeskBar } from '@/features/shop/DeskBar.tsx';
import { deskSettings } from '@/features/shop/settings.ts';

export const dynamic = 'force-dynamic';

type Params = { params: Promise<{ id: string }> };

export async function generateMetadata({ params }: Params): Promise<Metadata> {
  const { id } = await params;
  return { title: (await sheetsOf(shop(), [id])).get(id)?.name ?? 'No such engine' };
}

export default async function EnginePage({ params }: Params) {
  const { id } = await params;
  const db = shop();
  const sheet = (await sheetsOf(db, [id])).get(id);
  if (!sheet) notFound();
  const people = await activePeople(db);
  const desk = await deskSettings(people);
  const machines = (await allMachines(db)).filter((m) => m.sheetId === id).map((m) => m.tag);
  return (
    <>
      <DeskBar people={people} desk={desk}>
        <h1 className="text-[1.05rem] font-extrabold">Engine sheet</h1>
      </DeskBar>
      <main className="mx-auto max-w-[1500px] p-3">
        <SheetForm
          key={`${id}/${desk.habit}`}
          file={sheetFileOf(sheet, await everyPerson(db))}
          kept={{ id, version: sheet.version }}
          rules={await rulesNow(db)}
          machines={machines}
          people={people}
          person={desk.person}
          habit={desk.habit}
        />
      </main>
    </>
  );
}
