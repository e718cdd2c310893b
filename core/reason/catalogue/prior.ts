import type { History } from '../../casefile/index.ts';
import type { HistoryFlag } from '../../complaint/history.ts';
import { FAULTS, type FaultDefinition, type On } from '../../faults/index.ts';
import { splitKey } from '../../machine/key.ts';
import { acts } from './acting.ts';

/** Odds of a fault somebody has already put right without effect, and of what such work leaves behind [M]. */
const TRIED_FACTOR = 0.12;
const LEFT_BEHIND_FACTOR = 3;

/** Odds of one fault within its size: weight, history, what was already tried. */
export function priorOdds(
  fault: { readonly id: string; readonly cylinder?: number | null; readonly definition: FaultDefinition },
  history: History,
  weights: Readonly<Record<string, number>> = {},
): number {
  const { definition } = fault;
  let odds = weights[fault.id] ?? definition.weight;
  for (const flag of history.flags) odds *= definition.history[flag as HistoryFlag] ?? 1;
  if ((history.storedMonths ?? 0) >= 3) odds *= definition.stored;
  if (history.hours !== null && history.hours > 100)
    odds *= definition.perHundredHours ** ((history.hours - 100) / 100);
  for (const flag of history.flags) {
    if (!flag.startsWith('tried:')) continue;
    // Without a cylinder it was done on all of them.
    const { id: tried, cylinder: on } = splitKey(flag.slice('tried:'.length));
    const there = (side: On) => on === null || fault.cylinder == null || acts(side, on, fault.cylinder);
    if (tried === fault.id && there('same')) odds *= TRIED_FACTOR;
    const left = FAULTS.find((f) => f.id === tried)?.repair.leaves ?? [];
    if (left.some((l) => l.fault === fault.id && there(l.on ?? 'same'))) odds *= LEFT_BEHIND_FACTOR;
  }
  return odds;
}
