import { clsx } from 'clsx';
import type { ReactNode } from 'react';

/** A key that is on or off. */
export function Tick({ on, onToggle, children }: { on: boolean; onToggle: () => void; children: ReactNode }) {
  return (
    <button
      type="button"
      aria-pressed={on}
      onClick={onToggle}
      className={clsx(
        'min-h-tap border-2 px-3 text-left leading-tight font-semibold',
        on ? 'border-iron bg-iron text-on-iron' : 'border-line bg-sheet',
      )}
    >
      {children}
    </button>
  );
}

export const toggled = <T extends string>(list: readonly T[], item: T): T[] =>
  list.includes(item) ? list.filter((x) => x !== item) : [...list, item];

/** Whether every word asked for begins some word of the text, or stands in it. */
export const fits = (asked: string, text: string) =>
  asked
    .toLowerCase()
    .split(/\s+/)
    .every((word) => text.toLowerCase().includes(word));
