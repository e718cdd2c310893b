'use client';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { type KeyboardEvent, type RefObject, Suspense, startTransition, useEffect, useRef, useState } from 'react';
import { Button } from '@/ui/Button.tsx';
import { KeyHint } from '@/ui/KeyHint.tsx';
import { later } from '@/ui/later.ts';
import { useTwoLetters } from '@/ui/useTwoLetters.ts';
import { useTypedBefore } from '@/ui/useTypedBefore.ts';
import { atRisk } from './atRisk.ts';
import { Row } from './FloorRow.tsx';
import type { FloorRow } from './loadFloor.ts';
import { MOST_FOUND } from './mostFound.ts';
import { ReachNotices } from './ReachNotices.tsx';
import { type Found, useFound } from './useFound.ts';
import { useInReach } from './useInReach.ts';
import { useWorkedOut } from './useWorkedOut.ts';

interface Props {
  readonly open: readonly FloorRow[];
  readonly closed: readonly FloorRow[];
  /** The day it is in the shop, yyyy-mm-dd. */
  readonly today: string;
  /** When the shop's computer last said how the floor stands. */
  readonly seenAt: string;
  readonly twoLetters: boolean;
  /** Whether this person says which machine is next. */
  readonly mayOrder: boolean;
  /** Why the last backup failed. */
  readonly backupFailed: string | null;
}

/** The list that is dragged comes once it is asked for. */
const OrderList = later(() => import('./OrderList.tsx').then((m) => m.OrderList));

/** As many as any screen shows at once: the server draws no more, and the browser the rest behind them. */
const FIRST_ROWS = 30;

function useMostRows(): number {
  const [most, setMost] = useState(FIRST_ROWS);
  useEffect(() => startTransition(() => setMost(Number.POSITIVE_INFINITY)), []);
  return most;
}

/** The machines in the shop, each with what it waits for, oldest promise first. */
export function Floor({ open, closed, today, seenAt, twoLetters, mayOrder, backupFailed }: Props) {
  const router = useRouter();
  const reach = useInReach(seenAt, { backupFailed });
  useWorkedOut(
    seenAt,
    [...open, ...closed].some((row) => row.isOld),
  );
  const [asked, setAsked] = useState('');
  const [ordering, setOrdering] = useState(false);
  const find = useRef<HTMLInputElement>(null);
  const rows = useRef<HTMLUListElement>(null);
  const words = asked.trim().toLowerCase();
  const wanted = (row: FloorRow) => fits(row, words);
  const fitting = open.filter(wanted);
  const shown = fitting.slice(0, useMostRows());
  const lately = closed.filter(wanted);
  const found = useFound(words);
  // What was found for other words is not opened by Enter.
  const older = found.state === 'found' ? found.rows : [];
  const gone = [...lately, ...older.filter(({ id }) => !lately.some((row) => row.id === id))];
  useTwoLetters(twoLetters, {
    onFirst: () => {},
    onPair: (letters) => letters === 'nj' && router.push('/jobs/new'),
    onSign: (sign) => {
      if (sign === '/') find.current?.focus();
      if (sign === 'Escape') setAsked('');
    },
  });
  const move = (e: KeyboardEvent) => goAlong(e, rows.current, find.current);
  return (
    <main className="@container mx-auto max-w-[1500px] space-y-2 p-2">
      <ReachNotices reach={reach} seenAt={seenAt} />
      <div className="flex flex-wrap items-center gap-x-4 gap-y-2">
        <HowMany open={open} ordering={ordering} onOrder={mayOrder ? () => setOrdering(!ordering) : null} />
        {open.length + closed.length > 0 && (
          <FindBox
            box={find}
            asked={asked}
            onAsked={setAsked}
            onEnter={() => {
              const [first] = [...shown, ...gone];
              if (words !== '' && first) router.push(`/jobs/${first.id}`);
            }}
            onMove={move}
          />
        )}
        <Link
          href="/jobs/new"
          className="inline-flex min-h-14 items-center gap-3 border-2 border-iron bg-iron px-6 text-[1.15rem] font-bold text-on-iron"
        >
          New job
          {twoLetters && <KeyHint code="nj" inherit />}
        </Link>
      </div>
      <AtRisk open={open} today={today} />
      {ordering && words === '' && (
        <Suspense fallback={null}>
          <OrderList open={open} onDone={() => setOrdering(false)} />
        </Suspense>
      )}
      {words !== '' && fitting.length + gone.length === 0 && <NothingFits asked={asked.trim()} state={found.state} />}
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
          <Row key={row.id} row={row} today={today} hasLeft />
        ))}
        <FoundLine state={found.state} most={older.length >= MOST_FOUND} />
      </ul>
    </main>
  );
}

