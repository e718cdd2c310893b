import { shop } from '@/db/client.ts';
import { calendarLinksOf } from '@/db/later.ts';
import { activePeople } from '@/db/people.ts';
import { LaterList } from '@/features/later/LaterList.tsx';
import { dueLater } from '@/features/later/server/dueLater.ts';
import { DeskBar } from '@/features/shop/DeskBar.tsx';
import { deskSettings } from '@/features/shop/settings.ts';

export const dynamic = 'force-dynamic';
export const metadata = { title: 'Later' };

/** What was put off, in whichever job: the list to call, and the calendar. */
export default async function LaterPage() {
  const db = shop();
  const [staff, due, links] = await Promise.all([activePeople(db), dueLater(db), calendarLinksOf(db)]);
  const desk = await deskSettings(staff);
  return (
    <>
      <DeskBar people={staff} desk={desk}>
        <h1 className="text-[1.05rem] font-extrabold">Later</h1>
      </DeskBar>
      <LaterList
        due={due}
        today={new Date().toISOString().slice(0, 10)}
        links={links.map(({ id, at }) => ({ id, at: at.toISOString() }))}
        mayShare={desk.role !== 'learner'}
      />
    </>
  );
}
