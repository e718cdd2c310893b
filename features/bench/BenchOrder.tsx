'use client';
import { memo, type RefObject, Suspense, useEffect, useMemo, useState } from 'react';
import {
  type AccessOnMachine,
  accessLabel,
  type BenchPlan,
  checkOf,
  type EngineWords,
  housePriceText,
  type NextCheck,
  type RawEvent,
  STATE_WORDS,
  TEMPERATURE_WORDS,
} from '@/core/index.ts';
import { KeyHint } from '@/ui/KeyHint.tsx';
import { useTypedBefore } from '@/ui/useTypedBefore.ts';
import { type FoundCheck, findChecks } from './keys.ts';
import { OpenNow } from './panels.ts';
import type { PlateCheck } from './plateCheck.ts';
import { twinOf } from './plates.ts';

interface Row {
  readonly key: string;
  readonly entries: readonly NextCheck[];
}

/** The two sides of one check stand in one row while neither is ahead. */
function rowsOf(next: readonly NextCheck[]): Row[] {
  const rows: Row[] = [];
  const taken = new Set<NextCheck>();
  for (const entry of next) {
    if (taken.has(entry)) continue;
    const twin = twinOf(entry, next);
    const entries = twin && !taken.has(twin) ? [entry, twin] : [entry];
    for (const e of entries) taken.add(e);
    rows.push({
      key: `${entry.check}${entry.cylinder}`,
      entries: entries.toSorted((a, b) => (a.cylinder ?? 0) - (b.cylinder ?? 0)),
    });
  }
  return rows;
}

/** Rules of the house whose price is told, the dearest first. */
const PRICES_TOLD = 2;

const NOTHING_TO_OPEN = 'Nothing more to open';

/** What has to be opened first, as a heading. */
function groupOf(entry: NextCheck): string {
  const telling = entry.opens.filter((key) => !key.startsWith('lead') && key !== 'hood');
  if (telling.length === 0) return entry.opens.includes('hood') ? 'Hood up' : NOTHING_TO_OPEN;
  return `Open: ${accessLabel(telling.at(-1)!)}`;
}

/** What is open already comes first, the rest in the order of its first check. */
function groupsOf(rows: readonly Row[]): [string, Row[]][] {
  const groups = new Map<string, Row[]>([[NOTHING_TO_OPEN, []]]);
  for (const row of rows) {
    const name = groupOf(row.entries[0]!);
    groups.set(name, [...(groups.get(name) ?? []), row]);
  }
  return [...groups].filter(([, own]) => own.length > 0);
}

interface Props {
  readonly plan: BenchPlan | null;
  readonly stale: boolean;
  /** How many lines the record had that it was worked out from. */
  readonly events: number;
  /** What lies on the plate already. */
  readonly onPlate: PlateCheck;
  readonly engine: EngineWords;
  readonly open: readonly string[];
  readonly access: AccessOnMachine;
  readonly asked: string;
  readonly search: RefObject<HTMLInputElement | null>;
  readonly onAsked: (asked: string) => void;
  readonly onPick: (entry: NextCheck) => void;
  readonly onPickAny: (found: FoundCheck) => void;
  readonly onAccess: (event: RawEvent, id: string) => void;
}

/** The other checks worth doing, grouped by what has to be opened; a search for any check at all; and what stands open. */
export const BenchOrder = memo(function BenchOrder({
  plan,
  stale,
  events,
  onPlate,
  engine,
  open,
  access,
  asked,
  search,
  onAsked,
  ...act
}: Props) {
  const rows = rowsOf(
    (plan?.next ?? []).filter((n) => n.check !== onPlate.check || !(onPlate.pair || n.cylinder === onPlate.cylinder)),
  );
  return (
    <section
      aria-label="Bench order"
      data-events={stale ? undefined : events}
      className="flex flex-col bg-sheet p-3 @5xl:max-h-[max(18rem,calc(100vh-28rem))] @5xl:overflow-y-auto @[88rem]:max-h-none"
      tabIndex={-1}
    >
      <div className="flex flex-wrap items-baseline justify-between gap-x-2">
        <h2 className="text-[1.15rem] font-extrabold">Bench order</h2>
        {plan && (
          <span className="text-[0.85rem] text-soft">
            {stale
              ? 'being worked out anew'
              : plan.confirmingOrder
                ? 'in the order that settles'
                : `${Math.round(plan.expectedSearchMin)} min to go, on average`}
          </span>
        )}
      </div>
      <AnyCheck engine={engine} asked={asked} search={search} onAsked={onAsked} onPickAny={act.onPickAny} />
      <div aria-busy={stale}>
        {rows.length === 0 && <p className="py-2 text-soft">Nothing else is worth a check now.</p>}
        {groupsOf(rows).map(([group, own]) => (
          <div key={group}>
            <h3 className="mt-2.5 border-b-2 border-ink text-[0.9rem] font-bold">{group}</h3>
            <ul>
              {own.map((row) => (
                <OrderRow key={row.key} row={row} twin={engine.cylinders > 1} onPick={act.onPick} />
              ))}
            </ul>
          </div>
        ))}
      </div>
      {!stale && plan && plan.housePrices.length > 0 && (
        <ul
          aria-label="What the house rules cost here"
          className="mt-2 bg-well px-2 py-1.5 text-[0.95rem] leading-snug"
        >
          {plan.housePrices.slice(0, PRICES_TOLD).map((price) => (
            <li key={price.check}>{housePriceText(price)}</li>
          ))}
        </ul>
      )}
      <Suspense fallback={null}>
        <OpenNow open={open} engine={engine} access={access} onAccess={act.onAccess} />
      </Suspense>
    </section>
  );
});

