import type { EngineFigures, EngineWords, RunningState, Temperature } from '../engine/index.ts';
import type { Rules } from '../house/rules.ts';
import type { System } from '../machine/parts.ts';
import type { CautionId } from '../safety/cautions.ts';
import type { Dimension, Unit } from '../units/index.ts';
import type { Accuracy, NamedInstrument } from './accuracy.ts';

/** What a check can say, first the one a sound machine gives. */
export interface Outcome {
  readonly id: string;
  readonly label: string;
}

/** One box on the entry panel. Limits are what the quantity can be at all, in the inside unit of its dimension. */
export interface NumberField {
  readonly kind: 'number';
  readonly label: string;
  readonly dimension: Dimension;
  readonly min: number;
  readonly max: number;
  readonly habit: { readonly metric: Unit; readonly imperial: Unit };
  readonly required: boolean;
  readonly openLoop: boolean;
}
export interface ChoiceField {
  readonly kind: 'choice';
  readonly label: string;
  readonly choices: readonly string[];
  readonly required: boolean;
}
export interface FlagField {
  readonly kind: 'flag';
  readonly label: string;
}
/** One grade for each of several places, such as how loudly air is heard where. */
export interface PlacesField {
  readonly kind: 'places';
  readonly label: string;
  readonly places: readonly { readonly id: string; readonly label: string }[];
  readonly grades: readonly string[];
}
export type Field = NumberField | ChoiceField | FlagField | PlacesField;

/** A field's figure after the door: inside unit, `OL`, a choice, a yes/no, or a grade by place. */
export type FieldValue = number | 'OL' | string | boolean | Readonly<Record<string, string>>;

/** A reading past the door: known ids, inside units, nothing half-read. */
export interface Reading {
  readonly check: string;
  readonly cylinder: number | null;
  /** The side that what was seen of the whole machine points to; null where it points to none, or nobody said. */
  readonly side: number | null;
  readonly condition: RunningState;
  readonly temperature: Temperature | null;
  /** The plain outcome, where one was given in place of (or besides) figures. */
  readonly outcome: string | null;
  readonly fields: Readonly<Record<string, FieldValue>>;
  /** One figure per cylinder for checks that take all at once. */
  readonly perCylinder: Readonly<Record<number, number>>;
  /** A plain outcome per cylinder for the same checks. */
  readonly perCylinderOutcome: Readonly<Record<number, string>>;
  readonly where: string | null;
  readonly symptoms: readonly string[] | null;
  /** How fine the instrument is, where somebody said so. */
  readonly instrument: NamedInstrument | null;
}

export interface AssessContext {
  readonly engine: EngineWords;
  readonly figures: EngineFigures;
  readonly rules: Rules;
  /** Where it was taken; the shop's own height where it is not said. */
  readonly ambient: { readonly altitudeM?: number | undefined; readonly temperatureC?: number | undefined };
  /** The same check on the other cylinder, if taken since the last repair: twins are compared. */
  readonly twin?: Reading;
}

export interface ComputedQuantity {
  readonly value: number;
  readonly unit: string;
  readonly plusMinus?: number;
}

/** One limit held against a reading, with where it came from. */
export interface Limit {
  readonly name: string;
  readonly value: number;
  readonly unit: string;
  readonly source: string;
}

/**
 * What a reading says. `weights` is the likelihood of the reading under each outcome, per part of the check ('' where it has
 * only one): the reasoner takes these, so that a figure on the limit counts half for each side.
 */
export interface Assessment {
  /** Null: the reading cannot tell. */
  readonly outcome: string | null;
  readonly weights: Readonly<Record<string, Readonly<Record<string, number>>>>;
  /** 0 sound .. 1 as bad as it gets; null where there is nothing to grade. */
  readonly severity: number | null;
  readonly tooCloseToCall: boolean;
  readonly quantities: Readonly<Record<string, ComputedQuantity>>;
  readonly missing: readonly { readonly name: string; readonly reason: string }[];
  readonly limits: readonly Limit[];
  /** Parts the reading points at, in plain words. */
  readonly points: readonly string[];
  /** Machine-readable remarks; wording lives in `core/wording.ts`. */
  readonly remarks: readonly string[];
}

/** Parts a check speaks of at once: heat per cylinder, damage per place, one line per symptom. */
export interface CheckPart {
  readonly id: string;
  readonly outcomes: readonly string[];
}

/**
 * A failure is what several faults lead to and several checks can see: a cylinder that does not pull, a starter that does
 * not crank, an engine that does not run, too little or too much fuel, a cylinder that does not seal. A fault states how surely it leads there; a check states how it shows. Neither is said twice.
 */
