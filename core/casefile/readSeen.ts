import { type InputIssue, type Read, refuse } from './issues.ts';
import type { SeenAnswer, SeenGrade, SeenPart } from './kinds.ts';
import type { RawAskedEvent, RawSeenEvent } from './schema.ts';

/** Something seen besides: no part of the complaint, and no suspicion. */
export interface Seen {
  readonly kind: 'seen';
  readonly part: SeenPart;
  readonly bad: SeenGrade;
  readonly note: string | null;
  /** In the shop's money; null where nobody said. */
  readonly price: number | null;
}

/** What the customer said to it. */
export interface Asked {
  readonly kind: 'asked';
  /** The event that was seen. */
  readonly seen: number;
  readonly price: number | null;
  readonly answer: SeenAnswer;
}

export const seenOf = ({ seen: part, bad, note, price }: RawSeenEvent): Seen => ({
  kind: 'seen',
  part,
  bad,
  note: note ?? null,
  price: price ?? null,
});

export const askedOf = ({ asked: seen, price, answer }: RawAskedEvent): Asked => ({
  kind: 'asked',
  seen,
  price: price ?? null,
  answer,
});

export const readSeen = (event: RawSeenEvent, path: string): Read<Seen> =>
  event.seen === 'other' && event.note === undefined
    ? refuse({ path: `${path}.note`, message: 'something else: say what' })
    : { ok: true, value: seenOf(event) };

/** Why the customer cannot have been asked about event number `target` (1 = first), or null. */
export const askedIssue = (
  target: number,
  before: readonly { readonly kind: string }[],
  path: string,
): InputIssue | null =>
  before[target - 1]?.kind === 'seen' ? null : { path, message: `event ${target} is nothing that was seen besides` };
