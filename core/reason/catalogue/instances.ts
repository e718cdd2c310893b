import type { CheckDefinition } from '../../checks/index.ts';
import type { Tells } from '../../checks/tells/index.ts';
import type { EngineWords } from '../../engine/index.ts';
import type { ConditionDefinition, FaultDefinition } from '../../faults/index.ts';
import type { NetworkSpec } from '../spec.ts';

/** A fault or condition of this engine, cylinder named. */
export interface CauseInstance {
  readonly key: string;
  readonly id: string;
  readonly cylinder: number | null;
  readonly definition: FaultDefinition | ConditionDefinition;
}

/** A fault as it may be: at one of its levels, or as it is where it has none. */
export interface FaultCause extends CauseInstance {
  readonly definition: FaultDefinition;
  /** Number of the fault among the faults of the catalogue. */
  readonly fault: number;
  /** Of machines with the fault. */
  readonly share: number;
}

/** A check of this engine, cylinder named. */
export interface CheckInstance {
  readonly key: string;
  readonly check: CheckDefinition;
  /** What it tells on this engine. */
  readonly tells: Tells;
  readonly cylinder: number | null;
}

/** The catalogue as it applies to one engine. */
export interface Catalogue {
  readonly engine: EngineWords;
  readonly faults: readonly (CauseInstance & { definition: FaultDefinition })[];
  /** The faults of the network: each fault at each of its levels. */
  readonly causes: readonly FaultCause[];
  /** Of each fault, the numbers of its causes. */
  readonly causesOf: readonly (readonly number[])[];
  readonly conditions: readonly (CauseInstance & { definition: ConditionDefinition })[];
  readonly checks: readonly CheckInstance[];
  readonly network: NetworkSpec;
}

export const COMPLAINT = 'complaint';
export const IMPLIED_CRANKS = 'implied.cranks';
export const IMPLIED_RUNS = 'implied.runs';
/** What the customer told was seen on the bench as well: something is wrong. */
export const IMPLIED_TROUBLE = 'implied.trouble';
