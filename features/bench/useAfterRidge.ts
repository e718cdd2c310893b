import { startTransition, useCallback, useRef } from 'react';

/** The longest anything waits for the ridge; longer while the reasoner is waking up, or what waits would be drawn just as the ridge arrives. */
const RIDGE_FIRST_MS = 90;
const WAKING_MS = 300;

/**
 * Work that waits until the ridge is drawn: what a reading does to the rest of the screen must not hold up what it does to the
 * ridge. All of it is then rendered together.
 */
export function useAfterRidge(isSlow: () => boolean) {
  const waiting = useRef<(() => void)[]>([]);
  const timer = useRef<ReturnType<typeof setTimeout> | undefined>(undefined);
  const run = useCallback(() => {
    clearTimeout(timer.current);
    timer.current = undefined;
    const all = waiting.current.splice(0);
    if (all.length > 0)
      startTransition(() => {
        for (const work of all) work();
      });
  }, []);
  const afterRidge = useCallback(
    (work: () => void) => {
      waiting.current.push(work);
      timer.current ??= setTimeout(run, isSlow() ? WAKING_MS : RIDGE_FIRST_MS);
    },
    [run, isSlow],
  );
  /** The ridge is about to be drawn; what waits follows it. */
  const drawn = useCallback(() => {
    if (waiting.current.length > 0) requestAnimationFrame(() => setTimeout(run));
  }, [run]);
  /** With whatever waits; at once when nothing does. */
  const soon = useCallback((work: () => void) => {
    if (waiting.current.length > 0) waiting.current.push(work);
    else startTransition(work);
  }, []);
  return { afterRidge, drawn, soon };
}
