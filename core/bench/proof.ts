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
  /** A run; else it stands. */
  readonly runs: boolean;
  /** It takes longer to fail than anybody runs it here: the rest is the customer's trial. */
  readonly notProven: boolean;
}

/** A run lasts longer than the machine did, so that a fault that comes with time has had its time; beyond that the customer tries it [P]. */
const TIMES_THE_CUSTOMERS = 1.3;
const LONGEST_MIN = 45;

/** What a check says that finds nothing. */
export const soundOf = (check: CheckDefinition): string | undefined =>
  check.takesSymptoms ? 'runs-clean' : check.outcomes[0]?.id;

/** How long it has to last [min]: a run by what the customer said, else as long as it takes; 0 where its time says nothing. */
const minutesAsked = ({ head }: Bench, { lastsMin, warmsUp }: CheckDefinition): number =>
  lastsMin === null || !warmsUp || head.history.failsAfterMin === null
    ? (lastsMin ?? 0)
    : Math.min(LONGEST_MIN, Math.max(1, Math.round(TIMES_THE_CUSTOMERS * head.history.failsAfterMin)));

const minutesOf = ({ reading }: StandingReading): number =>
  typeof reading.fields.minutes === 'number' ? reading.fields.minutes / 60 : 0;

/** Whether it ran or stood for as long as it takes. What does not say how long does not. */
export const lastsEnough = (bench: Bench, check: CheckDefinition, standing: StandingReading): boolean =>
  check.lastsMin === null || minutesOf(standing) >= minutesAsked(bench, check);

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
  return asksEnough(check, standing) && lastsEnough(bench, check, standing);
}

/** A run neither at idle nor cold: nothing of what comes with heat and load is asked there. A start at the heat it is made for. */
const asksEnough = (check: CheckDefinition, { reading }: StandingReading): boolean =>
  check.warmsUp
    ? reading.condition !== 'idle' && reading.temperature !== 'cold'
    : reading.temperature === null ||
      check.temperatures.length === 0 ||
      check.temperatures.includes(reading.temperature);

/** How far each of those that take time has got. */
export const proofRuns = (bench: Bench, all: readonly ComplaintCheck[], since: number): ProofRun[] =>
  all
    .map((asked) => checkOf(asked.check))
    .filter((check) => check.lastsMin !== null)
    .map((check) => {
      const clean = bench.readings.filter(
        (r) =>
          r.event > since &&
          r.reading.check === check.id &&
          r.assessment.outcome === soundOf(check) &&
          asksEnough(check, r),
      );
      const { failsAfterMin } = bench.head.history;
      return {
        check: check.id,
        minutes: Math.max(0, ...clean.map(minutesOf)),
        of: minutesAsked(bench, check),
        failsAfterMin: check.warmsUp ? failsAfterMin : null,
        runs: check.warmsUp,
        notProven: check.warmsUp && failsAfterMin !== null && TIMES_THE_CUSTOMERS * failsAfterMin > LONGEST_MIN,
      };
    });
