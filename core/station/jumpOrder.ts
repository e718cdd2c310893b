/** An end of a jump lead, in the order in which they go on; off again the other way round. */
export interface JumpEnd {
  readonly step: 1 | 2 | 3 | 4;
  readonly lead: 'plus' | 'minus';
  readonly at: 'flat battery' | 'good battery' | 'engine';
  readonly says: string;
}

/** Plus first, ground last and away from the battery: the last contact sparks, and a battery gives off hydrogen (common practice, no source). */
export const JUMP_ORDER: readonly JumpEnd[] = [
  { step: 1, lead: 'plus', at: 'flat battery', says: 'plus lead on plus of the flat one' },
  { step: 2, lead: 'plus', at: 'good battery', says: 'its other end on plus of the good one' },
  { step: 3, lead: 'minus', at: 'good battery', says: 'ground lead on minus of the good one' },
  { step: 4, lead: 'minus', at: 'engine', says: 'its other end on bare engine metal, away from the battery' },
];