/** Up and down the machines by the arrow keys, from the box and back to it. */
function goAlong(e: KeyboardEvent, rows: HTMLElement | null, box: HTMLElement | null): void {
  const step = { ArrowDown: 1, ArrowUp: -1 }[e.key];
  if (!step) return;
  e.preventDefault();
  const all = [...(rows?.querySelectorAll('a') ?? [])];
  const at = all.indexOf(document.activeElement as HTMLAnchorElement);
  (all[at + step] ?? (step < 0 ? box : null))?.focus();
}

/** Every word of it stands somewhere on the row. */
function fits({ number, machine, complaint }: FloorRow, words: string): boolean {
  const row = `${number} ${machine.tag} ${machine.name} ${machine.owner} ${complaint}`.toLowerCase();
  return words.split(/\s+/).every((word) => row.includes(word));
}

function NothingFits({ asked, state }: { asked: string; state: Found['state'] }) {
  return state === 'asking' ? null : (
    <p className="bg-sheet p-6 text-[1.1rem]">
      No machine here fits "{asked}"{state === 'found' && ', nor any that ever left'}.
    </p>
  );
}

/** What is still looked for, or cannot be. */
function FoundLine({ state, most }: { state: Found['state']; most: boolean }) {
  const said =
    state === 'asking'
      ? 'Looking through all that ever left ...'
      : state === 'out-of-reach'
        ? 'Only what stands here is searched: those that left longer ago are out of reach.'
        : state === 'found' && most
          ? 'There are more: another word, or the number, finds them.'
          : null;
  return said === null ? null : (
    <li className="px-3 py-1 text-soft">
      <span role="status">{said}</span>
    </li>
  );
}

/** Promises that will hardly be kept, said before anybody calls. */
function AtRisk({ open, today }: Pick<Props, 'open' | 'today'>) {
  const risks = open.flatMap((row) => {
    const why = atRisk(row, today);
    return why === null ? [] : [{ row, why }];
  });
  if (risks.length === 0) return null;
  return (
    <p role="status" aria-label="Promises at risk" className="border-l-8 border-rust bg-sheet px-3 py-1.5">
      <b>{risks.length === 1 ? 'One promise' : `${risks.length} promises`} at risk:</b>{' '}
      {risks.slice(0, RISKS_SAID).map(({ row, why }, i) => (
        <span key={row.id}>
          {i > 0 && '; '}
          <b>{row.machine.tag}</b> {why}
        </span>
      ))}
      {risks.length > RISKS_SAID && `; and ${risks.length - RISKS_SAID} more`}.
    </p>
  );
}

/** So many are named. */
const RISKS_SAID = 3;

function HowMany({
  open: rows,
  ordering,
  onOrder,
}: Pick<Props, 'open'> & { ordering: boolean; onOrder: (() => void) | null }) {
  const open = rows.length;
  const byHand = rows.some((row) => row.placed);
  return open === 0 ? (
    <p className="min-w-0 flex-1 basis-64 text-[1.05rem]">
      <span className="text-[1.6rem] font-extrabold">The floor is empty.</span> Start a job when the next machine rolls
      in.
    </p>
  ) : (
    <p className="min-w-0 flex-1 basis-64 text-[1.05rem]">
      <span className="text-[1.6rem] font-extrabold">{open}</span> {open === 1 ? 'machine' : 'machines'} in the shop,{' '}
      {byHand ? 'in the order set by hand' : 'oldest promise first'}
      {onOrder && open > 1 && (
        <Button look="quiet" aria-expanded={ordering} onClick={onOrder}>
          Change the order
        </Button>
      )}
    </p>
  );
}

function FindBox({
  box,
  asked,
  onAsked,
  onEnter,
  onMove,
}: {
  box: RefObject<HTMLInputElement | null>;
  asked: string;
  onAsked: (asked: string) => void;
  onEnter: () => void;
  onMove: (e: KeyboardEvent) => void;
}) {
  const typed = useTypedBefore(onAsked, box);
  return (
    <label className="flex min-w-0 flex-1 basis-56 items-center gap-2 border-2 border-line bg-sheet focus-within:border-iron">
      <span className="pl-2.5 text-[1.2rem] font-extrabold" aria-hidden="true">
        /
      </span>
      <input
        ref={typed}
        type="search"
        aria-label="Find a machine"
        placeholder="find a machine"
        autoComplete="off"
        value={asked}
        onChange={(e) => onAsked(e.target.value)}
        onKeyDown={(e) => (e.key === 'Enter' ? onEnter() : onMove(e))}
        className="min-h-tap w-full min-w-0 bg-sheet pr-2 outline-none placeholder:text-soft"
      />
    </label>
  );
}
