import { madeAnEndOf } from '../faults/carburettor.ts';
import { splitKey } from '../machine/key.ts';
import type { MadeRepair } from './state.ts';

/** Whether a repair made an end of a fault, by its key or its id: it was made on it, or was a job that left it more likely gone than not. */
export const endedBy = ({ key, step }: MadeRepair, fault: string): boolean =>
  key === fault || step.id === fault || (step.did !== undefined && madeAnEndOf(splitKey(fault).id, step.did));
