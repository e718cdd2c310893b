'use client';
import { clsx } from 'clsx';
import { type KeyboardEvent, type ReactNode, type RefObject, useMemo, useRef, useState } from 'react';
import type { Machine } from '@/db/machines.ts';
import { NEW_MACHINE } from './jobDraft.ts';
import { fits } from './Tick.tsx';

/** The machine: typed for or tapped; Enter takes the first that fits. */
export function MachinePick({
  machines,
  chosen,
  find,
  onChoose,
  onDone,
}: {
  machines: readonly Machine[];
  chosen: string | null;
  find: RefObject<HTMLInputElement | null>;
  onChoose: (id: string) => void;
  /** Chosen from the keyboard: the focus may go on. */
  onDone: () => void;
}) {
  const [asked, setAsked] = useState('');
  const list = useRef<HTMLDivElement>(null);
  const shown = useMemo(
    () => machines.filter((m) => fits(asked.trim(), `${m.tag} ${m.name} ${m.owner}`)),
    [machines, asked],
  );
  const enter = (e: KeyboardEvent) => {
    if (e.key === 'ArrowDown') {
      e.preventDefault();
      list.current?.querySelector('button')?.focus();
    }
    if (e.key !== 'Enter') return;
    e.preventDefault();
    const [first] = shown;
    if (asked.trim() === '' ? chosen === null : !first) return;
    if (asked.trim() !== '' && first) onChoose(first.id);
    onDone();
  };
  const move = (e: KeyboardEvent) => {
    const step = { ArrowDown: 1, ArrowUp: -1 }[e.key];
    const all = [...(list.current?.querySelectorAll('button') ?? [])];
    const at = all.indexOf(document.activeElement as HTMLButtonElement);
    if (!step || at < 0) return;
    e.preventDefault();
    (all[at + step] ?? (step < 0 ? find.current : null))?.focus();
  };
  return (
    <>
      <input
        ref={find}
        type="search"
        aria-label="Find a machine"
        placeholder="Find by tag, name or owner"
        value={asked}
        autoComplete="off"
        onChange={(e) => setAsked(e.target.value)}
        onKeyDown={enter}
        className="min-h-tap w-full border-2 border-line bg-sheet px-2 placeholder:text-soft"
      />
      <div ref={list} className="-mx-1 mt-1" role="radiogroup" aria-label="Machine" tabIndex={-1} onKeyDown={move}>
        <div
          className={clsx('space-y-1 overflow-y-auto p-1', chosen === NEW_MACHINE ? 'max-h-[7.5rem]' : 'max-h-[22rem]')}
        >
          {shown.map((m) => (
            <MachineKey key={m.id} chosen={chosen === m.id} onChoose={() => onChoose(m.id)}>
              <span className="font-bold">
                {m.tag} {m.name}
              </span>
              <span className="block text-[0.9rem]">{m.owner}</span>
            </MachineKey>
          ))}
          {shown.length === 0 && (
            <p className="py-2 text-soft">
              {machines.length === 0 ? 'No machine was here yet.' : 'No machine of that name here yet.'}
            </p>
          )}
        </div>
        <div className="p-1">
          <MachineKey chosen={chosen === NEW_MACHINE} onChoose={() => onChoose(NEW_MACHINE)}>
            <span className="font-bold">A machine that was not here before</span>
          </MachineKey>
        </div>
      </div>
    </>
  );
}

function MachineKey({ chosen, onChoose, children }: { chosen: boolean; onChoose: () => void; children: ReactNode }) {
  return (
    // biome-ignore lint/a11y/useSemanticElements: a whole card is the key; a bare radio would be too small for a glove.
    <button
      type="button"
      role="radio"
      aria-checked={chosen}
      onClick={onChoose}
      className={clsx(
        'min-h-tap w-full border-2 px-3 py-1 text-left leading-tight',
        chosen ? 'border-iron bg-iron text-on-iron' : 'border-line bg-sheet',
      )}
    >
      {children}
    </button>
  );
}
