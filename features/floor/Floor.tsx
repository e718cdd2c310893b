'use client';
import { clsx } from 'clsx';
import Link, { useLinkStatus } from 'next/link';
import { useRouter } from 'next/navigation';
import { type KeyboardEvent, useRef, useState } from 'react';
import { KeyHint } from '@/ui/KeyHint.tsx';
import { useTwoLetters } from '@/ui/useTwoLetters.ts';
import type { FloorRow } from './loadFloor.ts';
import { useInReach } from './useInReach.ts';
import { useWaiting } from './useWaiting.ts';

interface Props {
  readonly open: readonly FloorRow[];
  readonly closed: readonly FloorRow[];
  /** The day it is in the shop, yyyy-mm-dd. */
  readonly today: string;
  /** When the shop's computer last said how the floor stands. */
  readonly seenAt: string;
  readonly twoLetters: boolean;
}

/** The machines in the shop, each with what it waits for, oldest promise first. */
export function Floor({ open, closed, today, seenAt, twoLetters }: Props) {
  const router = useRouter();
  const inReach = useInReach(seenAt);
  const [asked, setAsked] = useState('');
  const find = useRef<HTMLInputElement>(null);
  const rows = useRef<HTMLUListElement>(null);
  const words = asked.trim().toLowerCase();
  const wanted = ({ number, machine, complaint }: FloorRow) =>
    `${number} ${machine.tag} ${machine.name} ${machine.owner} ${complaint}`.toLowerCase().includes(words);
  const shown = open.filter(wanted);
  const gone = closed.filter(wanted);
  useTwoLetters(twoLetters, {
    onFirst: () => {},
    onPair: (letters) => letters === 'nj' && router.push('/jobs/new'),
    onSign: (sign) => {
      if (sign === '/') find.current?.focus();
      if (sign === 'Escape') setAsked('');
    },
  });
  const move = (e: KeyboardEvent) => {
    const step = { ArrowDown: 1, ArrowUp: -1 }[e.key];
    if (!step) return;
    e.preventDefault();
    const all = [...(rows.current?.querySelectorAll('a') ?? [])];
    const at = all.indexOf(document.activeElement as HTMLAnchorElement);
    (all[at + step] ?? (step < 0 ? find.current : null))?.focus();
  };
  return (
    <main className="@container mx-auto max-w-[1500px] space-y-2 p-2">
      {!inReach && (
        <p role="status" className="bg-hazard px-3 py-2 font-bold text-on-hazard">
          Out of reach of the shop's computer. This is the floor as it stood at {clock(seenAt)}; machines opened on this
          device before can be worked on.
        </p>
      )}
      <div className="flex flex-wrap items-center gap-x-4 gap-y-2">
        {open.length === 0 ? (
          <p className="min-w-0 flex-1 basis-64 text-[1.05rem]">
            <span className="text-[1.6rem] font-extrabold">The floor is empty.</span> Start a job when the next machine
            rolls in.
          </p>
        ) : (
          <p className="min-w-0 flex-1 basis-64 text-[1.05rem]">
            <span className="text-[1.6rem] font-extrabold">{open.length}</span>{' '}
            {open.length === 1 ? 'machine' : 'machines'} in the shop, oldest promise first
          </p>
        )}
        {open.length + closed.length > 0 && (
          <label className="flex min-w-0 flex-1 basis-56 items-center gap-2 border-2 border-line bg-sheet focus-within:border-iron">
            <span className="pl-2.5 text-[1.2rem] font-extrabold" aria-hidden="true">
              /
            </span>
            <input
              ref={find}
              type="search"
              aria-label="Find a machine"
              placeholder="find a machine"
              autoComplete="off"
              value={asked}
              onChange={(e) => setAsked(e.target.value)}
              onKeyDown={(e) => {
                const [first] = [...shown, ...gone];
                if (e.key === 'Enter' && words !== '' && first) router.push(`/jobs/${first.id}`);
                else move(e);
              }}
              className="min-h-tap w-full min-w-0 bg-sheet pr-2 outline-none placeholder:text-soft"
            />
          </label>
        )}
        <Link
          href="/jobs/new"
          className="inline-flex min-h-14 items-center gap-3 border-2 border-iron bg-iron px-6 text-[1.15rem] font-bold text-on-iron"
        >
          New job
          {twoLetters && <KeyHint code="nj" inherit />}
        </Link>
      </div>
      {words !== '' && shown.length + gone.length === 0 && (
        <p className="bg-sheet p-6 text-[1.1rem]">No machine here fits "{asked.trim()}".</p>
      )}
      <ul ref={rows} className="space-y-1.5" onKeyDown={move}>
        {shown.map((row) => (
          <Row key={row.id} row={row} today={today} />
        ))}
        {gone.length > 0 && (
          <li className="pt-3">
            <h2 className="text-[1.15rem] font-extrabold">Left the shop</h2>
          </li>
        )}
        {gone.map((row) => (
          <Row key={row.id} row={row} today={today} />
        ))}
      </ul>
    </main>
  );
}

