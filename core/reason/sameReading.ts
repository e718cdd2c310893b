import type { Reading } from '../checks/index.ts';

/** Which check, where, and in which state of the engine. */
type ReadingPlace = Pick<Reading, 'check' | 'cylinder' | 'condition' | 'temperature'>;

/** The same check on the same side, in one state and equally hot: what was not said to be hot was not. */
export const sameReading = (a: ReadingPlace, b: ReadingPlace) =>
  a.check === b.check &&
  a.cylinder === b.cylinder &&
  a.condition === b.condition &&
  (a.temperature === 'hot') === (b.temperature === 'hot');
