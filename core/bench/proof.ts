import { type CheckDefinition, checkOf } from '../checks/index.ts';
import { showsOnRun } from '../checks/look.run.ts';
import type { Symptom } from '../complaint/symptoms.ts';
import { RUNNING, type RunningState, type Temperature } from '../engine/index.ts';
import type { StandingReading } from '../reason/standing.ts';
import type { Bench } from './state.ts';

/** A check that shows a complaint gone, in the state it is complained of. */
export interface ComplaintCheck {
  readonly check: string;
  readonly condition: RunningState;
  readonly temperature: Temperature | null;
  /** What of the complaint it is the check for. */
  readonly symptoms: readonly Symptom[];
}

/** How far a run that has to last has got: the longest clean one since the last repair. */
export interface ProofRun {
  readonly check: string;
  /** 0 where none was long enough to count, or its minutes were not given. */
  readonly minutes: number;
  readonly of: number;
  /** The customer's own minutes [min]; null where he did not say. */
  readonly failsAfterMin: number | null;
}

/** A run lasts longer than the machine did, so that a fault that comes with time has had its time; beyond that the customer tries it [P]. */
const TIMES_THE_CUSTOMERS = 1.3;
const LONGEST_MIN = 45;

const takesMinutes = (check: CheckDefinition) => check.fields.minutes?.kind === 'number';

/** How long that run has to last [min]: by what the customer said, else as long as the check takes. */
const minutesAsked = ({ head }: Bench, check: CheckDefinition): number =>
  head.history.failsAfterMin === null
    ? check.minutes
    : Math.min(LONGEST_MIN, Math.max(1, Math.round(TIMES_THE_CUSTOMERS * head.history.failsAfterMin)));

const minutesOf = ({ reading }: StandingReading): number =>
  typeof reading.fields.minutes === 'number' ? reading.fields.minutes / 60 : 0;

/** A complaint that no run shows asks nothing of the run. */
const canShow = (symptom: Symptom): boolean =>
  RUNNING.some((state) => [null, 'hot' as const].some((heat) => showsOnRun(symptom, state, heat)));

/**
 * Whether a reading could have shown the complaint, had it still been there: made in the state it is complained of, at its heat, and for as long.
 * A clean minute at idle proves nothing but itself.
 */
export function couldShow(bench: Bench, asked: ComplaintCheck, standing: StandingReading): boolean {
  const { reading } = standing;
  const check = checkOf(asked.check);
  if (reading.check !== asked.check) return false;
  if (check.takesSymptoms)
    return asked.symptoms
      .filter(canShow)
      .every((symptom) => showsOnRun(symptom, reading.condition, reading.temperature));
  if (!takesMinutes(check)) return true;
  return asksEnough(standing) && minutesOf(standing) >= minutesAsked(bench, check);
}

/** Neither at idle nor cold: nothing of what comes with heat and load is asked there. */
const asksEnough = ({ reading }: StandingReading): boolean =>
  reading.condition !== 'idle' && reading.temperature !== 'cold';

/** How far the run that shows the complaint gone has got; null where none is asked for. */
export function proofRun(bench: Bench, all: readonly ComplaintCheck[], since: number): ProofRun | null {
  const asked = all.find(({ check }) => takesMinutes(checkOf(check)));
  if (!asked) return null;
  const check = checkOf(asked.check);
  const clean = bench.readings.filter(
    (r) =>
      r.event > since &&
      r.reading.check === check.id &&
      r.assessment.outcome === check.showsGone?.outcome &&
      asksEnough(r),
  );
  return {
    check: check.id,
    minutes: Math.max(0, ...clean.map(minutesOf)),
    of: minutesAsked(bench, check),
    failsAfterMin: bench.head.history.failsAfterMin,
  };
}
