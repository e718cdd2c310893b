import type { JobEvent, Seen, SeenAnswer } from '../casefile/index.ts';

/** Something seen besides, with its event and what the customer said last; null where nobody asked yet. */
export interface AlsoSeen extends Omit<Seen, 'kind'> {
  readonly event: number;
  readonly answer: SeenAnswer | null;
}

/** What was seen besides, after one more word on it. What speaks of a line that was struck says nothing. */
export function withAlsoSeen(
  before: readonly AlsoSeen[],
  event: Extract<JobEvent, { kind: 'seen' | 'asked' }>,
  number: number,
): readonly AlsoSeen[] {
  if (event.kind === 'asked')
    return before.map((seen) =>
      seen.event === event.seen ? { ...seen, answer: event.answer, price: event.price ?? seen.price } : seen,
    );
  const { kind: _kind, ...seen } = event;
  return [...before, { ...seen, event: number, answer: null }];
}

/** Those a rider could be hurt by first, then what will not wait, then the rest; as they were seen. */
export const worstFirst = (seen: readonly AlsoSeen[]): readonly AlsoSeen[] =>
  [...seen].sort((a, b) => GRADE_RANK[a.bad] - GRADE_RANK[b.bad] || a.event - b.event);

const GRADE_RANK = { safety: 0, soon: 1, 'next-service': 2 } as const;
