import { useEffect, useRef } from 'react';
import { Button } from '@/ui/Button.tsx';
import { BoltGlyph, MARK_WORDS } from './BoltMark.tsx';
import { ACTIONS } from './keys.ts';

const KEYS: readonly (readonly [string, string])[] = [
  ['0 … 9', 'a figure in its box; outside a box, the outcome of that number'],
  ['Enter', 'next empty box, then record'],
  ['two letters', 'put that check on the plate: they stand beside its name'],
  ['/', 'find a check by name'],
  ['Esc', 'out of the box; back to the plan'],
  ['◀ ▶', 'along the ridge, once you are on it'],
  ['?', 'this list'],
];

/** Every key of the bench, and what the bolt marks say. */
export function KeyList({ mayClose, onClose }: { mayClose: boolean; onClose: () => void }) {
  const list = useRef<HTMLElement>(null);
  // It is asked for from the foot of the page and stands under the ridge.
  useEffect(() => {
    // Newer browsers answer with a promise, which an effect must not return.
    void list.current?.scrollIntoView({ block: 'nearest' });
  }, []);
  return (
    <section ref={list} aria-label="Keys and marks" className="no-print border-4 border-iron bg-sheet p-4">
      <div className="flex items-start justify-between gap-3">
        <h2 className="text-[1.3rem] font-extrabold">Keys and marks</h2>
        <Button onClick={onClose}>Close</Button>
      </div>
      <div className="mt-2 grid gap-x-8 gap-y-4 @xl:grid-cols-2 @4xl:grid-cols-[5fr_4fr_4fr]">
        <dl className="grid grid-cols-[auto_1fr] content-start gap-x-4 gap-y-1.5">
          {KEYS.map(([key, what]) => (
            <div key={key} className="contents">
              <dt className="font-extrabold">{key}</dt>
              <dd>{what}</dd>
            </div>
          ))}
        </dl>
        <dl className="grid grid-cols-[auto_1fr] content-start gap-x-4 gap-y-1.5">
          {Object.entries(ACTIONS)
            .filter(([key]) => key !== 'cl' || mayClose)
            .map(([key, what]) => (
              <div key={key} className="contents">
                <dt className="font-extrabold">{key}</dt>
                <dd>{what}</dd>
              </div>
            ))}
        </dl>
        <ul className="space-y-1.5">
          {(['hollow', 'half', 'filled', 'cracked', 'striped'] as const).map((mark) => (
            <li key={mark} className="flex items-center gap-3">
              <span aria-hidden="true">
                <BoltGlyph mark={mark} size={28} />
              </span>
              {MARK_WORDS[mark]}
            </li>
          ))}
        </ul>
      </div>
    </section>
  );
}
