import type { CaseHead, CloseKind, JobEvent, PartCard, RepairStep } from '../casefile/index.ts';
import type { AccessPlan, CheckDefinition } from '../checks/index.ts';
import type { EngineKnown } from '../engine/index.ts';
import type { HousePractice } from '../house/house.ts';
import type { Belief } from '../reason/belief.ts';
import type { Catalogue } from '../reason/catalogue/instances.ts';
import type { Infeasible } from '../reason/infeasible.ts';
import type { Network } from '../reason/network.ts';
import type { Planner } from '../reason/planner.ts';
import type { RepairOperator } from '../reason/repair.ts';
import type { StandingReading } from '../reason/standing.ts';
import type { Beside } from './beside.ts';

export interface BenchOptions {
  /** The shop's own weights, by fault id. */
  readonly weights?: Readonly<Record<string, number>>;
}

/** A repair that was made, numbered as in the record. */
export interface MadeRepair {
  readonly event: number;
  /** `spark.coil-open[2]`. */
  readonly key: string;
  readonly step: RepairStep;
}

/** What was read up to a repair, and what the repair did to belief: enough to believe it all again over more hypotheses. */
export interface Epoch {
  readonly groups: Belief['groups'];
  readonly operator: RepairOperator;
}

/**
 * One job as far as its record goes: what is believed, what stands, what is open. A pure value; `advance` makes the next one.
 * Events are numbered from 1; 0 is the complaint.
 */
export interface Bench {
  /** The job as it was opened. */
  readonly given: CaseHead;
  /** The same with what was learnt of the engine since: its words from the first event on, for what cannot be on it never could; its figures as of now. */
  readonly head: CaseHead;
  /** What the next reading is judged by. */
  readonly known: EngineKnown;
  /** What each reading was judged by, by event, where that was not what the job was opened with. */
  readonly judgedBy: ReadonlyMap<number, EngineKnown>;
  readonly options: BenchOptions;
  readonly practice: HousePractice;
  readonly catalogue: Catalogue;
  /** How this machine is opened, as far as that is known by now. */
  readonly access: AccessPlan;
  /** Worked out when the first plan is asked for: the ridge of a job just opened does not wait for it. */
  readonly planner: () => Planner;
  readonly network: Network;
  /** The network without sets of three, from which a replay begins. */
  readonly base: Network;
  readonly belief: Belief;
  /** Those that a repair has ended. */
  readonly epochs: readonly Epoch[];
  readonly triples: readonly (readonly [number, number, number])[];
  /** The record as it stands: a struck event is null, a corrected one is its replacement. */
  readonly standing: readonly (JobEvent | null)[];
  /** Every event as it was printed. */
  readonly printed: readonly JobEvent[];
  readonly readings: readonly StandingReading[];
  readonly repairs: readonly MadeRepair[];
  /** Parts that lie on the bench, with the event of each; what they read is not the engine's. */
  readonly parts: readonly { readonly event: number; readonly card: PartCard }[];
  /** Checks that could not be made, with the repairs made before. */
  readonly notPerformed: readonly Infeasible[];
  /** Steps of a condition's work that were done. */
  readonly works: readonly (Extract<JobEvent, { kind: 'work' }> & { readonly event: number })[];
  /** What stands by itself until somebody looks. */
  readonly setUps: readonly { readonly event: number; readonly check: string }[];
  /** What was written down beside the tracing, as it stands. */
  readonly beside: Beside;
  readonly letIn: readonly (Extract<JobEvent, { kind: 'letIn' }> & { readonly event: number })[];
  /** Conditions whose work was passed over, with the reason. */
  readonly waived: readonly (Extract<JobEvent, { kind: 'waived' }> & { readonly event: number })[];
  readonly open: ReadonlySet<string>;
  readonly hot: boolean;
  readonly hasRun: boolean;
  readonly lastCylinder: number | null;
  readonly closed: { readonly event: number; readonly kind: CloseKind; readonly note: string | null } | null;
}

/** Repairs so far: each begins a new record of readings. A bypass proves the point, repairs nothing and begins none. */
export function epochOf({ repairs }: Pick<Bench, 'repairs'>): number {
  return repairs.filter((r) => r.step.action !== 'bypassed').length;
}

/** Whether the house makes that check at all: it owns what the check needs, and does not leave it out. */
export const houseMakes = (
  { house }: Pick<CaseHead, 'house'>,
  { leavesOut }: HousePractice,
  check: Pick<CheckDefinition, 'id' | 'needs'>,
): boolean => !leavesOut.has(check.id) && !check.needs.some((need) => house.lacking.includes(need));

/** Symptoms the customer told, or a run showed, before any repair; after one, that they are there still is news. */
export const toldAlready = (bench: Bench): ReadonlySet<string> =>
  epochOf(bench) > 0
    ? new Set()
    : new Set([...bench.head.complaint, ...bench.readings.flatMap((r) => r.reading.symptoms ?? [])]);
