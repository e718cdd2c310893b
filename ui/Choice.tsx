'use client';
import { clsx } from 'clsx';
import { type KeyboardEvent, useState } from 'react';

export interface Option<T extends string> {
  readonly value: T;
  readonly label: string;
}

/** How far a key goes along a row of keys; the ends are the first and the last. */
const STEPS: Readonly<Record<string, number>> = { ArrowRight: 1, ArrowDown: 1, ArrowLeft: -1, ArrowUp: -1 };

/**
 * One of a few, as large keys; pressing the chosen one again takes it back where that is allowed. One stop of the Tab key; arrows,
 * Home and End go from key to key and choose nothing. It comes with every page of the bench, so it is made of plain buttons.
 */
export function Choice<T extends string>({
  label,
  options,
  value,
  onChange,
  clearable = false,
  numbered = false,
  small = false,
}: {
  label: string;
  options: readonly Option<T>[];
  value: T | null;
  onChange: (value: T | null) => void;
  clearable?: boolean;
  numbered?: boolean;
  small?: boolean;
}) {
  const [visited, setVisited] = useState<T | null>(null);
  const known = (wanted: T | null) => options.some((option) => option.value === wanted);
  const stop = known(visited) ? visited : known(value) ? value : options[0]?.value;
  const move = (e: KeyboardEvent<HTMLDivElement>) => {
    const keys = [...e.currentTarget.querySelectorAll('button')];
    const at = keys.indexOf(e.target as HTMLButtonElement);
    const step = STEPS[e.key];
    if (at < 0 || e.ctrlKey || e.metaKey || e.altKey || e.shiftKey) return;
    if (step === undefined && e.key !== 'Home' && e.key !== 'End') return;
    e.preventDefault();
    keys.at(step === undefined ? (e.key === 'Home' ? 0 : -1) : (at + step) % keys.length)?.focus();
  };
  return (
    <div
      role="radiogroup"
      aria-label={label}
      onKeyDown={move}
      onBlur={(e) => !e.currentTarget.contains(e.relatedTarget) && setVisited(null)}
      data-numbered={numbered || undefined}
      className="flex flex-wrap gap-1.5"
    >
      {options.map((option, i) => {
        const chosen = option.value === value;
        return (
          // biome-ignore lint/a11y/useSemanticElements: the whole key is pressed, by Space too; a bare radio would be too small for a glove.
          <button
            key={option.value}
            type="button"
            role="radio"
            aria-checked={chosen}
            data-state={chosen ? 'on' : 'off'}
            tabIndex={option.value === stop ? 0 : -1}
            onFocus={() => setVisited(option.value)}
            onClick={() => (!chosen || clearable) && onChange(chosen ? null : option.value)}
            className={clsx(
              'min-h-tap border-2 px-3 py-1 text-left leading-tight font-semibold',
              small ? 'text-[0.9rem]' : 'text-base',
              'border-line bg-sheet text-ink data-[state=on]:border-iron data-[state=on]:bg-iron data-[state=on]:text-on-iron',
            )}
          >
            {numbered && i < 10 && <KeyNumber n={i + 1} />}
            {option.label}
          </button>
        );
      })}
    </div>
  );
}

/** The digit that picks this key; 0 the tenth. */
export function KeyNumber({ n }: { n: number }) {
  return (
    <span
      aria-hidden="true"
      className="mr-2 inline-block min-w-4 text-[0.8rem] font-bold text-soft [[data-state=on]_&]:text-on-iron [[aria-pressed=true]_&]:text-on-iron"
    >
      {n % 10}
    </span>
  );
}
