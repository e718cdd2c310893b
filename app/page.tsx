import { clsx } from 'clsx';
import Link from 'next/link';
import { database } from '@/db/client.ts';
import { activePeople } from '@/db/people.ts';
import { type FloorRow, loadFloor } from '@/features/floor/loadFloor.ts';
import { DeskBar } from '@/features/shop/DeskBar.tsx';
import { deskSettings } from '@/features/shop/settings.ts';

export const dynamic = 'force-dynamic';
export const metadata = { title: 'Floor' };

const PHASE_SIGN = { tracing: '◔', repair: '⚒', retest: '↻', ready: '✓', closed: '■' } as const;

export default async function FloorPage() {
  const db = database();
  const people = await activePeople(db);
  const { person, habit } = await deskSettings(people);
  const { open, closed } = await loadFloor(db);
  const today = new Date().toISOString().slice(0, 10);
  return (
    <>
      <DeskBar people={people} person={person} habit={habit}>
        <h1 className="text-[1.05rem] font-extrabold">Floor</h1>
      </DeskBar>
      <main className="mx-auto max-w-[1500px] p-3">
        <div className="mb-3 flex flex-wrap items-center justify-between gap-3">
          <p className="text-[1.05rem]">
            <span className="text-[1.6rem] font-extrabold">{open.length}</span>{' '}
            {open.length === 1 ? 'machine' : 'machines'} in the shop, oldest promise first
          </p>
          <Link
            href="/jobs/new"
            className="inline-flex min-h-14 items-center border-2 border-iron bg-iron px-6 text-[1.15rem] font-bold text-on-iron"
          >
            New job
          </Link>
        </div>
        {open.length === 0 ? (
          <p className="bg-sheet p-6 text-[1.1rem]">The floor is empty. Start a job when the next machine rolls in.</p>
        ) : (
          <Rows rows={open} today={today} />
        )}
        {closed.length > 0 && (
          <>
            <h2 className="mt-6 mb-2 text-[1.15rem] font-extrabold">Left the shop</h2>
            <Rows rows={closed} today={today} />
          </>
        )}
      </main>
    </>
  );
}

function Rows({ rows, today }: { rows: readonly FloorRow[]; today: string }) {
  return (
    <ul className="space-y-1.5">
      {rows.map((row) => (
        <li key={row.id}>
          <Link
            href={`/jobs/${row.id}`}
            className="grid items-center gap-x-4 gap-y-1 bg-sheet px-3 py-2 hover:outline-2 hover:outline-iron md:grid-cols-[minmax(0,5fr)_minmax(0,6fr)_8.5rem]"
          >
            <span className="min-w-0">
              <span className="block text-[1.15rem] leading-tight font-extrabold">
                {row.machine.tag} <span className="font-semibold">{row.machine.name}</span>
              </span>
              <span className="block text-[0.95rem] leading-snug text-soft">
                {row.number} · {row.machine.owner} · {row.complaint}
              </span>
            </span>
            <span className="flex min-w-0 gap-3">
              <span
                aria-hidden="true"
                className={clsx(
                  'text-[1.5rem] leading-none font-black',
                  row.phase === 'closed' ? 'text-soft' : 'text-rust',
                )}
              >
                {PHASE_SIGN[row.phase]}
              </span>
              <span>
                <span className="block text-[1.1rem] leading-tight font-bold">{row.waitsFor}</span>
                {row.suspect && <span className="block text-[0.95rem] text-soft">{row.suspect}</span>}
              </span>
            </span>
            <PromiseDay promisedOn={row.promisedOn} today={today} closed={row.phase === 'closed'} />
          </Link>
        </li>
      ))}
    </ul>
  );
}

const DAY = new Intl.DateTimeFormat('en-GB', { weekday: 'short', day: 'numeric', month: 'short', timeZone: 'UTC' });

function PromiseDay({ promisedOn, today, closed }: { promisedOn: string | null; today: string; closed: boolean }) {
  if (promisedOn === null) return <span className="text-soft md:text-right">{closed ? '' : 'no promise'}</span>;
  const late = !closed && promisedOn < today;
  return (
    <span className={clsx('leading-tight md:text-right', late && 'font-extrabold text-rust')}>
      <span className="block text-[0.85rem]">{late ? 'promised, late' : 'promised'}</span>
      <span className="text-[1.05rem] font-bold">{DAY.format(new Date(`${promisedOn}T00:00:00Z`))}</span>
    </span>
  );
}
