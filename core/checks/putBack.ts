import { cylindersOf, type EngineWords, RUNNING, type RunningState } from '../engine/index.ts';
import { closedToRun } from './access.ts';
import type { AccessPlan } from './accessPlan.ts';
import type { CheckDefinition } from './definition.ts';

/** It runs without them, but hot, on dirty air or on one cylinder: nobody reads it so. */
const OFF_IT_LIES = /^(lead|air-box|blower-housing)/;

/**
 * What stands open and has to be put back before the engine runs for a check: cooling shroud, air box, leads, plugs; not what that very check needs open.
 * @param open keys of what stands open, such as `lead[2]`
 * @returns the keys, innermost last; empty where it does not run
 */
export function toPutBack(
  check: CheckDefinition,
  cylinder: number | null,
  state: RunningState,
  open: readonly string[],
  access: AccessPlan,
  engine: EngineWords,
): readonly string[] {
  if (!RUNNING.includes(state)) return [];
  const needed = access.keysFor(check, cylinder, cylindersOf(engine));
  return open.filter((key) => (closedToRun(key) || OFF_IT_LIES.test(key)) && !needed.includes(key));
}
