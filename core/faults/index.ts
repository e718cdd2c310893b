import type { CheckDefinition } from '../checks/definition.ts';
import { tellsOf } from '../checks/tells/index.ts';
import { AIR_FAULTS } from './air.ts';
import { CARBURETTOR_JOB } from './carburettor.ts';
import { CHARGE_FAULTS } from './charge.ts';
import { CONDITIONS, WORKED } from './conditions.ts';
import type { ConditionDefinition, FaultDefinition } from './define.ts';
import { FUEL_FAULTS } from './fuel.ts';
import type { FaultId } from './ids.ts';
import { OIL_FAULTS } from './oil.ts';
import { POWER_FAULTS } from './power.ts';
import { SEAL_FAULTS } from './seal.ts';
import { SPARK_FAULTS } from './spark.ts';
import { TURN_FAULTS } from './turn.ts';
import { VALVE_FAULTS } from './valve.ts';

export { endsBesides } from './endsBesides.ts';

const CATALOGUE = [
  ...POWER_FAULTS,
  ...CHARGE_FAULTS,
  ...TURN_FAULTS,
  ...SPARK_FAULTS,
  ...FUEL_FAULTS,
  ...AIR_FAULTS,
  ...VALVE_FAULTS,
  ...SEAL_FAULTS,
  ...OIL_FAULTS,
] as const;

/** A fault that is listed and not defined is a red line here. */
type Undefined = Exclude<FaultId, (typeof CATALOGUE)[number]['id']>;
const allDefined: [Undefined] extends [never] ? true : { readonly notDefined: Undefined } = true;

/** Every fault of the catalogue. */
export const FAULTS: readonly FaultDefinition[] = allDefined && CATALOGUE;

const BY_ID = new Map<string, FaultDefinition>(FAULTS.map((fault) => [fault.id, fault]));

/** The fault of that id, or undefined. */
export function findFault(id: string): FaultDefinition | undefined {
  return BY_ID.get(id);
}

/** Whether anything in the catalogue knows what this check's readings mean; else they are recorded, not weighed. */
export function isWeighed(check: CheckDefinition): boolean {
  if (
    check.viaComplaint !== null ||
    check.combine.kind === 'cure' ||
    Object.keys(tellsOf(check.id).via).length > 0 ||
    check.outcomes.length === 0
  )
    return true;
  return [...FAULTS, ...CONDITIONS].some((cause) => cause.effects.some((e) => e.check === check.id));
}

/** Whether that id names a state with causes of its own: a job is not closed on it alone. */
export const isCondition = (id: string): boolean => findCondition(id) !== undefined;

/** The condition of that id, or undefined. */
export const findCondition = (id: string): ConditionDefinition | undefined => WORKED.find((c) => c.id === id);

/** What may be repaired under that id: a fault, a condition, or a job on many faults at once; undefined for any other. */
export const findRepairable = (id: string): Pick<FaultDefinition, 'repair' | 'part' | 'behind'> | undefined => {
  const condition = findCondition(id);
  if (condition) return { ...condition, behind: condition.ask };
  return id === CARBURETTOR_JOB.id ? CARBURETTOR_JOB : findFault(id);
};

export {
  CARBURETTOR_CARD,
  CARBURETTOR_DEPTHS,
  CARBURETTOR_JOB,
  CARBURETTOR_STEPS,
  type CarburettorDepth,
  type CarburettorStep,
  type CarburettorWork,
  putInBy,
  staysAfter,
} from './carburettor.ts';
export { CONDITIONS, INTERACTIONS, WORKED } from './conditions.ts';
export * from './define.ts';
export { CONDITION_IDS, type ConditionId, FAULT_IDS, type FaultId } from './ids.ts';
export { type KnowledgeIssue, knowledgeIssues } from './knowledge.ts';
