import { useContext } from 'react';
import type { Agreed, FaultCards } from '@/core/index.ts';
import { agreedUpTo } from './agreedUpTo.ts';
import { besidesOf, type NumberedLine } from './besides.ts';
import { Cap } from './Cap.ts';
import { useFaultCards } from './FaultWords.tsx';

/** Parts that may come to more than was agreed. */
export interface OverTheCap {
  readonly parts: number;
  readonly upTo: number;
}

/**
 * Whether the parts of this repair, with those of the repairs made before, may come to more than was agreed last; null where they do not, where the
 * repair takes none, or nothing was agreed.
 */
export function overTheCap(
  agreed: Agreed,
  lines: readonly NumberedLine[],
  cards: FaultCards,
  repair: string,
): OverTheCap | null {
  const most = (id: string) => cards[id]?.repair.partsBand?.[1] ?? 0;
  const upTo = agreedUpTo(agreed, besidesOf(lines).approvals);
  if (upTo === null || most(repair) === 0) return null;
  const struck = new Set(lines.flatMap(({ event }) => ('correct' in event ? [event.correct] : [])));
  const parts = lines.reduce(
    (sum, { seq, event }) =>
      'repair' in event && event.repair !== undefined && event.action !== 'bypassed' && !struck.has(seq)
        ? sum + most(event.repair)
        : sum,
    most(repair),
  );
  return parts > upTo ? { parts, upTo } : null;
}

/** The same for the job on the bench. */
export function useOverTheCap(repair: string): OverTheCap | null {
  const { agreed, lines } = useContext(Cap);
  const cards = useFaultCards();
  return overTheCap(agreed, lines, cards, repair);
}
