import { CHECKS, type CheckDefinition, checkOf, findCheck, type Reading } from '../checks/index.ts';
import { COMES_WITH_HEAT, type Symptom } from '../complaint/symptoms.ts';
import type { RunningState, Temperature } from '../engine/index.ts';
import { CONDITIONS, findFault } from '../faults/index.ts';
import type { StandingReading } from '../reason/settle.ts';
import { sameReading } from './readings.ts';
import type { Bench, MadeRepair } from './state.ts';

/** A check to take again after a repair: the same, in the same condition. */
export interface RetestDue {
  readonly check: string;
  readonly cylinder: number | null;
  readonly condition: RunningState;
  readonly temperature: Temperature | null;
  /** The reading before the repair it will stand beside, or null. */
  readonly before: number | null;
  /** The repair it proves; null when it shows the complaint gone. */
  readonly repair: number | null;
}

export interface BeforeAfter {
  readonly before: StandingReading;
  readonly after: StandingReading;
}

/**
 * The reading that a re-test repeats: the same check on the same cylinder, in the same state and equally hot, nearest before the
 * repair.
 * @param repair event number of the repair
 * @param asked the check as it is, or will be, taken again
 * @returns null where it was never read that way: a figure from another state is no "before"
 */
export function readingRepeated(
  readings: readonly StandingReading[],
  repair: number,
  asked: Pick<Reading, 'check' | 'cylinder' | 'condition' | 'temperature'>,
): StandingReading | null {
  return readings.findLast((r) => r.event < repair && sameReading(r.reading, asked)) ?? null;
}

/** The last repair of each fault, and what has to be shown after it. */
export function retestsDue(bench: Bench): RetestDue[] {
  const due: RetestDue[] = [];
  const latest = bench.repairs.filter((r, i) => !bench.repairs.some((later, j) => j > i && later.key === r.key));
  for (const repair of latest) {
    const definition = findFault(repair.step.id) ?? CONDITIONS.find((c) => c.id === repair.step.id);
    const check = definition && findCheck(definition.repair.retest);
    if (!check?.appliesTo(bench.head.engine)) continue;
    const cylinder = check.scope === 'cylinder' ? (repair.step.cylinder ?? bench.lastCylinder ?? 1) : null;
    if (takenAfter(bench, repair.event, check.id, cylinder)) continue;
    const asked = { check: check.id, cylinder, ...stateToRepeat(bench, repair, check.id, cylinder) };
    const before = readingRepeated(bench.readings, repair.event, asked)?.event ?? null;
    due.push({ ...asked, before, repair: repair.event });
  }
  const last = bench.repairs.at(-1);
  if (!last) return due;
  for (const { check, condition, temperature } of complaintChecks(bench)) {
    if (takenAfter(bench, last.event, check, null) || due.some((d) => d.check === check)) continue;
    const asked = { check, cylinder: null, condition, temperature };
    due.push({ ...asked, before: readingRepeated(bench.readings, last.event, asked)?.event ?? null, repair: null });
  }
  return due;
}

const takenAfter = (bench: Bench, event: number, check: string, cylinder: number | null) =>
  bench.readings.some((r) => r.event > event && r.reading.check === check && r.reading.cylinder === cylinder);

/** The worst reading before the repair gives the state to repeat it in. */
function stateToRepeat(bench: Bench, repair: MadeRepair, check: string, cylinder: number | null) {
  const earlier = bench.readings.filter(
    (r) => r.event < repair.event && r.reading.check === check && r.reading.cylinder === cylinder,
  );
  const worst = earlier.reduce<StandingReading | undefined>(
    (a, b) => ((b.assessment.severity ?? 0) >= (a?.assessment.severity ?? -1) ? b : a),
    undefined,
  );
  return {
    condition: worst?.reading.condition ?? checkOf(check).states[0]!,
    temperature: worst?.reading.temperature ?? null,
  };
}

/** Which check shows that complaint gone: the one that names it, else a hot run for what comes with heat, else any run. */
function checkFor(symptom: Symptom, withHeat: boolean): CheckDefinition {
  const shows = (wanted: (of: NonNullable<CheckDefinition['showsGone']>['of']) => boolean) =>
    CHECKS.find(({ showsGone }) => showsGone !== null && wanted(showsGone.of));
  return (
    shows((of) => typeof of !== 'string' && of.includes(symptom)) ??
    shows((of) => of === (withHeat ? 'with-heat' : 'any-other'))!
  );
}

/** Checks that show the complaint gone, in the state it is complained of. */
function complaintChecks(bench: Bench): { check: string; condition: RunningState; temperature: Temperature | null }[] {
  const { complaint, history } = bench.head;
  const withHeat = complaint.some((s) => COMES_WITH_HEAT.includes(s)) || history.flags.includes('only-hot');
  return [...new Set(complaint.map((s) => checkFor(s, withHeat)))].map((check) => ({
    check: check.id,
    condition: check.states[0]!,
    temperature: check.showsGone?.temperature ?? null,
  }));
}

export function complaintGone(bench: Bench): { check: string; gone: boolean }[] {
  const since = bench.repairs.at(-1)?.event ?? 0;
  return complaintChecks(bench).map(({ check }) => {
    const last = bench.readings.findLast((r) => r.event > since && r.reading.check === check);
    return { check, gone: last !== undefined && last.assessment.outcome === checkOf(check).showsGone?.outcome };
  });
}

/**
 * The "before" of a check as it is taken now, or was taken as event `number`: the reading it repeats from before the last repair
 * ahead of it; null while nothing was repaired.
 */
export function readingBefore(
  { readings, repairs }: Pick<Bench, 'readings' | 'repairs'>,
  asked: Parameters<typeof readingRepeated>[2],
  number = Number.POSITIVE_INFINITY,
): StandingReading | null {
  const repair = repairs.findLast((r) => r.event < number);
  return repair ? readingRepeated(readings, repair.event, asked) : null;
}

/** Readings taken again after a repair, each beside the one it repeats. */
export function beforeAfter(bench: Pick<Bench, 'readings' | 'repairs'>): BeforeAfter[] {
  return bench.readings.flatMap((after) => {
    const before = readingBefore(bench, after.reading, after.event);
    return before ? [{ before, after }] : [];
  });
}
