import { CHECKS, checkOf } from '../checks/index.ts';
import { findFault } from '../faults/index.ts';
import type { NextCheck } from '../reason/plan.ts';
import { isInfeasible } from './situation.ts';
import { type Bench, houseMakes } from './state.ts';

/** A check of the whole machine, in the state it is made in. */
export type TriedLast = Pick<NextCheck, 'check' | 'condition' | 'temperature'>;

const LAST = CHECKS.filter((check) => check.handsBack !== null).sort((a, b) => a.handsBack!.rank - b.handsBack!.rank);

/** Whether a check is one of those made on a machine before it goes back, whatever was wrong with it. */
export const handsBack = (id: string): boolean => LAST.some((check) => check.id === id);

/** Of those, what was not looked at since the last repair and can be made; none before a repair. */
export function beforeHandingBack(bench: Bench): readonly TriedLast[] {
  const last = bench.repairs.findLast((r) => r.step.action !== 'bypassed');
  if (!last) return [];
  const repaired = new Set(bench.repairs.map((r) => findFault(r.step.id)?.part));
  return LAST.flatMap(({ id: check, handsBack }): TriedLast[] => {
    const { condition, temperature, after } = handsBack!;
    return after === undefined || repaired.has(after) ? [{ check, condition, temperature }] : [];
  }).filter(
    ({ check, condition, temperature }) =>
      checkOf(check).appliesTo(bench.head.engine) &&
      houseMakes(bench.head, bench.practice, checkOf(check)) &&
      !isInfeasible(bench, { check, cylinder: null, condition, temperature }) &&
      !bench.readings.some(
        (r) => r.event > last.event && r.reading.check === check && r.reading.condition === condition,
      ),
  );
}
