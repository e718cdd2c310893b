import { useCallback, useLayoutEffect, useRef } from 'react';

/** A callback that stays the same and does what was last asked of it: what is drawn once need not be drawn again for it. */
export function useLatest<A extends unknown[], R>(work: (...args: A) => R): (...args: A) => R {
  const latest = useRef(work);
  useLayoutEffect(() => {
    latest.current = work;
  });
  return useCallback((...args: A) => latest.current(...args), []);
}
