import { cylindersOf } from '../engine/index.ts';
import type { RepairDefinition } from '../faults/define.ts';
import type { Bench } from './state.ts';

/** Everything that has to be open for a repair, by key of access. */
export const repairKeys = (
  { access, head }: Pick<Bench, 'access' | 'head'>,
  repair: Pick<RepairDefinition, 'access'> | undefined,
  cylinder: number | null,
): readonly string[] =>
  access.keysFor(
    { access: repair?.access ?? NOTHING, scope: cylinder === null ? 'machine' : 'cylinder' },
    cylinder,
    cylindersOf(head.engine),
  );

const NOTHING: RepairDefinition['access'] = [];
