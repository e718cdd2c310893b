import { shop } from '@/db/client.ts';
import { activePeople } from '@/db/people.ts';
import { EngineList } from '@/features/engines/EngineList.tsx';
import { loadEngines } from '@/features/engines/loadEngines.ts';
import { DeskBar } from '@/features/shop/DeskBar.tsx';
import { deskSettings } from '@/features/shop/settings.ts';

export const dynamic = 'force-dynamic';
export const metadata = { title: 'Engines' };

export default async function EnginesPage() {
  const db = shop();
  const people = await activePeople(db);
  const desk = await deskSettings(people);
  return (
    <>
      <DeskBar people={people} desk={desk}>
        <h1 className="text-[1.05rem] font-extrabold">Engines</h1>
      </DeskBar>
      <main className="@container mx-auto max-w-[1500px] p-3">
        <EngineList rows={await loadEngines(db)} people={people} person={desk.person} />
      </main>
    </>
  );
}
