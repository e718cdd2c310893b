import { notFound } from 'next/navigation';
import { shop } from '@/db/client.ts';
import { sheetsOf } from '@/db/machines.ts';
import { activePeople } from '@/db/people.ts';
import { CompareSheets } from '@/features/engines/CompareSheets.tsx';
import { rulesNow } from '@/features/engines/loadEngines.ts';
import { DeskBar } from '@/features/shop/DeskBar.tsx';
import { deskSettings } from '@/features/shop/settings.ts';

export const dynamic = 'force-dynamic';
export const metadata = { title: 'Two engines' };

export default async function ComparePage({ searchParams }: { searchParams: Promise<{ a?: string; b?: string }> }) {
  const { a = '', b = '' } = await searchParams;
  const db = shop();
  const sheets = await sheetsOf(db, [a, b]);
  const [one, other] = [sheets.get(a), sheets.get(b)];
  if (!one || !other) notFound();
  const people = await activePeople(db);
  const desk = await deskSettings(people);
  return (
    <>
      <DeskBar people={people} desk={desk}>
        <h1 className="text-[1.05rem] font-extrabold">Two engines side by side</h1>
      </DeskBar>
      <main className="mx-auto max-w-[1500px] p-3">
        <CompareSheets sheets={[one, other]} rules={await rulesNow(db)} habit={desk.habit} />
      </main>
    </>
  );
}
