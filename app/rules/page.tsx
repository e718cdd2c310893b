import { resolve } from 'node:path';
import { INSTRUMENTS } from '@/core/index.ts';
import { shop } from '@/db/client.ts';
import { environment } from '@/db/environment.ts';
import { houseNow } from '@/db/house.ts';
import { activePeople, everyPerson } from '@/db/people.ts';
import { Files } from '@/features/formats/Files.tsx';
import { Backups } from '@/features/house/Backups.tsx';
import { HouseForm } from '@/features/house/HouseForm.tsx';
import { DeskBar } from '@/features/shop/DeskBar.tsx';
import { backups } from '@/features/shop/server/health.ts';
import { deskSettings } from '@/features/shop/settings.ts';

export const dynamic = 'force-dynamic';
export const metadata = { title: 'House rules' };

export default async function HouseRulesPage() {
  const db = shop();
  const [{ house, personId, at }, people, all] = [await houseNow(db), await activePeople(db), await everyPerson(db)];
  const desk = await deskSettings(people);
  return (
    <>
      <DeskBar people={people} desk={desk}>
        <h1 className="text-[1.05rem] font-extrabold">House rules</h1>
      </DeskBar>
      <main className="mx-auto max-w-[1500px] p-3">
        <Backups {...backups()} folder={resolve(environment().RIDGE_BACKUP_FOLDER)} />
        {desk.mayTakeFile && <Files mayBring={desk.role === 'owner'} />}
        <HouseForm
          house={house}
          by={all.find((p) => p.id === personId)?.name ?? null}
          on={at?.toISOString().slice(0, 10) ?? null}
          instruments={INSTRUMENTS}
          people={people}
          person={desk.person}
          habit={desk.habit}
        />
      </main>
    </>
  );
}
