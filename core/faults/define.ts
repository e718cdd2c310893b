import type { AccessId, CheckId, OutcomeOf, PlaceOf, PlaceOutcomeOf } from '../checks/index.ts';
import type { HistoryFlag } from '../complaint/history.ts';
import type { Symptom } from '../complaint/symptoms.ts';
import type { EngineWords, RepairAction, RunningState, Temperature } from '../engine/index.ts';
import type { FailureId, FailureLevel } from '../machine/failures.ts';
import type { PartId } from '../machine/parts.ts';
import type { ConditionId, FaultId } from './ids.ts';

/** When an effect holds; left out means always. */
export interface When {
  readonly states?: readonly RunningState[];
  readonly temperatures?: readonly Temperature[];
  /** Only for as long as the battery was not charged: of what empties it. */
  readonly untilCharged?: true;
}

/** Which cylinder a per-cylinder fault acts on: its own, the others, or all. */
export type On = 'same' | 'other' | 'every';

/** What a fault does to one check: the chance of each abnormal outcome; the rest is the normal one. */
export interface Effect {
  readonly check: string;
  readonly outcomes: Readonly<Record<string, number>>;
  readonly when?: When;
  readonly on?: On;
  /** Place within a check of several parts. */
  readonly part?: string;
  /**
   * Chance that this check can see the fault at all on this machine; shared by all its conditions, so that three good
   * flashes of a tester that is blind to the leak are not three witnesses. Left out means always.
   */
  readonly seen?: number;
}

/** How surely a fault leads to a failure, by level. First entry whose `when` fits counts. */
export interface FailureEffect {
  readonly failure: FailureId;
  readonly levels: Readonly<Record<string, number>>;
  readonly when?: When;
  readonly on?: On;
}

/** One finding a settling rule asks for. */
export interface Need {
  readonly check: string;
  readonly outcomes: readonly string[];
  readonly when?: When;
  readonly on?: On;
  readonly part?: string;
  /** Only on a battery that was charged in this job: emptied far enough, a sound one reads the same. */
  readonly onceCharged?: true;
}

export interface RepairDefinition {
  readonly action: RepairAction;
  readonly minutes: number;
  readonly access: readonly AccessId[];
  /** Check to repeat afterwards, besides the complaint itself. */
  readonly retest: CheckId;
  /** What such work can put in: chance per repair. */
  readonly leaves: readonly Leaves[];
  /** What the parts for it cost, from and to, in the shop's money; invented, adjustable. Left out where it takes none. */
  readonly partsBand?: readonly [number, number];
}

export interface Leaves {
  readonly fault: FaultId;
  readonly on?: On;
  readonly chance: number;
}

/** A repair in one line: what is done, minutes once it is reached, what must be open, the check to repeat, parts, what it can put in. */
export const fix = (
  action: RepairAction,
  minutes: number,
  access: readonly AccessId[],
  retest: CheckId,
  partsBand?: readonly [number, number],
  leaves: readonly Leaves[] = [],
): RepairDefinition => ({ action, minutes, access, retest, leaves, ...(partsBand ? { partsBand } : {}) });

/** Whether one and the same work cures both: which of them it was, the new part does not ask. */
export const sameRepair = (a: Pick<FaultDefinition, 'sameWork'>, b: Pick<FaultDefinition, 'sameWork'>): boolean =>
  a.sameWork !== null && a.sameWork === b.sameWork;

/** A fault as it is on some of the machines with it, where that is another thing: share of the machines with it, and what replaces what is said of the others. */
export interface Otherwise {
  readonly share: number;
  readonly symptoms: Partial<Record<Symptom, number>>;
  readonly failures: readonly FailureEffect[];
  readonly effects: readonly Effect[];
}

