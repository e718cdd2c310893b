import { checkOf } from '../checks/index.ts';
import type { NextCheck } from '../reason/plan.ts';
import { type Bench, houseMakes } from './bench.ts';
import { cannotBeMade } from './situation.ts';

/** A check of the whole machine, in the state it is made in. */
export type TriedLast = Pick<NextCheck, 'check' | 'condition' | 'temperature'>;

/** What a machine is tried for before it goes back, whatever was wrong with it [P]: the order of the work, heat last. */
export const HANDING_BACK: readonly TriedLast[] = [
  { check: 'look.run', condition: 'loaded', temperature: null },
  { check: 'charge.volts', condition: 'full-speed', temperature: null },
  { check: 'run.leak-watch', condition: 'key-off', temperature: null },
  { check: 'run.shut-off', condition: 'idle', temperature: null },
  { check: 'run.minutes', condition: 'loaded', temperature: 'hot' },
  { check: 'run.restart-hot', condition: 'cranking', temperature: 'hot' },
];

/** And where the battery was empty or worn: what emptied it. */
const EMPTIES: TriedLast = { check: 'power.draw', condition: 'key-off', temperature: null };

/** Of those, what was not looked at since the last repair and can be made; none before a repair. */
export function beforeHandingBack(bench: Bench): readonly TriedLast[] {
  const last = bench.repairs.findLast((r) => r.step.action !== 'bypassed');
  if (!last) return [];
  const empty = bench.repairs.some((r) => r.step.id.startsWith('power.battery-'));
  return [...HANDING_BACK, ...(empty ? [EMPTIES] : [])].filter(
    ({ check, condition, temperature }) =>
      checkOf(check).appliesTo(bench.head.engine) &&
      houseMakes(bench.head, bench.practice, checkOf(check)) &&
      !cannotBeMade(bench, { check, cylinder: null, condition, temperature }) &&
      !bench.readings.some(
        (r) => r.event > last.event && r.reading.check === check && r.reading.condition === condition,
      ),
  );
}
