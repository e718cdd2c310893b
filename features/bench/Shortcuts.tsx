'use client';
import { useEffect, useState } from 'react';
import { Button } from '@/ui/Button.tsx';

const KEYS: readonly (readonly [string, string])[] = [
  ['1 … 9', 'pick an outcome'],
  ['Enter', 'record, or go to the next empty box'],
  ['/', 'find any check'],
  ['r', 'record a repair'],
  ['n', 'write a note'],
  ['?', 'this list'],
];

/** Keys of the bench; they rest while something is typed. */
export function Shortcuts({
  onSearch,
  onDrawer,
}: {
  onSearch: () => void;
  onDrawer: (drawer: 'repair' | 'note') => void;
}) {
  const [shown, setShown] = useState(false);
  useEffect(() => {
    const press = (e: KeyboardEvent) => {
      if (e.ctrlKey || e.metaKey || e.altKey) return;
      if (e.key === 'Escape') setShown(false);
      if (
        e.target instanceof HTMLInputElement ||
        e.target instanceof HTMLTextAreaElement ||
        e.target instanceof HTMLSelectElement
      )
        return;
      const act = {
        '/': onSearch,
        r: () => onDrawer('repair'),
        n: () => onDrawer('note'),
        '?': () => setShown((s) => !s),
      }[e.key];
      if (!act) return;
      e.preventDefault();
      act();
    };
    window.addEventListener('keydown', press);
    return () => window.removeEventListener('keydown', press);
  }, [onSearch, onDrawer]);
  if (!shown) return null;
  return (
    <aside aria-label="Keys" className="no-print fixed right-2 bottom-2 border-2 border-ink bg-sheet p-3">
      <dl className="grid grid-cols-[auto_1fr] gap-x-4 gap-y-1">
        {KEYS.map(([key, what]) => (
          <div key={key} className="contents">
            <dt className="font-extrabold">{key}</dt>
            <dd>{what}</dd>
          </div>
        ))}
      </dl>
      <Button className="mt-2" onClick={() => setShown(false)}>
        Close
      </Button>
    </aside>
  );
}
