import { type CheckId, checkOf } from '../checks/index.ts';
import type { HistoryFlag } from '../complaint/history.ts';
import { NOT_CRANKING, STOPPED_DEAD, type Symptom } from '../complaint/symptoms.ts';
import { isInfeasibleIn, type Situation } from '../reason/candidates.ts';
import { infeasibleBy } from '../reason/infeasible.ts';
import type { NextCheck } from '../reason/plan.ts';
import type { StandingReading } from '../reason/standing.ts';
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
    !infeasibleBy(bench.notPerformed, bench.readings, epochOf(bench))({ check, cylinder }, check.states[0]!, null)
  );
};

/** The complaint is that it does not run at all; a start that dies at once is a start. */
const saidNotToRun = ({ head }: Bench) =>
  head.complaint.some((s) => s === 'cranks-no-start' || NOT_CRANKING.includes(s)) &&
  !head.complaint.some((s) => s === 'starts-then-dies' || s === 'runs-rough' || s === 'low-power');

/** Told of a machine that may not be safe to turn: what is looked at before it is. */
const BEFORE_TURNING: readonly (readonly [told: Symptom | HistoryFlag, check: CheckId])[] = [
  // Fuel on a hot engine or near a spark; fuel in the oil; something broken or bent inside.
  ['fuel-drips', 'look.stains'],
  ['oil-level-rises', 'look.oil'],
  ['knock', 'turn.by-hand'],
  ['struck-object', 'turn.by-hand'],
];

function lookFirst(bench: Bench): readonly string[] {
  const { complaint, history } = bench.head;
  const told = new Set<string>([...complaint, ...history.flags]);
  return BEFORE_TURNING.filter(([what]) => told.has(what))
    .map(([, check]) => check)
    .filter((id, i, all) => all.indexOf(id) === i)
    .filter((id) => canLook(bench, id, null) && !bench.readings.some((r) => r.reading.check === id));
}

/** When the last thing was found that forbids to crank it; null where nothing was, or it was freed since. */
function lockedAt(bench: Bench): number | null {
  const safetyOf = ({ reading }: StandingReading) => checkOf(reading.check).cranking;
  const deadStop = lastEventOf(bench, (r) => {
    const safety = safetyOf(r);
    return safety !== null && 'unsafeAfter' in safety && r.assessment.outcome === safety.unsafeAfter;
  });
  const freed = lastEventOf(bench, (r) => {
    const safety = safetyOf(r);
    return safety !== null && 'safeUnless' in safety && r.assessment.outcome !== safety.safeUnless;
  });
  // What is felt by hand holds until it is felt again.
  const felt = bench.readings.findLast((r) => {
    const safety = safetyOf(r);
    return safety !== null && 'unsafeWhile' in safety;
  });
  const safety = felt && safetyOf(felt);
  const holds = safety && 'unsafeWhile' in safety && safety.unsafeWhile.some((o) => o === felt.assessment.outcome);
  const told = bench.head.complaint.some((s) => STOPPED_DEAD.includes(s)) ? 0 : null;
  const stopped = [deadStop ?? told, holds ? felt.event : null].filter((event) => event !== null);
  const last = stopped.length > 0 ? Math.max(...stopped) : null;
  return last !== null && (freed ?? -1) < last ? last : null;
}

export function situationOf(bench: Bench): Situation {
  return {
    open: bench.open,
    hot: bench.hot,
    hasRun: bench.hasRun,
    repaired: epochOf(bench) > 0,
    charged: isCharged(bench),
    adjusted: adjustedIn(bench),
    crankingUnsafe: lockedAt(bench) !== null,
    lookFirst: lookFirst(bench),
    lastCylinder: bench.lastCylinder,
    doesNotRun: saidNotToRun(bench) && !bench.hasRun && epochOf(bench) === 0,
    after: bench.practice.after,
    readings: currentReadings(bench),
    told: toldAlready(bench),
    epoch: epochOf(bench),
    isInfeasible: infeasibleBy(bench.notPerformed, bench.readings, epochOf(bench)),
  };
}