export type FailureId = (typeof FAILURE_IDS)[number];
export const FAILURE_IDS = ['pull', 'crank', 'run', 'fuel', 'seal'] as const;

export type Combine =
  /** Outcomes worsen in the order listed: the worst of the causes shows (noisy-MAX). */
  | { readonly kind: 'ordered' }
  /** Outcomes have no order of severity; the later in `order` hides the earlier. */
  | { readonly kind: 'dominance'; readonly order: readonly string[] }
  /** One small variable for each place. */
  | { readonly kind: 'parts' }
  /** Chances of the abnormal outcomes worked out from all the causes present at once; faults still state that they touch it. */
  | {
      readonly kind: 'table';
      readonly chances: (
        present: readonly { readonly id: string; readonly cylinder: number | null }[],
        part: string,
        state: RunningState,
        temperature: Temperature | null,
      ) => Readonly<Record<string, number>>;
    }
  /** A failure goes away only if every cause of it is among those the check takes out. */
  | {
      readonly kind: 'cure';
      readonly failure: FailureId;
      readonly same: string;
      readonly cures: readonly { readonly outcome: string; readonly of: 'same' | 'other' | 'any' }[];
      /** Chance that a true cure is seen as one. */
      readonly reliability: number;
    };

export interface CheckDefinition {
  readonly id: string;
  /** Two letters that put it on the plate; unlike every other, and never beginning with o: OL is a reading. */
  readonly code: string;
  readonly title: string;
  readonly todo: string;
  readonly system: System;
  /** Made once on the machine, on one cylinder, or on all cylinders at once. */
  readonly scope: 'machine' | 'cylinder' | 'all-cylinders';
  /** Accepted running states, the usual one first. */
  readonly states: readonly RunningState[];
  /** Of these states, those the planner offers it in; null for all of them. */
  readonly offeredIn: readonly RunningState[] | null;
  /** The planner offers the check at each of these temperatures; empty where it makes no difference. */
  readonly temperatures: readonly Temperature[];
  /** Minutes that need the technician, access already open [min]. */
  readonly minutes: number;
  /** Minutes of waiting that need nobody; told apart, not counted against the check [min]. */
  readonly unattendedMinutes: number;
  readonly access: readonly string[];
  readonly needs: readonly string[];
  readonly hazards: readonly CautionId[];
  readonly cannotClear: readonly string[];
  /** What a failed result may only look like. */
  readonly mayOnlyMean: readonly string[];
  readonly outcomes: readonly Outcome[];
  readonly combine: Combine;
  readonly fields: Readonly<Record<string, Field>>;
  /** Default class of the instrument its main figure is read on; null where nothing is measured. */
  readonly accuracy: Accuracy | null;
  /** The figure taken on each cylinder, for checks of all cylinders at once. */
  readonly each: NumberField | null;
  /** Made while cranking or running, it shows that the engine cranks or runs. Checks of the cranking circuit do not. */
  readonly impliesState: boolean;
  /** Chance of each abnormal outcome with no fault in the catalogue behind it. */
  readonly leak: Readonly<Record<string, number>>;
  /** How failures show in this check, by level of the failure. */
  readonly via: Partial<Record<FailureId, Readonly<Record<string, Readonly<Record<string, number>>>>>>;
  /** Outcome that means: what it was complained of shows. Worked out from the symptoms of whatever states no effect of its own. */
  readonly viaComplaint: string | null;
  /** The same on a single, where it differs: there is no other side to go on with. */
  readonly viaOnSingle: CheckDefinition['via'] | null;
  /** Chance that a reading says nothing at all. */
  readonly slip: number;
  /** A search by eye: what is found in the end outranks not having found it before; the two do not contradict each other. */
  readonly findOutranksMiss: boolean;
  readonly partsOf: (engine: EngineWords) => readonly CheckPart[];
  readonly appliesTo: (engine: EngineWords) => boolean;
  /** Made while the engine is brought to that state, or to see whether it then comes there: that it starts is enough. */
  readonly needsOnlyStart: boolean;
  /** Of many parts, those a plan weighs one by one; null for all of them. */
  readonly hopesFor: readonly string[] | null;
  /** What is asked where a finding on the whole machine shows on one side: "Which barrel"; null where it never does. */
  readonly asksSide: string | null;
  /** Only proposed as a re-test or on request, never for what it would tell. */
  readonly proposed: boolean;
  readonly assess: (reading: Reading, context: AssessContext) => Assessment;
}

