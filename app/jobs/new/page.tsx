import { shop } from '@/db/client.ts';
import { allMachines, allSheets } from '@/db/machines.ts';
import { activePeople } from '@/db/people.ts';
import { NewJobForm } from '@/features/newJob/NewJobForm.tsx';
import { DeskBar } from '@/features/shop/DeskBar.tsx';
import { deskSettings } from '@/features/shop/settings.ts';

export const dynamic = 'force-dynamic';
export const metadata = { title: 'New job' };

export default async function NewJobPage() {
  const db = shop();
  const people = await activePeople(db);
  const desk = await deskSettings(people);
  const [machines, sheets] = [await allMachines(db), await allSheets(db)];
  return (
    <>
      <DeskBar people={people} desk={desk}>
        <h1 className="text-[1.05rem] font-extrabold">New job</h1>
      </DeskBar>
      <main className="mx-auto max-w-[1500px] p-3">
        <NewJobForm
          machines={machines}
          sheets={sheets.map(({ id, name, words }) => ({ id, name, cylinders: words.cylinders }))}
          people={people}
          person={desk.person}
          habit={desk.habit}
        />
      </main>
    </>
  );
}
