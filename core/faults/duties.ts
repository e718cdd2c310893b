import type { PartId } from '../machine/parts.ts';
import { BACK_TOGETHER_STEPS } from './backTogether.ts';
import type { WorkStep } from './define.ts';

/** Work that follows from what was done to a machine, and from no state it was found in. Common practice. */
export interface Duty {
  readonly title: string;
  readonly steps: readonly WorkStep[];
  /** Whether it may be passed over with a reason. */
  readonly passable: boolean;
}

export const DUTIES = {
  'top-speed': { title: 'Top speed after work on carburettor or governor', steps: [], passable: true },
  bypass: {
    title: 'Bypass fitted',
    steps: [{ id: 'off', label: 'Bypass taken off, the circuit as the maker has it', before: 'leaving' }],
    passable: false,
  },
  temporary: { title: 'Repaired for the time being', steps: [], passable: false },
  'sent-out': { title: 'Sent out', steps: [], passable: true },
  'back-together': { title: 'Back together', steps: BACK_TOGETHER_STEPS, passable: true },
} as const satisfies Readonly<Record<string, Duty>>;
export type DutyId = keyof typeof DUTIES;

/** Parts after work on which nobody knows how fast the engine turns. */
export const SETS_SPEED: readonly PartId[] = ['bowl', 'jets', 'choke-governor'];
