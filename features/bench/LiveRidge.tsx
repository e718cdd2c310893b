'use client';
import { memo, useEffect, useSyncExternalStore } from 'react';
import type { PartId } from '@/core/index.ts';
import { Ridge } from './Ridge.tsx';
import type { RidgeStore } from './ridgeStore.ts';
import { usePrevious } from './usePrevious.ts';

interface Props {
  readonly store: RidgeStore;
  readonly chosen: PartId | null;
  readonly onChoose: (part: PartId) => void;
}

/** The ridge as the worker last answered; drawn by itself, before plate, order and tape follow. */
export const LiveRidge = memo(function LiveRidge({ store, chosen, onChoose }: Props) {
  const outline = useSyncExternalStore(store.subscribe, store.get, store.get);
  const previous = usePrevious(outline);
  useEffect(() => measureFrom(outline), [outline]);
  return <Ridge outline={outline} previous={previous} chosen={chosen} onChoose={onChoose} />;
});

/** From the key that recorded a reading to the frame that shows its ridge, for `npm run bench`. */
function measureFrom(_outline: unknown): void {
  const [started] = performance.getEntriesByName('ridge-reading').slice(-1);
  if (!started) return;
  requestAnimationFrame(() => {
    performance.clearMarks('ridge-reading');
    performance.measure('reading-to-ridge', { start: started.startTime, end: performance.now() });
  });
}
