import { shop } from '@/db/client.ts';
import { activePeople } from '@/db/people.ts';
import { Floor } from '@/features/floor/Floor.tsx';
import { loadFloor } from '@/features/floor/loadFloor.ts';
import { DeskBar } from '@/features/shop/DeskBar.tsx';
import { backups } from '@/features/shop/server/health.ts';
import { deskSettings } from '@/features/shop/settings.ts';

export const dynamic = 'force-dynamic';
export const metadata = { title: 'Floor' };

export default async function FloorPage() {
  const db = shop();
  const people = await activePeople(db);
  const desk = await deskSettings(people);
  const { open, closed } = await loadFloor(db);
  const now = new Date().toISOString();
  return (
    <>
      <DeskBar people={people} desk={desk}>
        <h1 className="text-[1.05rem] font-extrabold">Floor</h1>
      </DeskBar>
      <Floor
        open={open}
        closed={closed}
        today={now.slice(0, 10)}
        seenAt={now}
        twoLetters={desk.twoLetters}
        mayOrder={desk.role !== 'learner'}
        backupFailed={backups().lastFailure?.message ?? null}
      />
    </>
  );
}
