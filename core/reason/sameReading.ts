import type { Reading } from '../checks/index.ts';

/** Which check, where, and in which state of the engine. */
type ReadingPlace = Pick<Reading, 'check' | 'cylinder' | 'condition' | 'temperature'>;

/** Hot is told from the rest: cold, and nothing said of heat, are the same engine standing as it stands. */
export const sameHeat = (a: string | null, b: string | null) => (a === 'hot') === (b === 'hot');

/** The same check on the same side, in one state and equally hot. */
export const sameReading = (a: ReadingPlace, b: ReadingPlace) =>
  a.check === b.check &&
  a.cylinder === b.cylinder &&
  a.condition === b.condition &&
  sameHeat(a.temperature, b.temperature);
