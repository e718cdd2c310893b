import { CHECKS, type CheckDefinition, findCheck } from '../checks/index.ts';
import { tellsOf } from '../checks/tells/index.ts';
import { todoOf } from '../checks/todo.ts';
import type { EngineWords } from '../engine/index.ts';
import { FAILURE_IDS } from '../machine/failures.ts';
import type { ConditionDefinition, FaultDefinition, Need, When } from './define.ts';

/** Something in the catalogue that cannot be right. */
export interface KnowledgeIssue {
  readonly code:
    | 'unknown-check'
    | 'unknown-outcome'
    | 'unknown-fault'
    | 'no-text'
    | 'too-much'
    | 'stated-twice'
    | 'nothing-settles'
    | 'tells-nothing'
    | 'settles-alike';
  readonly where: string;
}

const TWIN: EngineWords = {
  cylinders: 2,
  layout: 'v-twin-90',
  fuelFeed: 'pump',
  lifters: 'unknown',
  compressionRelease: 'automatic',
  carburettor: 'two-barrel',
  ignition: 'coil-per-cylinder',
};
const SINGLE: EngineWords = { ...TWIN, cylinders: 1, layout: 'single', fuelFeed: 'gravity', carburettor: 'one-barrel' };

/** Outcomes a check may be said to show at that place; null where it has no such place. */
function outcomesAt(check: CheckDefinition, part: string | undefined): readonly string[] | null {
  const parts = check.partsOf(TWIN);
  // A check of all cylinders at once has a part for each; an effect there names none.
  if (check.scope === 'all-cylinders') return parts[0]?.outcomes ?? null;
  const id = (part ?? '').replace('[c]', '1');
  return parts.find((p) => p.id === id)?.outcomes ?? null;
}

const sum = (chances: Readonly<Record<string, number>>) => Object.values(chances).reduce((a, b) => a + b, 0);
const within = (chance: number) => chance >= 0 && chance <= 1;
const sameWhen = (a: When | undefined, b: When | undefined) => JSON.stringify(a ?? {}) === JSON.stringify(b ?? {});

/** Whether two findings are one: same check, place, side and state, some outcome in common. */
const alike = (a: Need, b: Need) =>
  a.check === b.check &&
  (a.part ?? '') === (b.part ?? '') &&
  (a.on ?? 'same') === (b.on ?? 'same') &&
  sameWhen(a.when, b.when) &&
  a.onceCharged === b.onceCharged &&
  a.outcomes.some((o) => b.outcomes.includes(o));

/**
 * Holds a catalogue together: ids that exist, chances that add up, nothing said twice, every fault settled by something, every check
 * telling something, no rule that is met whenever another fault's is.
 * @returns what is wrong, nothing when it is sound
 */
export function knowledgeIssues(
  faults: readonly FaultDefinition[],
  conditions: readonly ConditionDefinition[],
  checks: readonly CheckDefinition[] = CHECKS,
): KnowledgeIssue[] {
  const issues: KnowledgeIssue[] = [];
  const find = (id: string) => checks.find((c) => c.id === id) ?? (checks === CHECKS ? findCheck(id) : undefined);
  const say = (code: KnowledgeIssue['code'], where: string) => issues.push({ code, where });
  for (const cause of [...faults, ...conditions]) {
    if (cause.title.trim() === '') say('no-text', cause.id);
    effectIssues(cause, find, say);
    if ('otherwise' in cause && cause.otherwise) effectIssues({ ...cause, ...cause.otherwise }, find, say);
    if (!find(cause.repair.retest)) say('unknown-check', `${cause.id} is re-tested by ${cause.repair.retest}`);
    for (const { fault } of cause.repair.leaves)
      if (!faults.some((f) => f.id === fault)) say('unknown-fault', `${cause.id} leaves ${fault}`);
  }
  for (const condition of conditions)
    for (const { fault } of condition.causes)
      if (!faults.some((f) => f.id === fault)) say('unknown-fault', `${condition.id} is caused by ${fault}`);
  for (const fault of faults) settlingIssues(fault, faults, find, say);
  for (const check of checks) {
    if (
      check.title.trim() === '' ||
      todoOf(check.id)?.trim() === '' ||
      check.outcomes.some((o) => o.label.trim() === '')
    )
      say('no-text', check.id);
    for (const [outcome, chance] of Object.entries(tellsOf(check.id).leak))
      if (!within(chance)) say('too-much', `${check.id} leaks ${outcome}`);
    if (check.proposed && !tellsSomething(check, [...faults, ...conditions])) say('tells-nothing', check.id);
  }
  return issues;
}

