import type { CheckDefinition } from '../../checks/index.ts';
import { cylindersOf, type EngineWords } from '../../engine/index.ts';
import type { FailureId } from '../../machine/failures.ts';
import { type At, atKey, type SpecVariable } from '../spec.ts';
import { acts, failureLevels, touching, waysOf } from './acting.ts';
import type { CauseInstance, CheckInstance } from './instances.ts';

/** Failures of one cylinder each; the others are of the machine. */
const OF_A_CYLINDER: readonly FailureId[] = ['pull', 'seal'];

/** Chance that this cause makes that cylinder (or, for machine failures, the machine) fail. */
function failing(cause: CauseInstance, check: CheckDefinition, target: number, at: At): number {
  if (check.combine.kind !== 'cure') return 0;
  const quiet = [check.combine.failure].flat().reduce((product, failure) => {
    const levels = failureLevels(cause, failure, OF_A_CYLINDER.includes(failure) ? target : null, at);
    const chance = Object.values(levels ?? {}).reduce((sum, level) => sum + level, 0);
    return product * (1 - Math.min(1, chance));
  }, 1);
  return 1 - quiet;
}

/** For each target: chance that this cause is quiet if the check leaves it in, and if it takes it out. */
function cureShare(
  cause: CauseInstance,
  check: CheckDefinition,
  cylinder: number | null,
  targets: readonly number[],
  at: At,
): Float64Array {
  const out = new Float64Array(2 * targets.length).fill(1);
  targets.forEach((target, t) => {
    const removed = takesOut(cause, check.id, cylinder, target);
    out[2 * t + (removed ? 1 : 0)] = 1 - Math.min(1, failing(cause, check, target, at));
  });
  return out;
}

/**
 * A failure goes away when some cause that was taken out was at work and no other is: a jump does not cure a worn battery behind a
 * blown fuse.
 */
function cureDistribution(
  active: readonly string[],
  { check, tells: { leak }, cylinder }: CheckInstance,
  cylinders: readonly number[],
  shareOf: (key: string) => Float64Array,
): number[] {
  const { combine } = check;
  if (combine.kind !== 'cure') return [];
  const shares = active.map(shareOf);
  const curedAt = (t: number) => {
    let othersQuiet = 1;
    let removedQuiet = 1;
    for (const share of shares) {
      othersQuiet *= share[2 * t]!;
      removedQuiet *= share[2 * t + 1]!;
    }
    return othersQuiet * (1 - removedQuiet);
  };
  const chances: Record<string, number> = {};
  let left = 1;
  for (const { outcome, of } of combine.cures) {
    let quiet = 1;
    cylinders.forEach((target, t) => {
      const counts = of === 'any' || (of === 'same' ? target === (cylinder ?? 1) : target !== cylinder);
      if (counts) quiet *= 1 - curedAt(t);
    });
    const cured = 1 - quiet;
    const seen = combine.reliability * cured + (leak[outcome] ?? 0) * (1 - cured);
    chances[outcome] = left * seen;
    left *= 1 - seen;
  }
  chances[combine.same] = left;
  return check.outcomes.map((o) => chances[o.id] ?? 0);
}

/** Whether making this check on that cylinder takes the cause out, as far as `target` is concerned. */
function takesOut(cause: CauseInstance, check: string, cylinder: number | null, target: number): boolean {
  if (!('curedBy' in cause.definition)) return false;
  return cause.definition.curedBy.some((entry) => {
    if (entry.check !== check) return false;
    if (cylinder === null || entry.on === 'every') return true;
    const on = entry.on ?? 'same';
    // A fault of no cylinder is taken out only for the cylinder whose lead is off.
    if (cause.cylinder === null) return on === 'same' ? target === cylinder : target !== cylinder;
    return acts(on, cause.cylinder, cylinder);
  });
}

/** What a cure check shows: a failure that goes away, or not. */
export function cureVariable(
  instance: CheckInstance,
  causes: readonly CauseInstance[],
  byKey: ReadonlyMap<string, CauseInstance>,
  engine: EngineWords,
): Pick<SpecVariable, 'touches' | 'distribution'> {
  const { check, cylinder } = instance;
  // That it does not crank or run is one failure of the machine, not one of each cylinder.
  const failures = check.combine.kind === 'cure' ? [check.combine.failure].flat() : [];
  const targets = failures.some((failure) => OF_A_CYLINDER.includes(failure)) ? cylindersOf(engine) : [1];
  // Rows are many and causes few: what each does is worked out once per state.
  const known = new Map<string, Float64Array>();
  const shareOf = (at: At) => (key: string) => {
    const id = `${key}|${atKey(at)}`;
    let own = known.get(id);
    if (!own) {
      own = cureShare(byKey.get(key)!, check, cylinder, targets, at);
      known.set(id, own);
    }
    return own;
  };
  return {
    touches: touching(causes, waysOf(check.states), (cause, at) =>
      targets.some((t) => failing(cause, check, t, at) > 0),
    ),
    distribution: (active, at) => [cureDistribution(active, instance, targets, shareOf(at))],
  };
}
