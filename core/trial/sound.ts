import { type Bench, type BenchSummary, complaintChecks, handsBack } from '../bench/index.ts';
import { CHECKS, checkOf } from '../checks/index.ts';
import type { Asked } from '../mower/simulateCheck.ts';
import { SEARCH_CAP_MIN, type StandingReading } from '../reason/index.ts';

/** The runs on which any machine is called sound, the shorter one first: as the customer says it fails, then until it is hot. */
const SOUND_RUNS: readonly Asked[] = CHECKS.filter((check) => check.takesSymptoms || check.warmsUp)
  .flatMap(({ id, handsBack: made }) => (made === null ? [] : [{ check: id, cylinder: null, ...made }]))
  .sort((a, b) => a.rank - b.rank)
  .map(({ check, cylinder, condition, temperature }) => ({ check, cylinder, condition, temperature }));

/** What has to come out sound before a machine goes back with nothing found: all that would show its complaint, and those runs. */
export const soundRuns = (bench: Bench): readonly Asked[] => {
  const told = complaintChecks(bench).map((asked) => ({ ...asked, cylinder: null }));
  return [...told.filter(({ check }) => !SOUND_RUNS.some((run) => run.check === check)), ...SOUND_RUNS];
};

/** Whether nothing of what belongs to handing back was found wanting since the last repair. */
export const allSound = (bench: Bench) =>
  bench.readings.filter((r) => r.event > sinceRepair(bench) && handsBack(r.reading.check)).every(foundSound);

export const foundSound = ({ reading, assessment }: StandingReading) =>
  checkOf(reading.check).takesSymptoms
    ? reading.symptoms?.length === 0
    : assessment.outcome === null || assessment.outcome === checkOf(reading.check).outcomes[0]?.id;

export const isOf = ({ reading }: StandingReading, { check, condition }: Asked) =>
  reading.check === check && reading.condition === condition;

export const sinceRepair = (bench: Bench) => Math.max(0, ...bench.repairs.map((r) => r.event));

/** What is looked at before a machine goes back with a complaint that the work does not explain; null once it was, or where nothing would tell. */
export function lookFurther(bench: Bench, { unexplained }: Pick<BenchSummary, 'unexplained'>): Asked | null {
  // A machine that comes back costs a search of its own.
  const looks = unexplained.flatMap(({ look }) => (look && look.p * SEARCH_CAP_MIN > look.minutes ? [look] : []));
  const made = ({ check, cylinder, condition }: Asked) =>
    bench.readings.some(
      ({ event, reading }) =>
        event > sinceRepair(bench) &&
        reading.check === check &&
        reading.cylinder === cylinder &&
        reading.condition === condition,
    ) || bench.notPerformed.some((n) => n.event > sinceRepair(bench) && n.check === check);
  const [next] = looks.filter((look) => !made(look));
  return next
    ? { check: next.check, cylinder: next.cylinder, condition: next.condition, temperature: next.temperature }
    : null;
}