/** What is to be done for each check, from the moment something is looked for; null until it is here. */
function useTodo(wanted: boolean): ((check: string) => string | null) | null {
  const [todo, setTodo] = useState<((check: string) => string | null) | null>(null);
  useEffect(() => {
    if (!wanted || todo) return;
    import('@/core/checks/todo.ts').then(
      (m) => setTodo(() => m.todoOf),
      () => {},
    );
  }, [wanted, todo]);
  return todo;
}

/** The search for any check at all: Enter takes the first. */
function AnyCheck({
  engine,
  asked,
  search,
  onAsked,
  onPickAny,
}: Pick<Props, 'engine' | 'asked' | 'search' | 'onAsked' | 'onPickAny'>) {
  const todoOf = useTodo(asked !== '');
  const found = useMemo(() => findChecks(asked, engine, todoOf), [asked, engine, todoOf]);
  const box = useTypedBefore(onAsked, search);
  const pick = (what: FoundCheck) => {
    onPickAny(what);
    onAsked('');
  };
  return (
    <>
      <label className="mt-1 flex items-center gap-2 border-2 border-line bg-sheet focus-within:border-iron">
        <span className="pl-2.5 text-[1.2rem] font-extrabold" aria-hidden="true">
          /
        </span>
        <span className="sr-only">Any other check</span>
        <input
          ref={box}
          type="search"
          value={asked}
          onChange={(e) => onAsked(e.target.value)}
          onKeyDown={(e) => {
            if (e.key === 'Enter' && found[0]) {
              // The box on the plate has the focus by then: this key is not its Enter.
              e.preventDefault();
              pick(found[0]);
            }
            if (e.key === 'Escape') onAsked('');
          }}
          placeholder="any other check"
          autoComplete="off"
          className="min-h-tap w-full min-w-0 bg-sheet pr-2 outline-none placeholder:text-soft"
        />
      </label>
      {asked.trim() !== '' && (
        <ul aria-label="Found checks" className="max-h-80 overflow-y-auto border-2 border-t-0 border-line">
          {found.map(({ check, cylinder }) => (
            <li key={check.id}>
              <button
                type="button"
                className="flex min-h-tap w-full items-center justify-between gap-2 border-b border-line px-2 text-left leading-tight font-semibold"
                onClick={() => pick({ check, cylinder })}
              >
                <span>
                  {check.title}
                  {cylinder !== null && `, cylinder ${cylinder}`}
                </span>
                <KeyHint code={check.code} />
              </button>
            </li>
          ))}
          {found.length === 0 && <li className="p-2 text-soft">No check of that name.</li>}
        </ul>
      )}
    </>
  );
}

function OrderRow({ row, twin, onPick }: { row: Row; twin: boolean; onPick: (entry: NextCheck) => void }) {
  const [first] = row.entries as [NextCheck];
  const check = checkOf(first.check);
  const pair = row.entries.length > 1;
  const state = [
    check.states.length > 1 ? STATE_WORDS[first.condition] : '',
    first.temperature === 'hot' ? TEMPERATURE_WORDS.hot : '',
  ]
    .filter(Boolean)
    .join(', ');
  return (
    <li className="border-b border-line">
      <button
        type="button"
        onClick={() => onPick(first)}
        className="flex min-h-tap w-full items-center justify-between gap-2 py-1 text-left leading-tight"
      >
        <span className="min-w-0">
          <span className="font-semibold">{check.title}</span>
          {twin && first.cylinder !== null && (
            <span className="font-bold text-rust">{pair ? ', both' : `, cyl. ${first.cylinder}`}</span>
          )}
          {state !== '' && <span className="block text-[0.85rem] text-soft">{state}</span>}
        </span>
        <span className="flex shrink-0 items-baseline gap-2">
          <KeyHint code={check.code} />
          <span className="min-w-[3.4rem] text-right">
            <span className="text-[1.15rem] font-extrabold">{Math.round(first.minutes * 2) / 2}</span>
            <span className="text-[0.85rem] text-soft"> min</span>
          </span>
        </span>
      </button>
    </li>
  );
}
