import type { BenchPlan, CloseBlocker, InputIssue, RawCase, RawEvent } from '@/core/index.ts';
import type { RecordedEvent } from '@/db/jobs.ts';
import type { Believed } from '@/workers/answers.ts';

/** A job's case file without its events. */
export type CaseHeadFile = Omit<RawCase, 'events'>;

/** One printed line as the screens carry it. */
export interface PrintedEvent {
  readonly id: string;
  readonly seq: number;
  readonly kind: RecordedEvent['kind'];
  readonly personId: string;
  /** ISO time. */
  readonly at: string;
  /** That time cannot be: the clock it came from was wrong. */
  readonly timeDoubtful?: boolean;
  /** It was written in another shop. */
  readonly imported?: boolean;
  readonly event: RawEvent;
}

/** Why the server would not take an event. */
export interface Refused {
  readonly issues: readonly InputIssue[];
  readonly blockers: readonly CloseBlocker[];
}

/** Belief and plan after a record. */
export type Stand = Believed & { readonly plan: BenchPlan };
