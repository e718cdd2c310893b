import { findFault } from '../faults/index.ts';
import { instanceKey, splitKey } from '../machine/key.ts';
import type { Bench } from './state.ts';

/** Whether a repair has left a charged battery. */
export const isCharged = ({ repairs }: Pick<Bench, 'repairs'>): boolean =>
  repairs.some(({ key, step }) => step.action !== 'bypassed' && findFault(splitKey(key).id)?.leavesCharged === true);

/** What was set in this job, as the checks that measure it. */
export const adjustedIn = ({ repairs }: Pick<Bench, 'repairs'>): ReadonlySet<string> =>
  new Set(
    repairs.flatMap(({ key, step }) => {
      const { id, cylinder } = splitKey(key);
      const fault = findFault(id);
      return step.action === 'adjusted' && fault ? [instanceKey(fault.repair.retest, cylinder)] : [];
    }),
  );
