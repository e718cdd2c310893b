import { DEMANDING, type RunningState, type Temperature } from '../../engine/index.ts';
import { holds, type On, type When } from '../../faults/index.ts';
import type { FailureId } from '../../machine/failures.ts';
import { instanceKey } from '../../machine/key.ts';
import type { At } from '../spec.ts';
import type { CauseInstance } from './instances.ts';

/** Whether a cause acts on that cylinder. */
export function acts(on: On, cause: number | null, target: number | null): boolean {
  if (cause === null || target === null || on === 'every') return true;
  return on === 'same' ? cause === target : cause !== target;
}

export function runningAt(at: At): { state: RunningState; temperature: Temperature | null } {
  return { state: at.state as RunningState, temperature: at.temperature as Temperature | null };
}

/** Levels of a failure this cause leads to on that cylinder (null: on any). First entry that holds counts. */
export function failureLevels(
  cause: CauseInstance,
  failure: FailureId,
  cylinder: number | null,
  at: At,
): Readonly<Record<string, number>> | null {
  if (isGoneRound(cause, at)) return null;
  const { state, temperature } = runningAt(at);
  const entry = cause.definition.failures.find(
    (f) => f.failure === failure && holds(f.when, state, temperature) && acts(f.on ?? 'same', cause.cylinder, cylinder),
  );
  return entry && !isOverBy(entry.when, at) ? entry.levels : null;
}

/** A bypass goes round it, and the engine cranks or runs: what it does cannot be seen then. What is looked at shows as ever. */
export const isGoneRound = ({ id, cylinder }: CauseInstance, { state, bypassed }: At): boolean =>
  bypassed !== undefined &&
  (DEMANDING as readonly string[]).includes(state) &&
  bypassed.includes(instanceKey(id, cylinder));

/** What an empty battery does, once it was charged. */
export const isOverBy = (when: When | undefined, { charged }: At): boolean =>
  charged === true && when?.untilCharged === true;

export const placeOf = (part: string | undefined, cylinder: number | null) =>
  (part ?? '').replace('[c]', String(cylinder));

/** In which states and temperatures a check may be made; a cause touches it if it acts in any of them. */
export const waysOf = (states: readonly RunningState[]): readonly At[] =>
  states.flatMap((state) => (['cold', 'hot', null] as const).map((temperature) => ({ state, temperature })));

export const ALL_STATES = [
  'key-off',
  'key-on',
  'cranking',
  'idle',
  'half-speed',
  'full-speed',
  'loaded',
  'bench',
] as const;

export function touching(
  causes: readonly CauseInstance[],
  ways: readonly At[],
  acting: (cause: CauseInstance, at: At) => boolean,
): string[] {
  return causes.filter((cause) => ways.some((at) => acting(cause, at))).map((cause) => cause.key);
}

export const seenBy = (check: string, { definition }: CauseInstance) =>
  definition.effects.find((e) => e.check === check && e.seen !== undefined)?.seen ?? 1;
export const showsToday = (cause: CauseInstance) =>
  'showsToday' in cause.definition ? cause.definition.showsToday : 1;
