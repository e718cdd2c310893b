import { type At, allOut, type Together } from '../spec.ts';
import { failureLevels } from './acting.ts';
import type { CauseInstance } from './instances.ts';

/**
 * An engine on which no cylinder pulls does not start: what it shows then, whatever each of the causes shows by itself. A cause that leaves
 * all cylinders dead says itself that the engine does not start; here are those of one cylinder each. Nothing on a single.
 * @param cumulative for each part, P(shown at most rank k) of an engine that does not start
 */
export function noneAlive(
  byKey: ReadonlyMap<string, CauseInstance>,
  cylinders: readonly number[],
  cumulative: Together['cumulative'],
): Together | null {
  if (cylinders.length < 2) return null;
  return {
    groups: cylinders.length,
    out: (cause, at) => {
      const instance = byKey.get(cause)!;
      return cylinders.map((cylinder) => (instance.cylinder === null ? 0 : deadChance(instance, cylinder, at)));
    },
    cumulative,
  };
}

/** Chance that the causes at work leave no cylinder alive. */
export const chanceOfNone = (dead: Together | null, active: readonly string[], at: At): number =>
  dead
    ? allOut(
        dead.groups,
        active.map((cause) => dead.out(cause, at)),
      )
    : 0;

const deadChance = (cause: CauseInstance, cylinder: number, at: At): number =>
  failureLevels(cause, 'pull', cylinder, at)?.dead ?? 0;
