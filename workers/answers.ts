import type { Bench, BenchSummary, MadeRepair, NextCheck, StandingReading } from '../core/index.ts';

/** What stands on the plate, as far as its tables depend on it. */
export type PreparedCheck = Pick<NextCheck, 'check' | 'cylinder' | 'condition' | 'temperature'>;

/** What is believed after so many events. */
export interface Believed {
  readonly events: number;
  readonly summary: BenchSummary;
  readonly readings: Bench['readings'] | readonly StandingReading[];
  readonly open: readonly string[];
  readonly repairs: readonly MadeRepair[];
  /** What it took the worker, for `npm run bench` [ms]. */
  readonly tookMs?: number;
}
