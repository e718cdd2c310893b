import type { Reading } from '../checks/index.ts';
import type { Gate, WorkStep } from '../faults/index.ts';

/** A step that was not done; where something goes in, how much by the engine sheet [l], null where that does not say. */
export interface StepDue extends Pick<WorkStep, 'id' | 'label' | 'later'> {
  readonly litres?: number | null;
}

/** A check that has to be made before the machine goes on. */
export type CheckDue = Pick<Reading, 'check' | 'cylinder' | 'condition'>;

/** Something that came off and is not back on, with the event on which it came off. */
export interface WorkOff {
  readonly event: number;
  readonly item: string;
}

/** Work that was not done: all that one condition, or what was done to the machine, asks for before the same point. */
export interface WorkDue {
  /** A condition, or a duty: `top-speed`, `bypass`, `temporary`. */
  readonly condition: string;
  readonly title: string;
  readonly before: Gate;
  /** What came off and is not back on; the rest is ticked once it is. */
  readonly off?: readonly WorkOff[];
  /** To be ticked, in order. */
  readonly steps: readonly StepDue[];
  /** To be made. */
  readonly checks: readonly CheckDue[];
  /** The repair that asks for it, a bypass or one for the time being. */
  readonly of: { readonly event: number; readonly key: string } | null;
  /** The fault that has to be repaired before it goes on. */
  readonly repair: string | null;
  /** Whether it may be passed over with a reason. */
  readonly passable: boolean;
  /** It is only believed so far: this check would show it. */
  readonly look: string | null;
}
