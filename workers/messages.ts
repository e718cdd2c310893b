import type { Bench, BenchSummary, Explanation, MadeRepair, NextCheck, Plan, StandingReading } from '../core/index.ts';

/** What stands on the plate, as far as its tables depend on it. */
export type PreparedCheck = Pick<NextCheck, 'check' | 'cylinder' | 'condition' | 'temperature'>;

export type ToReasoner =
  | { readonly kind: 'open'; readonly ticket: number; readonly head: unknown; readonly events: readonly unknown[] }
  | { readonly kind: 'add'; readonly ticket: number; readonly event: unknown }
  /** A check came onto the plate: its tables are made while it is measured. */
  | { readonly kind: 'prepare'; readonly ticket: number; readonly check: PreparedCheck }
  | { readonly kind: 'explain'; readonly ticket: number; readonly key: string };

export interface Believed {
  readonly events: number;
  readonly summary: BenchSummary;
  readonly readings: Bench['readings'] | readonly StandingReading[];
  readonly open: readonly string[];
  readonly repairs: readonly MadeRepair[];
  /** What it took the worker, for `npm run bench` [ms]. */
  readonly tookMs?: number;
}

export type FromReasoner =
  | ({ readonly kind: 'believed'; readonly ticket: number } & Believed)
  | {
      readonly kind: 'planned';
      readonly ticket: number;
      readonly events: number;
      readonly plan: Plan;
      readonly tookMs: number;
    }
  | { readonly kind: 'explained'; readonly ticket: number; readonly explanation: Explanation }
  | { readonly kind: 'failed'; readonly ticket: number; readonly message: string };
