import { useSyncExternalStore } from 'react';

const QUERY = '(pointer: coarse)';

/** Whether this is worked with a finger rather than a mouse. False until the browser has said. */
export function useCoarse(): boolean {
  return useSyncExternalStore(
    (changed) => {
      const list = matchMedia(QUERY);
      list.addEventListener('change', changed);
      return () => list.removeEventListener('change', changed);
    },
    () => matchMedia(QUERY).matches,
    () => false,
  );
}
