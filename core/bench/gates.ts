import { DEMANDING, RUNNING, type RunningState } from '../engine/index.ts';
import type { Gate } from '../faults/define.ts';

/** Whether what stands before that point stands before the engine is brought to that state. */
export const standsBefore = (gate: Gate, state: RunningState): boolean =>
  gate === 'cranking'
    ? DEMANDING.includes(state)
    : gate === 'running'
      ? RUNNING.includes(state)
      : gate === 'loading' && (state === 'loaded' || state === 'full-speed');
