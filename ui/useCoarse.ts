import { useSyncExternalStore } from 'react';

const QUERY = '(pointer: coarse)';
let asked: MediaQueryList | undefined;
const list = () => {
  asked ??= matchMedia(QUERY);
  return asked;
};
const subscribe = (changed: () => void) => {
  list().addEventListener('change', changed);
  return () => list().removeEventListener('change', changed);
};

/** Whether this is worked with a finger rather than a mouse. False until the browser has said. */
export const useCoarse = (): boolean => useSyncExternalStore(subscribe, isCoarse, isUnknown);

const isCoarse = () => list().matches;
const isUnknown = () => false;
