import type { Bench, BenchSummary, Explanation, MadeRepair, Plan, StandingReading } from '../core/index.ts';

export type ToReasoner =
  | { readonly kind: 'open'; readonly ticket: number; readonly head: unknown; readonly events: readonly unknown[] }
  | { readonly kind: 'add'; readonly ticket: number; readonly event: unknown }
  | { readonly kind: 'explain'; readonly ticket: number; readonly key: string };

export interface Believed {
  readonly events: number;
  readonly summary: BenchSummary;
  readonly readings: Bench['readings'] | readonly StandingReading[];
  readonly open: readonly string[];
  readonly repairs: readonly MadeRepair[];
}

export type FromReasoner =
  | ({ readonly kind: 'believed'; readonly ticket: number } & Believed)
  | { readonly kind: 'planned'; readonly ticket: number; readonly events: number; readonly plan: Plan }
  | { readonly kind: 'explained'; readonly ticket: number; readonly explanation: Explanation }
  | { readonly kind: 'failed'; readonly ticket: number; readonly message: string };