function effectIssues(
  cause: FaultDefinition | ConditionDefinition,
  find: (id: string) => CheckDefinition | undefined,
  say: (code: KnowledgeIssue['code'], where: string) => void,
): void {
  cause.effects.forEach((effect, i) => {
    const where = `${cause.id} on ${effect.check}${effect.part ? ` at ${effect.part}` : ''}`;
    const check = find(effect.check);
    if (!check) {
      say('unknown-check', where);
      return;
    }
    const outcomes = outcomesAt(check, effect.part);
    for (const outcome of Object.keys(effect.outcomes))
      if (!outcomes?.includes(outcome)) say('unknown-outcome', `${where}: ${outcome}`);
    if (!(sum(effect.outcomes) <= 1 + 1e-9) || !Object.values(effect.outcomes).every(within)) say('too-much', where);
    // The first that holds counts: a second one under the same conditions is never heard.
    const twice = cause.effects.some(
      (other, j) =>
        j < i &&
        other.check === effect.check &&
        (other.part ?? '') === (effect.part ?? '') &&
        (other.on ?? 'same') === (effect.on ?? 'same') &&
        sameWhen(other.when, effect.when),
    );
    if (twice) say('stated-twice', where);
  });
  cause.failures.forEach((failure, i) => {
    const where = `${cause.id} leads to ${failure.failure}`;
    if (!(sum(failure.levels) <= 1 + 1e-9) || !Object.values(failure.levels).every(within)) say('too-much', where);
    const twice = cause.failures.some(
      (other, j) =>
        j < i &&
        other.failure === failure.failure &&
        (other.on ?? 'same') === (failure.on ?? 'same') &&
        sameWhen(other.when, failure.when),
    );
    if (twice) say('stated-twice', where);
  });
  for (const [symptom, chance] of Object.entries(cause.symptoms))
    if (!within(chance!)) say('too-much', `${cause.id} shows ${symptom}`);
}

function settlingIssues(
  fault: FaultDefinition,
  faults: readonly FaultDefinition[],
  find: (id: string) => CheckDefinition | undefined,
  say: (code: KnowledgeIssue['code'], where: string) => void,
): void {
  if (fault.confirmedBy.length === 0) say('nothing-settles', fault.id);
  fault.confirmedBy.forEach((rule, r) => {
    const where = `${fault.id}, rule ${r + 1}`;
    for (const need of rule) {
      const check = find(need.check);
      if (!check) say('unknown-check', where);
      else {
        const outcomes = need.part === undefined ? check.outcomes.map((o) => o.id) : outcomesAt(check, need.part);
        for (const outcome of need.outcomes)
          if (!outcomes?.includes(outcome)) say('unknown-outcome', `${where}: ${need.check} ${outcome}`);
      }
    }
    // What proves one must not prove another of the same kind as well.
    for (const other of faults) {
      const together = [TWIN, SINGLE].some((engine) => other.appliesTo(engine) && fault.appliesTo(engine));
      if (other.id === fault.id || !together) continue;
      const same = other.confirmedBy.some(
        (rival) => rival.length === rule.length && rule.every((need) => rival.some((r2) => alike(need, r2))),
      );
      if (same && other.perCylinder === fault.perCylinder) say('settles-alike', `${where} and ${other.id}`);
    }
  });
}

function tellsSomething(check: CheckDefinition, causes: readonly (FaultDefinition | ConditionDefinition)[]): boolean {
  if (check.outcomes.length === 0 || check.viaComplaint !== null) return true;
  const { combine } = check;
  if (combine.kind === 'cure') {
    const cured = [combine.failure].flat();
    return causes.some((c) => c.failures.some((f) => cured.includes(f.failure)));
  }
  return (
    causes.some((c) => c.effects.some((e) => e.check === check.id)) ||
    FAILURE_IDS.some(
      (failure) => tellsOf(check.id).via[failure] && causes.some((c) => c.failures.some((f) => f.failure === failure)),
    )
  );
}
