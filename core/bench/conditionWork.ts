import type { JobEvent } from '../casefile/index.ts';
import { checkOf } from '../checks/index.ts';
import { cylindersOf } from '../engine/index.ts';
import { type ConditionDefinition, findCondition, GATES, type WayIn, WORKED, type WorkStep } from '../faults/index.ts';
import { dutiesOf } from './duties.ts';
import { endedBy } from './endedBy.ts';
import { withRepairMade } from './repairMade.ts';
import { type Bench, epochOf } from './state.ts';
import type { CheckDue, WorkDue } from './workDue.ts';

/** A condition of which nobody said what let it come about. */
export interface CauseOpen {
  readonly condition: string;
  readonly faults: readonly string[];
  readonly ways: readonly WayIn[];
}

export interface ConditionWork {
  readonly due: readonly WorkDue[];
  readonly causes: readonly CauseOpen[];
}

/** From here on a condition that was not seen is as good as seen: nothing is run on a guess. */
const BELIEVED = 0.5;

/** The event that showed it to the eye last; 0 where none did. */
export const sightedAt = ({ readings }: Bench, { seenAs }: ConditionDefinition): number =>
  Math.max(
    0,
    ...readings
      .filter(({ reading, assessment }) =>
        seenAs.some((s) => s.check === reading.check && s.outcomes.includes(assessment.outcome ?? '')),
      )
      .map((r) => r.event),
  );

const lastOf = (all: readonly { readonly event: number }[]) => Math.max(0, ...all.map((one) => one.event));

/** The event that put it right last; 0 where none did. */
const treatedAt = ({ repairs }: Bench, { id }: ConditionDefinition): number =>
  lastOf(repairs.filter((r) => r.key === id && r.step.action !== 'bypassed'));

const waivedAt = ({ waived }: Bench, { id }: ConditionDefinition): number =>
  lastOf(waived.filter((w) => w.condition === id));

/** Whether what follows from a condition is passed over, with a reason, since it was last seen. */
export const isWaived = (bench: Bench, condition: ConditionDefinition): boolean => {
  const at = waivedAt(bench, condition);
  return at > 0 && at > sightedAt(bench, condition);
};

const stepsLeft = (bench: Bench, condition: ConditionDefinition): readonly WorkStep[] => {
  const seen = sightedAt(bench, condition);
  const done = new Set(
    bench.works.filter((w) => w.condition === condition.id && w.event > seen).flatMap((w) => w.steps),
  );
  const treated = treatedAt(bench, condition) > seen;
  return condition.work.filter(({ id, before }) => !done.has(id) && !(treated && before !== 'leaving'));
};

/**
 * What the conditions of a machine ask for. Seen once, its work is due until it is done or passed over with a reason; only believed, while it is
 * likelier than not.
 * @param believed chance of each condition
 */
export function conditionWork(
  bench: Bench,
  believed: readonly { readonly id: string; readonly p: number }[],
): ConditionWork {
  const due: WorkDue[] = [];
  const causes: CauseOpen[] = [];
  for (const condition of WORKED.filter((c) => c.appliesTo(bench.head.engine))) {
    if (isWaived(bench, condition)) continue;
    if (condition.within && isFound(bench, findCondition(condition.within)!)) continue;
    const seen = sightedAt(bench, condition) > 0;
    const touched = isTouched(bench, condition);
    const likely = (believed.find((b) => b.id === condition.id)?.p ?? 0) >= BELIEVED;
    if (!seen && !touched && !(likely && !wasLookedAt(bench, condition))) continue;
    const left = stepsLeft(bench, condition);
    const asked = {
      condition: condition.id,
      title: condition.title,
      checks: [],
      of: null,
      repair: null,
      passable: true,
    };
    const compared = seen || touched ? checksLeft(bench, condition) : [];
    if (compared.length > 0) due.push({ ...asked, before: 'loading', steps: [], checks: compared, look: null });
    for (const before of GATES) {
      const steps = left.filter((step) => step.before === before);
      if (steps.length === 0 || (before === 'leaving' && !seen && !touched)) continue;
      due.push({
        ...asked,
        before,
        steps: steps.map(({ id, label, later, litres }) => ({
          id,
          label,
          ...(later ? { later } : {}),
          ...(litres ? { litres: bench.head.figures[litres] ?? null } : {}),
        })),
        look: seen || touched ? null : (condition.seenAs[0]?.check ?? null),
      });
    }
    if ((seen || touched) && !isCauseSaid(bench, condition))
      causes.push({
        condition: condition.id,
        faults: condition.causes.map((c) => c.fault),
        ways: condition.waysIn,
      });
  }
  due.push(...dutiesOf(bench));
  return { due: due.sort((a, b) => GATES.indexOf(a.before) - GATES.indexOf(b.before)), causes };
}

const isTouched = (bench: Bench, condition: ConditionDefinition): boolean =>
  treatedAt(bench, condition) > 0 || bench.works.some((w) => w.condition === condition.id);

/** It was seen, or treated as there. */
const isFound = (bench: Bench, condition: ConditionDefinition): boolean =>
  sightedAt(bench, condition) > 0 || isTouched(bench, condition);

/** What is compared before it runs under load, on each cylinder, and was not since it was seen last. */
function checksLeft(bench: Bench, condition: ConditionDefinition): readonly CheckDue[] {
  const since = Math.max(sightedAt(bench, condition), treatedAt(bench, condition));
  return (condition.beforeLoad ?? []).flatMap((id) => {
    const check = checkOf(id);
    if (!check.appliesTo(bench.head.engine)) return [];
    const sides = check.scope === 'cylinder' ? cylindersOf(bench.head.engine) : [null];
    return sides
      .filter((c) => !bench.readings.some((r) => r.event > since && r.reading.check === id && r.reading.cylinder === c))
      .map((cylinder) => ({ check: id, cylinder, condition: check.states[0]! }));
  });
}

/** Somebody has looked since the last repair, and did not see it. */
const wasLookedAt = (bench: Bench, { seenAs }: ConditionDefinition): boolean =>
  bench.readings.some((r) => r.epoch === epochOf(bench) && seenAs.some((s) => s.check === r.reading.check));

/** A fault that lets it come about was repaired, or somebody said what it was. */
const isCauseSaid = ({ letIn, repairs }: Bench, { id, causes }: ConditionDefinition): boolean =>
  letIn.some((l) => l.condition === id) ||
  repairs.some((r) => r.step.action !== 'bypassed' && causes.some((c) => endedBy(r, c.fault)));

/** The bench after some steps of that work: with the last before it runs, the condition is put right. */
export function withWorkDone(bench: Bench, work: Extract<JobEvent, { kind: 'work' }>, event: number): Bench {
  const after = { ...bench, works: [...bench.works, { ...work, event }] };
  const condition = findCondition(work.condition);
  if (!condition || treatedAt(bench, condition) > sightedAt(bench, condition)) return after;
  if (stepsLeft(after, condition).some((step) => step.before !== 'leaving')) return after;
  const { action } = condition.repair;
  return withRepairMade(after, { id: condition.id, cylinder: null, action, temporary: false, note: null }, event);
}
