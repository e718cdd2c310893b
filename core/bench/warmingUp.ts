import type { CheckDefinition } from '../checks/index.ts';
import { initialBelief } from '../reason/belief.ts';
import { warmReports } from '../reason/reports.ts';
import type { Bench } from './state.ts';

/**
 * Makes the tables a first plan needs, one check at a time: between two of them there is time for a reading that comes in. What is
 * there already costs nothing.
 */
export function* warmingUp({ catalogue, base, planner }: Bench): Generator<void> {
  const size = ({ check }: { readonly check: CheckDefinition }) => (check.hopesFor === null ? 0 : 1);
  // What is never planned needs no table; the look of a run has the largest, and comes last.
  const planned = catalogue.checks.filter(({ check }) => check.proposed).sort((a, b) => size(a) - size(b));
  for (const { key, check } of planned) {
    const { variable } = base.placed(key);
    yield;
    for (const state of check.offeredIn ?? check.states) {
      for (const temperature of check.temperatures.includes('hot') ? (['cold', 'hot', null] as const) : [null]) {
        if (variable.tabulated) variable.table({ state, temperature });
        yield;
      }
    }
  }
  const heard = initialBelief(base);
  for (const { instance, state } of [...planner().candidates].sort((a, b) => size(a.instance) - size(b.instance))) {
    yield;
    for (const temperature of instance.check.temperatures.includes('hot') ? (['cold', 'hot', null] as const) : [null])
      yield* warmReports(base, heard, instance, { state, temperature });
  }
}