type Optional =
  | 'unattendedMinutes'
  | 'temperatures'
  | 'offeredIn'
  | 'access'
  | 'needs'
  | 'hazards'
  | 'cannotClear'
  | 'mayOnlyMean'
  | 'fields'
  | 'accuracy'
  | 'each'
  | 'impliesState'
  | 'leak'
  | 'via'
  | 'viaOnSingle'
  | 'viaComplaint'
  | 'slip'
  | 'findOutranksMiss'
  | 'partsOf'
  | 'appliesTo'
  | 'needsOnlyStart'
  | 'hopesFor'
  | 'asksSide'
  | 'proposed'
  | 'assess';

/** Every reading carries about this chance of saying nothing (house value, from memory). */
export const USUAL_SLIP = 0.02;
/** The part itself lies before the eye: water in a glass is no misreading. From trials: at 0.02 what was seen twice was doubted more than believed. */
export const SEEN_SLIP = 0.005;

/** A check with the usual answers filled in; figures are judged by the check's own `assess`, plain outcomes here. */
export function defineCheck(
  spec: Omit<CheckDefinition, Optional> & Partial<Pick<CheckDefinition, Optional>>,
): CheckDefinition {
  const own = spec.assess;
  return {
    temperatures: [],
    offeredIn: null,
    unattendedMinutes: 0,
    access: [],
    needs: [],
    hazards: [],
    cannotClear: [],
    mayOnlyMean: [],
    fields: {},
    accuracy: null,
    each: null,
    impliesState: true,
    leak: {},
    via: {},
    viaOnSingle: null,
    viaComplaint: null,
    slip: USUAL_SLIP,
    // Looking over something is easily done; seeing what is not there is not.
    findOutranksMiss: spec.slip === SEEN_SLIP,
    appliesTo: () => true,
    needsOnlyStart: spec.combine.kind === 'cure',
    hopesFor: null,
    asksSide: null,
    proposed: true,
    partsOf: () => [{ id: '', outcomes: spec.outcomes.map((o) => o.id) }],
    ...spec,
    assess: (reading, context) => {
      const figuresGiven = [reading.fields, reading.perCylinder, reading.perCylinderOutcome].some(
        (given) => Object.keys(given).length > 0,
      );
      if (own && (figuresGiven || reading.symptoms !== null || reading.outcome === null)) {
        const assessed = own(reading, context);
        if (reading.outcome === null) return assessed;
        // What was seen outranks what was computed; the figures stay as proof.
        const { outcome, weights, severity } = plainOutcome(spec.outcomes, reading.outcome);
        return { ...assessed, outcome, weights: { ...assessed.weights, ...weights }, severity, tooCloseToCall: false };
      }
      return plainOutcome(spec.outcomes, reading.outcome);
    },
  };
}

/** The assessment of a plain outcome: it counts for itself. */
export function plainOutcome(outcomes: readonly Outcome[], outcome: string | null): Assessment {
  const index = outcomes.findIndex((o) => o.id === outcome);
  return {
    ...EMPTY_ASSESSMENT,
    outcome,
    weights: outcome === null ? {} : { '': { [outcome]: 1 } },
    severity: index < 0 ? null : outcomes.length > 1 ? index / (outcomes.length - 1) : 0,
  };
}

/** Nothing known yet: spread from this. */
export const EMPTY_ASSESSMENT: Assessment = {
  outcome: null,
  weights: {},
  severity: null,
  tooCloseToCall: false,
  quantities: {},
  missing: [],
  limits: [],
  points: [],
  remarks: [],
};

/** Short form for outcome lists. */
export function outcomes(spec: Record<string, string>): Outcome[] {
  return Object.entries(spec).map(([id, label]) => ({ id, label }));
}

export function numberField(
  label: string,
  dimension: Dimension,
  [min, max]: readonly [number, number],
  [metric, imperial]: readonly [Unit, Unit],
  options: { required?: boolean; openLoop?: boolean } = {},
): NumberField {
  return {
    kind: 'number',
    label,
    dimension,
    min,
    max,
    habit: { metric, imperial },
    required: options.required ?? false,
    openLoop: options.openLoop ?? false,
  };
}

/** A rule as it is printed beside a verdict. */
export function limitOf(name: string, rules: Rules, key: keyof Rules): Limit {
  const { value, unit, source, note } = rules[key];
  return { name, value, unit, source: `${source}: ${note}` };
}

/** The outcome with the greatest weight, or null when nothing has any. */
export function heaviest(weights: Readonly<Record<string, number>>): string | null {
  let best: string | null = null;
  for (const [outcome, weight] of Object.entries(weights)) {
    if (weight > 0 && (best === null || weight > weights[best]!)) best = outcome;
  }
  return best;
}