export interface FaultDefinition {
  readonly id: FaultId;
  readonly title: string;
  readonly part: PartId;
  readonly perCylinder: boolean;
  /** 1 rare .. 10 common. */
  readonly weight: number;
  readonly appliesTo: (engine: EngineWords) => boolean;
  readonly history: Partial<Record<HistoryFlag, number>>;
  /** Odds factor of the kind of engine: gravity feed makes a leaking needle matter. */
  readonly engineFactor: (engine: EngineWords) => number;
  /** Odds factor per hundred hours beyond the first, e.g. 1.1. */
  readonly perHundredHours: number;
  /** Odds factor when stored three months and more. */
  readonly stored: number;
  /** Chance that the fault shows itself on a given day; shared by the conditions of one check. */
  readonly showsToday: number;
  readonly symptoms: Partial<Record<Symptom, number>>;
  readonly failures: readonly FailureEffect[];
  readonly effects: readonly Effect[];
  /** What it is on some of the machines with it, where that is another thing and not less of the same: sheared in part, one valve alone. */
  readonly otherwise: Otherwise | null;
  /** Cure checks that take this fault out of the circuit. */
  readonly curedBy: readonly { readonly check: CheckId; readonly on?: On }[];
  /** Any rule settles; within a rule all findings are needed. */
  readonly confirmedBy: readonly (readonly Need[])[];
  /** The same on a single, where it differs. */
  readonly confirmedOnSingle: readonly (readonly Need[])[] | null;
  readonly repair: RepairDefinition;
  /** Faults that name the same work here are cured by it together: a new coil, whatever ailed the old. */
  readonly sameWork: string | null;
  /** Its repair leaves a charged battery. */
  readonly leavesCharged: boolean;
  /** What to look at behind the part that failed, and the preventive step. */
  readonly behind: string | null;
  readonly endsInDecision: boolean;
}

/** A state with causes of its own; a job is not closed on it alone. */
export interface ConditionDefinition {
  readonly id: ConditionId;
  readonly title: string;
  readonly part: PartId;
  readonly appliesTo: (engine: EngineWords) => boolean;
  /** Chance of the state with none of its causes. */
  readonly leak: number;
  /** Chance that each cause brings the state about (noisy-OR). */
  readonly causes: readonly { readonly fault: FaultId; readonly chance: number }[];
  readonly symptoms: Partial<Record<Symptom, number>>;
  readonly failures: readonly FailureEffect[];
  readonly effects: readonly Effect[];
  readonly ask: string;
  readonly repair: RepairDefinition;
  /** What shows it to the eye: once seen, its work is due whatever is believed later. */
  readonly seenAs: readonly { readonly check: CheckId; readonly outcomes: readonly string[] }[];
  /** What has to be done, in order, each before the engine is cranked, before it runs, or before the machine leaves. */
  readonly work: readonly WorkStep[];
  /** Checks that follow that work, on each cylinder where they are made on one. */
  readonly proofs: readonly CheckId[];
  /** Of these, those that come before it runs under load. */
  readonly beforeLoad?: readonly CheckId[];
  /** The work of this other condition does as much: nothing is asked for twice. */
  readonly within?: ConditionId;
  /** Ways in which it came about that are no fault of the catalogue, with what keeps it from coming again. */
  readonly waysIn: readonly WayIn[];
}

/** The point that a step of work stands before. */
export const GATES = ['cranking', 'running', 'loading', 'leaving'] as const;
export type Gate = (typeof GATES)[number];

export interface WorkStep {
  readonly id: string;
  readonly label: string;
  readonly before: Gate;
  /** How much is asked of the engine sheet. */
  readonly litres?: 'oilLitres';
  /** Agreed now and done later: its day is asked for. */
  readonly later?: true;
}

export interface WayIn {
  readonly id: string;
  readonly label: string;
  readonly prevents: string;
}

/** Two faults that together do what neither does alone; replaces their own effects on that check. */
export interface Interaction {
  readonly faults: readonly [FaultId, FaultId];
  readonly check: CheckId;
  readonly outcomes: Readonly<Record<string, number>>;
  /** What is complained of besides, because it is both. */
  readonly symptoms?: Partial<Record<Symptom, number>>;
}

