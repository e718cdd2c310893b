import { checkOf } from '../checks/index.ts';
import { NOT_CRANKING, STOPPED_DEAD } from '../complaint/symptoms.ts';
import { isInfeasibleIn, type Situation } from '../reason/candidates.ts';
import { infeasibleBy } from '../reason/infeasible.ts';
import type { NextCheck } from '../reason/plan.ts';
import { currentReadings } from './currentReadings.ts';
import { lastEventOf, takenAgain } from './readings.ts';
import { type Bench, epochOf, houseMakes, toldAlready } from './state.ts';
import { adjustedIn, isCharged } from './workDone.ts';

/** Whether the record says that a check cannot be made as things stand. */
export const isInfeasible = (
  bench: Bench,
  { check, cylinder, condition, temperature }: Pick<NextCheck, 'check' | 'cylinder' | 'condition' | 'temperature'>,
): boolean => isInfeasibleIn(situationOf(bench), { check: checkOf(check), cylinder }, condition, temperature);

/** Whether a reading can be taken again and was not yet. */
export const canBeTakenAgain = (bench: Bench, event: number | null) => {
  const taken = bench.readings.find((r) => r.event === event);
  return taken !== undefined && !takenAgain(bench, taken) && !isInfeasible(bench, taken.reading);
};

/** Whether a check can be made as the bench stands. */
export const canLook = (bench: Bench, id: string, cylinder: number | null) => {
  const check = checkOf(id);
  return (
    houseMakes(bench.head, bench.practice, check) &&
    !isInfeasible(bench, { check: id, cylinder, condition: check.states[0]!, temperature: null })
  );
};

/** The complaint is that it does not run at all; a start that dies at once is a start. */
const saidNotToRun = ({ head }: Bench) =>
  head.complaint.some((s) => s === 'cranks-no-start' || NOT_CRANKING.includes(s)) &&
  !head.complaint.some((s) => s === 'starts-then-dies' || s === 'runs-rough' || s === 'low-power');

export function situationOf(bench: Bench): Situation {
  const deadStop = lastEventOf(bench, ({ reading, assessment }) => {
    const { cranking } = checkOf(reading.check);
    return cranking !== null && 'unsafeAfter' in cranking && assessment.outcome === cranking.unsafeAfter;
  });
  const freed = lastEventOf(bench, ({ reading, assessment }) => {
    const { cranking } = checkOf(reading.check);
    return cranking !== null && 'safeUnless' in cranking && assessment.outcome !== cranking.safeUnless;
  });
  const stopped = deadStop ?? (bench.head.complaint.some((s) => STOPPED_DEAD.includes(s)) ? 0 : null);
  return {
    open: bench.open,
    hot: bench.hot,
    hasRun: bench.hasRun,
    repaired: epochOf(bench) > 0,
    charged: isCharged(bench),
    adjusted: adjustedIn(bench),
    crankingUnsafe: stopped !== null && (freed ?? -1) < stopped,
    lastCylinder: bench.lastCylinder,
    doesNotRun: saidNotToRun(bench) && !bench.hasRun && epochOf(bench) === 0,
    after: bench.practice.after,
    readings: currentReadings(bench),
    told: toldAlready(bench),
    epoch: epochOf(bench),
    isInfeasible: infeasibleBy(bench.notPerformed, bench.readings, epochOf(bench)),
  };
}
