export type { SoundingEngine } from './firingPattern.ts';
export { type HeardSecond, LEAST_RATE_HZ, listen, MOST_RATE_HZ } from './listen.ts';
