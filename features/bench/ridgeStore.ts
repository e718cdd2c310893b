import type { BenchSummary } from '@/core/index.ts';
import type { Outline } from './ridgeShape.ts';

/** The ridge apart from the rest: it is drawn at once, and everything else after it. */
export interface RidgeStore {
  readonly get: () => Outline;
  readonly set: (outline: Outline) => void;
  readonly subscribe: (listener: () => void) => () => void;
}

export const outlineOf = ({ ridge, sides }: BenchSummary): Outline => ({ parts: ridge, sides });

export function ridgeStore(first: Outline): RidgeStore {
  let current = first;
  const listeners = new Set<() => void>();
  return {
    get: () => current,
    set: (outline) => {
      current = outline;
      for (const listener of listeners) listener();
    },
    subscribe: (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
  };
}
