import type { CheckDefinition } from '../checks/define.ts';
import { CONDITIONS } from './conditions.ts';
import type { FaultDefinition } from './define.ts';
import { ENGINE_FAULTS } from './engine.ts';
import { findNamedFault } from './named.ts';
import { POWER_FAULTS } from './power.ts';
import { SPARK_FAULTS } from './spark.ts';

/** Every fault of the catalogue. */
export const FAULTS: readonly FaultDefinition[] = [...POWER_FAULTS, ...SPARK_FAULTS, ...ENGINE_FAULTS];

const BY_ID = new Map(FAULTS.map((fault) => [fault.id, fault]));

/** The fault of that id, or undefined. */
export function findFault(id: string): FaultDefinition | undefined {
  return BY_ID.get(id);
}

/** Whether anything in the catalogue knows what this check's readings mean; else they are recorded, not weighed. */
export function isWeighed(check: CheckDefinition): boolean {
  if (check.combine.kind === 'cure' || Object.keys(check.via).length > 0 || check.outcomes.length === 0) return true;
  return [...FAULTS, ...CONDITIONS].some((cause) => cause.effects.some((e) => e.check === check.id));
}

/** Whether that id names a state with causes of its own: a job is not closed on it alone. */
export const isCondition = (id: string): boolean =>
  CONDITIONS.some((c) => c.id === id) || findNamedFault(id)?.condition === true;

export { CONDITIONS, INTERACTIONS } from './conditions.ts';
export * from './define.ts';
export { findNamedFault, NAMED_FAULTS, type NamedFault } from './named.ts';
