import { findFault } from '../faults/index.ts';
import { splitKey } from '../machine/key.ts';
import type { Bench } from './state.ts';

/** Whether a repair has left a charged battery. */
export const isCharged = ({ repairs }: Pick<Bench, 'repairs'>): boolean =>
  repairs.some(({ key, step }) => step.action !== 'bypassed' && findFault(splitKey(key).id)?.leavesCharged === true);
