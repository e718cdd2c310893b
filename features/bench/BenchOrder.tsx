'use client';
import { type RefObject, useMemo, useState } from 'react';
import {
  accessLabel,
  CHECKS,
  type CheckDefinition,
  checkOf,
  type EngineWords,
  type NextCheck,
  type Plan,
  STATE_WORDS,
  TEMPERATURE_WORDS,
} from '@/core/index.ts';

interface Row {
  readonly key: string;
  readonly entries: readonly NextCheck[];
}

/** The two sides of one check stand in one row while neither is ahead. */
function rowsOf(next: readonly NextCheck[]): Row[] {
  const rows: { key: string; entries: NextCheck[] }[] = [];
  for (const entry of next) {
    const twin =
      entry.cylinder === null
        ? undefined
        : rows.find((r) => r.entries[0]!.check === entry.check && r.entries[0]!.cylinder !== entry.cylinder);
    if (twin && Math.abs(twin.entries[0]!.minutesSaved - entry.minutesSaved) < 0.75) twin.entries.push(entry);
    else rows.push({ key: `${entry.check}${entry.cylinder}`, entries: [entry] });
  }
  return rows;
}

/** What has to be opened first, as a heading. */
function groupOf(entry: NextCheck): string {
  const telling = entry.opens.filter((key) => !key.startsWith('lead') && key !== 'hood');
  if (telling.length === 0) return entry.opens.includes('hood') ? 'Hood up' : 'Nothing more to open';
  return `Open: ${accessLabel(telling.at(-1)!)}`;
}

interface Props {
  readonly plan: Plan | null;
  readonly stale: boolean;
  /** What lies on the plate already. */
  readonly onPlate: { readonly check: string; readonly cylinder: number | null };
  readonly engine: EngineWords;
  readonly search: RefObject<HTMLInputElement | null>;
  readonly onPick: (entry: NextCheck) => void;
  readonly onPickAny: (check: CheckDefinition) => void;
}

/** The other checks worth doing, grouped by what has to be opened; and a search for any check at all. */
export function BenchOrder({ plan, stale, onPlate, engine, search, onPick, onPickAny }: Props) {
  const [asked, setAsked] = useState('');
  const found = useMemo(() => {
    const words = asked.trim().toLowerCase().split(/\s+/).filter(Boolean);
    return words.length === 0
      ? []
      : CHECKS.filter((c) => c.appliesTo(engine) && words.every((w) => `${c.title} ${c.id}`.toLowerCase().includes(w)));
  }, [asked, engine]);
  const rows = rowsOf((plan?.next ?? []).filter((n) => n.check !== onPlate.check || n.cylinder !== onPlate.cylinder));
  const groups = [...new Set(rows.map((r) => groupOf(r.entries[0]!)))];
  return (
    <section aria-label="Bench order" className="flex flex-col gap-2 bg-sheet p-3">
      <div className="flex items-baseline justify-between gap-2">
        <h2 className="text-[1.15rem] font-extrabold">Bench order</h2>
        {plan && !plan.settlingOrder && (
          <span className="text-[0.85rem] text-soft">{Math.round(plan.expectedSearchMin)} min to go, on average</span>
        )}
        {plan?.settlingOrder && <span className="text-[0.85rem] text-soft">in the order that settles</span>}
      </div>
      <div className={stale ? 'opacity-55' : ''} aria-busy={stale}>
        {rows.length === 0 && <p className="py-2 text-soft">Nothing else is worth a check now.</p>}
        {groups.map((group) => (
          <div key={group}>
            <h3 className="mt-1 text-[0.85rem] font-bold text-soft">{group}</h3>
            <ul>
              {rows
                .filter((r) => groupOf(r.entries[0]!) === group)
                .map((row) => (
                  <OrderRow key={row.key} row={row} twin={engine.cylinders > 1} onPick={onPick} />
                ))}
            </ul>
          </div>
        ))}
      </div>
      <label className="mt-1 block">
        <span className="text-[0.9rem] font-semibold">Any other check</span>
        <input
          ref={search}
          type="search"
          value={asked}
          onChange={(e) => setAsked(e.target.value)}
          onKeyDown={(e) => {
            if (e.key === 'Enter' && found[0]) {
              onPickAny(found[0]);
              setAsked('');
            }
          }}
          placeholder="such as coil, oil, thumb"
          className="min-h-12 w-full border-2 border-line bg-sheet px-2"
        />
      </label>
      {asked.trim() !== '' && (
        <ul aria-label="Found checks" className="max-h-72 overflow-y-auto">
          {found.map((check) => (
            <li key={check.id}>
              <button
                type="button"
                className="min-h-12 w-full border-b border-line px-2 text-left font-semibold"
                onClick={() => {
                  onPickAny(check);
                  setAsked('');
                }}
              >
                {check.title}
              </button>
            </li>
          ))}
          {found.length === 0 && <li className="py-2 text-soft">No check of that name.</li>}
        </ul>
      )}
    </section>
  );
}

function OrderRow({ row, twin, onPick }: { row: Row; twin: boolean; onPick: (entry: NextCheck) => void }) {
  const [first] = row.entries as [NextCheck];
  const check = checkOf(first.check);
  const state = [
    check.states.length > 1 ? STATE_WORDS[first.condition] : '',
    first.temperature === 'hot' ? TEMPERATURE_WORDS.hot : '',
  ]
    .filter(Boolean)
    .join(', ');
  return (
    <li className="flex items-stretch gap-1 border-b border-line py-1">
      <button
        type="button"
        onClick={() => onPick(first)}
        className="flex min-h-12 flex-1 items-center justify-between gap-2 px-1 text-left leading-tight"
      >
        <span>
          <span className="font-semibold">{check.title}</span>
          {twin && first.cylinder !== null && row.entries.length === 1 && (
            <span className="font-bold text-rust">, cyl. {first.cylinder}</span>
          )}
          {state !== '' && <span className="block text-[0.85rem] text-soft">{state}</span>}
        </span>
        <span className="text-right">
          <span className="text-[1.15rem] font-extrabold">{Math.round(first.minutes * 2) / 2}</span>
          <span className="text-[0.85rem] text-soft"> min</span>
        </span>
      </button>
      {row.entries.length > 1 &&
        row.entries.map((entry) => (
          <button
            key={entry.cylinder}
            type="button"
            aria-label={`${check.title}, cylinder ${entry.cylinder}`}
            onClick={() => onPick(entry)}
            className="min-h-12 min-w-12 border-2 border-line font-extrabold"
          >
            {entry.cylinder}
          </button>
        ))}
    </li>
  );
}
