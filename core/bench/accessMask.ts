import { cylindersOf } from '../engine/index.ts';
import type { CheckInstance } from '../reason/catalogue/instances.ts';
import type { Bench } from './state.ts';

/** What a check needs open, as bits of the planner; what no check of the planner opens has none. */
export function accessMask({ access, head, planner }: Bench, { check, cylinder }: CheckInstance): number {
  const { accessKeys } = planner();
  return access
    .keysFor(check, cylinder, cylindersOf(head.engine))
    .map((key) => accessKeys.indexOf(key))
    .reduce((mask, bit) => (bit < 0 ? mask : mask | (1 << bit)), 0);
}
