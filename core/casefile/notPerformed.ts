import type { RunningState, Temperature } from '../engine/index.ts';
import type { NotPerformedReason } from './kinds.ts';

/** A check that could not be made. */
export interface NotPerformed {
  readonly check: string;
  readonly cylinder: number | null;
  readonly condition: RunningState;
  readonly temperature: Temperature | null;
  readonly because: NotPerformedReason;
}
