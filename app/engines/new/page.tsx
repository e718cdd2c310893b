import { engineWords, type SheetFile } from '@/core/index.ts';
import { shop } from '@/db/client.ts';
import { sheetsOf } from '@/db/machines.ts';
import { activePeople, everyPerson } from '@/db/people.ts';
import { rulesNow } from '@/features/engines/loadEngines.ts';
import { SheetForm } from '@/features/engines/SheetForm.tsx';
import { sheetFileOf } from '@/features/engines/saveSheet.ts';
import { DeskBar } from '@/features/shop/DeskBar.tsx';
import { deskSettings } from '@/features/shop/settings.ts';

export const dynamic = 'force-dynamic';
export const metadata = { title: 'New engine' };

const BLANK: SheetFile = {
  format: 'ridge-bolt/engine-sheet',
  version: 1,
  name: '',
  words: { ...engineWords.parse({ cylinders: 1 }), layout: 'single' },
  figures: {},
};

/** A sheet of an engine that was not here before, blank or begun with a copy of another. */
export default async function NewEnginePage({ searchParams }: { searchParams: Promise<{ copy?: string }> }) {
  const { copy } = await searchParams;
  const db = shop();
  const people = await activePeople(db);
  const desk = await deskSettings(people);
  const of = copy ? (await sheetsOf(db, [copy])).get(copy) : undefined;
  const file = of ? sheetFileOf(of, await everyPerson(db)) : BLANK;
  return (
    <>
      <DeskBar people={people} desk={desk}>
        <h1 className="text-[1.05rem] font-extrabold">New engine</h1>
      </DeskBar>
      <main className="mx-auto max-w-[1500px] p-3">
        <SheetForm
          key={copy ?? 'blank'}
          file={of ? { ...file, name: `Copy of ${of.name}`.slice(0, 160) } : file}
          kept={null}
          rules={await rulesNow(db)}
          machines={[]}
          people={people}
          person={desk.person}
          habit={desk.habit}
        />
      </main>
    </>
  );
}