const PHASE_SIGN = { tracing: '◔', repair: '⚒', retest: '↻', ready: '✓', closed: '■' } as const;

function Row({ row, today }: { row: FloorRow; today: string }) {
  const waiting = useWaiting(row.id);
  return (
    <li>
      <Link
        href={`/jobs/${row.id}`}
        className="grid items-center gap-x-4 gap-y-1 bg-sheet px-3 py-2 hover:outline-2 hover:outline-iron @3xl:grid-cols-[minmax(0,5fr)_minmax(0,6fr)_8.5rem]"
      >
        <span className="min-w-0">
          <span className="block text-[1.15rem] leading-tight font-extrabold wrap-anywhere">
            {row.machine.tag} <span className="font-semibold">{row.machine.name}</span>
          </span>
          <span className="block text-[0.95rem] leading-snug text-soft wrap-anywhere">
            {row.number} · {row.machine.owner} · {row.complaint}
          </span>
        </span>
        <span className="flex min-w-0 gap-3">
          <span
            aria-hidden="true"
            className={clsx(
              'w-6 shrink-0 text-center text-[1.5rem] leading-[1.1rem] font-black',
              row.phase === 'closed' ? 'text-soft' : 'text-rust',
            )}
          >
            {PHASE_SIGN[row.phase]}
          </span>
          <span className="min-w-0">
            <span className="block text-[1.1rem] leading-tight font-bold">
              <Opening /> {row.waitsFor}
            </span>
            {row.suspect && <span className="block text-[0.95rem] text-soft">{row.suspect}</span>}
            {waiting.unsent > 0 && (
              <span className="block font-bold text-rust">{lines(waiting.unsent)} kept here, not sent yet</span>
            )}
            {waiting.refused > 0 && (
              <span className="block font-bold text-rust">
                {lines(waiting.refused)} not taken down: open it and see
              </span>
            )}
          </span>
        </span>
        <PromiseDay promisedOn={row.promisedOn} today={today} closed={row.phase === 'closed'} />
      </Link>
    </li>
  );
}

/** Says so while the bench of this row is on its way. */
function Opening() {
  const { pending } = useLinkStatus();
  return pending ? <span className="text-rust">Opening ...</span> : null;
}

const lines = (n: number) => (n === 1 ? 'One line' : `${n} lines`);

const DAY = new Intl.DateTimeFormat('en-GB', { weekday: 'short', day: 'numeric', month: 'short', timeZone: 'UTC' });
const clock = (iso: string) => new Date(iso).toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' });

function PromiseDay({ promisedOn, today, closed }: { promisedOn: string | null; today: string; closed: boolean }) {
  if (promisedOn === null) return <span className="text-soft @3xl:text-right">{closed ? '' : 'no promise'}</span>;
  const late = !closed && promisedOn < today;
  return (
    <span className={clsx('leading-tight @3xl:text-right', late && 'font-extrabold text-rust')}>
      <span className="text-[0.85rem] @3xl:block">{late ? 'promised, late' : 'promised'} </span>
      <span className="text-[1.05rem] font-bold">{DAY.format(new Date(`${promisedOn}T00:00:00Z`))}</span>
    </span>
  );
}
