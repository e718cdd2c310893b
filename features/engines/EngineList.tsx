'use client';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { type ChangeEvent, useRef, useState } from 'react';
import type { InputIssue } from '@/core/index.ts';
import type { Person } from '@/db/people.ts';
import { newId } from '@/features/record/client/entryId.ts';
import { useWho } from '@/features/shop/WhoAsked.tsx';
import { postSheet } from './useSheetForm.ts';

export interface EngineRow {
  readonly id: string;
  readonly name: string;
  /** What it is, in a few words. */
  readonly what: string;
  readonly known: number;
  readonly figures: number;
  /** Machines here that have it, as they are called in the shop. */
  readonly machines: readonly string[];
}

/** The engines the shop knows, how much of each, and on which machines. */
export function EngineList({
  rows,
  people,
  person,
}: {
  rows: readonly EngineRow[];
  people: readonly Person[];
  person: Person | null;
}) {
  const { bring, issues, asking } = useBringFile(people, person);
  const [asked, setAsked] = useState('');
  const [ticked, setTicked] = useState<readonly string[]>([]);
  const file = useRef<HTMLInputElement>(null);
  const words = asked.trim().toLowerCase();
  const shown = rows.filter((r) => `${r.name} ${r.what} ${r.machines.join(' ')}`.toLowerCase().includes(words));

  const tick = (id: string) =>
    setTicked((old) => (old.includes(id) ? old.filter((other) => other !== id) : [...old.slice(-1), id]));
  const KEY = 'inline-flex min-h-14 items-center border-2 px-5 text-[1.1rem] font-bold';
  return (
    <div className="space-y-2">
      {asking}
      <div className="flex flex-wrap items-center gap-2">
        <input
          type="search"
          aria-label="Find an engine"
          placeholder="find an engine or a machine"
          value={asked}
          autoComplete="off"
          onChange={(e) => setAsked(e.target.value)}
          className="min-h-14 min-w-0 flex-1 basis-56 border-2 border-line bg-sheet px-3 placeholder:text-soft"
        />
        {ticked.length === 2 ? (
          <Link href={`/engines/compare?a=${ticked[0]}&b=${ticked[1]}`} className={`${KEY} border-line bg-sheet`}>
            Compare the two
          </Link>
        ) : (
          <span className="text-soft">
            {ticked.length === 1 ? 'Tick one more to compare.' : 'Tick two to compare.'}
          </span>
        )}
        <button type="button" className={`${KEY} border-line bg-sheet`} onClick={() => file.current?.click()}>
          From a file
        </button>
        <input
          ref={file}
          type="file"
          accept=".json,application/json"
          aria-label="Engine sheet file"
          hidden
          onChange={bring}
        />
        <Link href="/engines/new" className={`${KEY} border-iron bg-iron text-on-iron`}>
          New engine
        </Link>
      </div>
      {issues.length > 0 && (
        <ul role="alert" className="bg-sheet px-4 py-2 font-bold text-rust">
          {issues.slice(0, 6).map((i) => (
            <li key={i.message}>{i.message}</li>
          ))}
        </ul>
      )}
      {shown.length === 0 && (
        <p className="bg-sheet p-6 text-[1.1rem]">
          {rows.length === 0 ? 'No engine is known here yet.' : `No engine fits "${asked.trim()}".`}
        </p>
      )}
      <ul className="space-y-1.5">
        {shown.map((row) => (
          <Row key={row.id} row={row} ticked={ticked.includes(row.id)} onTick={() => tick(row.id)} />
        ))}
      </ul>
    </div>
  );
}

/** An engine of the list: its tick for comparing, what it is, where it is, how much of it is known. */
function Row({ row, ticked, onTick }: { row: EngineRow; ticked: boolean; onTick: () => void }) {
  return (
    <li className="flex items-stretch gap-1.5">
      <button
        type="button"
        aria-pressed={ticked}
        aria-label={`Compare ${row.name}`}
        onClick={onTick}
        className="min-w-tap border-2 border-line bg-sheet text-[1.3rem] font-black aria-pressed:border-iron aria-pressed:bg-iron aria-pressed:text-on-iron"
      >
        {ticked ? '✓' : ''}
      </button>
      <Link
        href={`/engines/${row.id}`}
        className="grid min-w-0 flex-1 items-center gap-x-4 gap-y-1 bg-sheet px-4 py-2 hover:outline-2 hover:outline-iron @3xl:grid-cols-[minmax(0,3fr)_minmax(0,2fr)_13rem]"
      >
        <span className="min-w-0 wrap-anywhere">
          <span className="block text-[1.25rem] leading-tight font-extrabold">{row.name}</span>
          <span>{row.what}</span>
        </span>
        <span className="min-w-0 wrap-anywhere text-soft">
          {row.machines.length === 0 ? 'On no machine here' : row.machines.join(', ')}
        </span>
        <span>
          <span className="font-bold tabular-nums">
            {row.known} of {row.figures}
          </span>{' '}
          figures known
          <span aria-hidden="true" className="mt-0.5 block h-2 border border-ink">
            <span className="block h-full bg-iron" style={{ width: `${(100 * row.known) / row.figures}%` }} />
          </span>
        </span>
      </Link>
    </li>
  );
}

/** Takes a sheet from a file, under the name of who is at this device. */
function useBringFile(people: readonly Person[], person: Person | null) {
  const router = useRouter();
  const { withPerson, asking } = useWho(people, person);
  const [issues, setIssues] = useState<readonly InputIssue[]>([]);
  const bring = async (e: ChangeEvent<HTMLInputElement>) => {
    const [chosen] = e.target.files ?? [];
    e.target.value = '';
    if (!chosen) return;
    setIssues([]);
    let sheet: unknown;
    try {
      sheet = JSON.parse(await chosen.text());
    } catch {
      return setIssues([{ path: '$', message: `${chosen.name} is not an engine sheet: it is not whole JSON.` }]);
    }
    withPerson(async (by) => {
      const answer = await postSheet({ id: newId(), personId: by.id, sheet });
      if (answer.ok) router.push(`/engines/${answer.id}`);
      else if (answer.issues.some((i) => i.path === '$.format' || i.path === '$.sheet'))
        setIssues([{ path: '$', message: `${chosen.name} is not an engine sheet.` }]);
      else setIssues(answer.issues.map((i) => ({ ...i, message: `${chosen.name}, ${i.path}: ${i.message}` })));
    });
  };
  return { bring, issues, asking };
}
