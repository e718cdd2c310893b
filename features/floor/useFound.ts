import { useEffect, useState } from 'react';
import type { FloorRow } from './loadFloor.ts';

/** Nothing is asked while somebody types [ms]. */
const PAUSE_MS = 250;
/** Fewer letters find half the shop. */
const LEAST_LETTERS = 2;

export interface Found {
  readonly rows: readonly FloorRow[];
  /** `asking`: what stands there is of other words. `out-of-reach`: nobody answered. */
  readonly state: 'nothing-asked' | 'asking' | 'found' | 'out-of-reach';
}
const NOTHING: Found = { rows: [], state: 'nothing-asked' };

/** Jobs that left the shop long ago, looked for by its computer. */
export function useFound(words: string): Found {
  const [found, setFound] = useState<Found>(NOTHING);
  useEffect(() => {
    if (words.length < LEAST_LETTERS) {
      setFound(NOTHING);
      return;
    }
    const given = new AbortController();
    setFound((before) => ({ ...before, state: 'asking' }));
    const ask = async () => {
      try {
        const response = await fetch(`/api/jobs?find=${encodeURIComponent(words)}`, { signal: given.signal });
        if (!response.ok) throw new Error(String(response.status));
        const { found: rows } = (await response.json()) as { found: readonly FloorRow[] };
        setFound({ rows, state: 'found' });
      } catch {
        if (!given.signal.aborted) setFound({ rows: [], state: 'out-of-reach' });
      }
    };
    const waiting = setTimeout(() => void ask(), PAUSE_MS);
    return () => {
      clearTimeout(waiting);
      given.abort();
    };
  }, [words]);
  return found;
}
