import { useRef } from 'react';

/** Taps on the same button that are no further apart are one [ms]. */
const ONE_TAP_MS = 700;

/** A glove taps twice: of a form that empties itself once it is taken, the second tap is none on the empty one. */
export function useSecondTap(): { readonly isSecond: () => boolean; readonly taken: () => void } {
  const at = useRef(Number.NEGATIVE_INFINITY);
  return {
    isSecond: () => performance.now() - at.current < ONE_TAP_MS,
    taken: () => {
      at.current = performance.now();
    },
  };
}
