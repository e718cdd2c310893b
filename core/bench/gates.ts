import { DEMANDING, RUNNING, type RunningState } from '../engine/index.ts';
import type { Gate } from '../faults/define.ts';
import type { WorkDue } from './workDue.ts';

/** Whether what stands before that point stands before the engine is brought to that state. */
const standsBefore = (gate: Gate, state: RunningState): boolean =>
  gate === 'cranking'
    ? DEMANDING.includes(state)
    : gate === 'running'
      ? RUNNING.includes(state)
      : gate === 'loading' && (state === 'loaded' || state === 'full-speed');

/** The work that stands before a check; what is itself the check that is asked for has a free way. */
export const dueBefore = (due: readonly WorkDue[], check: string, state: RunningState): WorkDue | undefined =>
  due.find(({ before, checks }) => standsBefore(before, state) && !checks.some((one) => one.check === check));
