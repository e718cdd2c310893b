import type { PartId } from '../machine/parts.ts';
import type { WorkStep } from './define.ts';

/** What is forgotten when a machine goes back together, and what was opened when it can have been. */
export interface Reminder {
  readonly id: string;
  readonly label: string;
  /** Keys of access without the cylinder. */
  readonly opened: readonly string[];
  /** Asked for after work there only: a look or a reading takes nothing off. */
  readonly afterWorkOnly?: true;
  /** Asked for after work on these parts, whatever was opened. */
  readonly parts?: readonly PartId[];
  readonly cylinder?: number;
  /** Only on an engine with a carburettor. */
  readonly carburetted?: true;
}

const lead = (c: number) => ({
  id: `lead-${c}`,
  cylinder: c,
  label: `Plug lead ${c} in its groove, boot home`,
  opened: [`lead[${c}]`, `plug[${c}]`, 'blower-housing'],
});

/** From the inside out: nothing is covered that was not looked at. Common practice, no source. */
export const REMINDERS: readonly Reminder[] = [
  {
    id: 'turned',
    label: 'Two turns by hand: nothing binds',
    opened: ['valve-cover[c]', 'head[c]'],
    afterWorkOnly: true,
    parts: ['lash', 'valve-train', 'valves'],
  },
  { id: 'breather', label: 'Breather hose on', opened: ['valve-cover[c]', 'carburettor', 'air-box', 'head[c]'] },
  {
    id: 'governor',
    label: 'Governor link and spring in the holes they came out of',
    opened: ['carburettor'],
    parts: ['choke-governor'],
  },
  { id: 'solenoid', label: 'Fuel solenoid plugged in', opened: ['carburettor', 'bowl'], carburetted: true },
  {
    id: 'no-drip',
    label: 'Fuel on: no drip, before the covers go on',
    opened: ['carburettor', 'bowl', 'fuel-line'],
  },
  { id: 'connector', label: 'Kill connector in', opened: ['kill-leads'] },
  {
    id: 'grounds',
    label: 'Grounds back on, bright and tight',
    opened: ['battery', 'blower-housing', 'flywheel'],
    afterWorkOnly: true,
  },
  lead(1),
  lead(2),
  lead(3),
];

/** The same as steps of work. */
export const BACK_TOGETHER_STEPS: readonly WorkStep[] = REMINDERS.map(({ id, label }) => ({
  id,
  label,
  before: 'leaving',
}));
