'use client';
import { memo, startTransition, useEffect, useState, useSyncExternalStore } from 'react';
import type { PartId } from '@/core/index.ts';
import { BoltGlyph, MARK_WORDS } from './BoltMark.tsx';
import { Ridge } from './Ridge.tsx';
import type { RidgeStore } from './ridgeStore.ts';
import { usePrevious } from './usePrevious.ts';

interface Props {
  readonly store: RidgeStore;
  readonly chosen: PartId | null;
  readonly onChoose: (part: PartId) => void;
  /** A drawing lies on the plate and wants the room: it stands as a strip, and rises when it moves. */
  readonly mayFold: boolean;
}

/** The ridge as the worker last answered; drawn by itself, before plate, order and tape follow. */
export const LiveRidge = memo(function LiveRidge({ store, chosen, onChoose, mayFold }: Props) {
  const outline = useSyncExternalStore(store.subscribe, store.get, store.get);
  const previous = usePrevious(outline);
  useEffect(() => measureFrom(outline), [outline]);
  const moved = useMoved(previous);
  return (
    <div>
      <Ridge outline={outline} previous={previous} chosen={chosen} onChoose={onChoose} folded={mayFold && !moved} />
      <Legend />
    </div>
  );
});

const MARKS = Object.entries(MARK_WORDS) as [keyof typeof MARK_WORDS, string][];

/** What the bolts and the figures mean, where there is room to say it. */
function Legend() {
  return (
    <p className="hidden gap-x-6 bg-sheet px-2 pb-1 text-[0.9rem] text-soft @[88rem]:flex">
      {MARKS.map(([mark, words]) => (
        <span key={mark} className="flex items-center gap-1.5">
          <BoltGlyph mark={mark} size={20} /> {words}
        </span>
      ))}
      <span className="ml-auto">figures: chance in a hundred</span>
    </p>
  );
}

/** How long it stands up after it moved [ms]. */
const RISEN_MS = 3000;

/** Whether it moved just now: said once its new outline is painted, for what the rise pushes along must not hold that up. */
function useMoved(previous: unknown): boolean {
  const [moved, setMoved] = useState(false);
  useEffect(() => {
    if (previous === null) return;
    let rising: ReturnType<typeof setTimeout>;
    const painting = requestAnimationFrame(() => {
      rising = setTimeout(() => startTransition(() => setMoved(true)));
    });
    const settling = setTimeout(() => setMoved(false), RISEN_MS);
    return () => {
      cancelAnimationFrame(painting);
      clearTimeout(rising);
      clearTimeout(settling);
    };
  }, [previous]);
  return moved;
}

/** From the key that recorded a reading to the frame that shows its ridge, for `npm run bench`. */
function measureFrom(_outline: unknown): void {
  const [started] = performance.getEntriesByName('ridge-reading').slice(-1);
  if (!started) return;
  requestAnimationFrame(() => {
    performance.clearMarks('ridge-reading');
    performance.measure('reading-to-ridge', { start: started.startTime, end: performance.now() });
  });
}