type SaidOf<Id extends CheckId> = OutcomeOf<Id> | PlaceOutcomeOf<Id>;
type Chances<Word extends string> = { readonly [W in Word]?: number };
type Stated<Wide, Own> = Omit<Wide, keyof Own> & Own;

/** An effect as it is written down: outcomes and places are those of the check it names. */
export type EffectSpec = {
  [Id in CheckId]: Stated<
    Effect,
    { readonly check: Id; readonly outcomes: Chances<SaidOf<Id>>; readonly part?: PlaceOf<Id> }
  >;
}[CheckId];
/** What shows a condition, as it is written down. */
type SeenAsSpec = { [Id in CheckId]: { readonly check: Id; readonly outcomes: readonly OutcomeOf<Id>[] } }[CheckId];
/** A need as it is written down. */
export type NeedSpec = {
  [Id in CheckId]: Stated<
    Need,
    { readonly check: Id; readonly outcomes: readonly SaidOf<Id>[]; readonly part?: PlaceOf<Id> }
  >;
}[CheckId];
/** What a failure comes to, level by level. */
export type FailureSpec = {
  [F in FailureId]: Stated<FailureEffect, { readonly failure: F; readonly levels: Chances<FailureLevel<F>> }>;
}[FailureId];
export type InteractionSpec = {
  [Id in CheckId]: Stated<Interaction, { readonly check: Id; readonly outcomes: Chances<SaidOf<Id>> }>;
}[CheckId];

type Optional =
  | 'perCylinder'
  | 'appliesTo'
  | 'history'
  | 'engineFactor'
  | 'perHundredHours'
  | 'stored'
  | 'showsToday'
  | 'symptoms'
  | 'failures'
  | 'effects'
  | 'otherwise'
  | 'curedBy'
  | 'confirmedOnSingle'
  | 'sameWork'
  | 'leavesCharged'
  | 'behind'
  | 'endsInDecision';

interface Knowledge {
  readonly failures?: readonly FailureSpec[];
  readonly effects?: readonly EffectSpec[];
  readonly otherwise?: Pick<Otherwise, 'share' | 'symptoms'> & {
    readonly failures: readonly FailureSpec[];
    readonly effects: readonly EffectSpec[];
  };
  readonly confirmedBy: readonly (readonly NeedSpec[])[];
  readonly confirmedOnSingle?: readonly (readonly NeedSpec[])[];
}

/** What a fault says of itself. */
export type FaultSpec<Id extends FaultId> = Omit<FaultDefinition, Optional | keyof Knowledge | 'id'> &
  Partial<Pick<FaultDefinition, Exclude<Optional, keyof Knowledge>>> &
  Knowledge & { readonly id: Id };

/** A condition, held to the checks and faults it names. */
export function defineCondition(
  spec: Omit<ConditionDefinition, 'effects' | 'failures' | 'seenAs'> & {
    readonly seenAs: readonly SeenAsSpec[];
    readonly failures: readonly FailureSpec[];
    readonly effects: readonly EffectSpec[];
  },
): ConditionDefinition {
  const { effects, failures, seenAs, ...rest } = spec;
  return {
    ...rest,
    seenAs: seenAs as ConditionDefinition['seenAs'],
    effects: effects as readonly Effect[],
    failures: failures as readonly FailureEffect[],
  };
}

export const defineInteraction = (spec: InteractionSpec): Interaction => spec as Interaction;

/** Whether `when` holds in that state and temperature; an unstated temperature fits only effects that hold at any. */
export function holds(when: When | undefined, state: RunningState, temperature: Temperature | null): boolean {
  if (when?.states && !when.states.includes(state)) return false;
  if (when?.temperatures) return temperature !== null && when.temperatures.includes(temperature);
  return true;
}
