'use client';
import { type KeyboardEvent, type RefObject, useState } from 'react';
import { SYMPTOM_IDS, SYMPTOMS, type Symptom } from '@/core/index.ts';
import { fits, Tick, toggled } from './Tick.tsx';

/** The commonest complaints, in the order they come in over the counter; common practice. */
const COMMON: readonly Symptom[] = [
  'low-power',
  'one-cylinder',
  'cranks-slow',
  'no-crank-click',
  'no-crank-silent',
  'cranks-no-start',
  'hard-start-cold',
  'hard-start-hot',
  'runs-rough',
  'will-not-shut-off',
  'dies-after-minutes',
  'cuts-out-at-speed',
  'pops-exhaust',
  'crank-stops',
  'battery-goes-flat',
  'fuel-drips',
];

/** What it does: tapped among the common ones, or typed for; Enter takes the first that fits, and on nothing typed goes on. */
export function ComplaintPick({
  chosen,
  find,
  onChange,
  onDone,
}: {
  chosen: readonly Symptom[];
  find: RefObject<HTMLInputElement | null>;
  onChange: (chosen: readonly Symptom[]) => void;
  onDone: () => void;
}) {
  const [asked, setAsked] = useState('');
  const words = asked.trim();
  const ordered = [...COMMON, ...SYMPTOM_IDS.filter((s) => !COMMON.includes(s))];
  const found = words === '' ? [] : ordered.filter((s) => fits(words, SYMPTOMS[s]));
  const key = (s: Symptom) => (
    <Tick key={s} on={chosen.includes(s)} onToggle={() => onChange(toggled(chosen, s))}>
      {SYMPTOMS[s]}
    </Tick>
  );
  const enter = (e: KeyboardEvent) => {
    if (e.key === 'Escape') setAsked('');
    if (e.key !== 'Enter') return;
    e.preventDefault();
    if (words === '') return onDone();
    if (!found[0]) return;
    onChange(toggled(chosen, found[0]));
    setAsked('');
  };
  const rest = SYMPTOM_IDS.filter((s) => !COMMON.includes(s));
  return (
    <>
      <input
        ref={find}
        type="search"
        aria-label="Find what it does"
        placeholder="Type it, or tap below"
        value={asked}
        autoComplete="off"
        onChange={(e) => setAsked(e.target.value)}
        onKeyDown={enter}
        className="mb-2 min-h-tap w-full border-2 border-line bg-sheet px-2 placeholder:text-soft"
      />
      {words !== '' ? (
        <div className="flex flex-wrap gap-1.5">
          {found.map(key)}
          {found.length === 0 && <p className="py-2 text-soft">No complaint of those words. Write it below.</p>}
        </div>
      ) : (
        <>
          <div className="flex flex-wrap gap-1.5">{COMMON.map(key)}</div>
          <details className="mt-1" open={chosen.some((s) => rest.includes(s)) || undefined}>
            <summary className="flex min-h-tap items-center font-semibold underline decoration-line underline-offset-4">
              More
            </summary>
            <div className="flex flex-wrap gap-1.5">{rest.map(key)}</div>
          </details>
        </>
      )}
    </>
  );
}
