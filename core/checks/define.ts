import type { Symptom } from '../complaint/symptoms.ts';
import type { EngineFigures, EngineWords, RunningState, Temperature } from '../engine/index.ts';
import type { Rules } from '../house/rules.ts';
import type { ByFailure, FailureId } from '../machine/failures.ts';
import type { PartId, System } from '../machine/parts.ts';
import type { CautionId } from '../safety/cautions.ts';
import type { Dimension, Unit } from '../units/index.ts';
import type { AccessId } from './access.ts';
import type { Accuracy, NamedInstrument } from './accuracy.ts';

/** What a check can say, first the one a sound machine gives. */
export interface Outcome<Id extends string = string> {
  readonly id: Id;
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
export interface CheckPart<Place extends string = string, PlaceOutcome extends string = string> {
  readonly id: Place;
  readonly outcomes: readonly PlaceOutcome[];
}

export type Combine<Outcomes extends string = string, Order extends readonly Outcomes[] = readonly Outcomes[]> =
  /** Outcomes worsen in the order listed: the worst of the causes shows (noisy-MAX). */
  | { readonly kind: 'ordered' }
  /** Outcomes have no order of severity; the later in `order` hides the earlier. */
  | { readonly kind: 'dominance'; readonly order: Order }
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
      readonly same: Outcomes;
      readonly cures: readonly { readonly outcome: Outcomes; readonly of: 'same' | 'other' | 'any' }[];
      /** Chance that a true cure is seen as one. */
      readonly reliability: number;
    };

/** Which complaints a check shows gone: those named, those that come with heat, or whatever no other check is for. */
export interface ShowsGone<Outcomes extends string = string> {
  readonly outcome: Outcomes;
  readonly of: readonly Symptom[] | 'with-heat' | 'any-other';
  readonly temperature?: Temperature;
}

/** The state a check is made in before a machine goes back, and when in the order. */
export interface HandsBack {
  readonly rank: number;
  readonly condition: RunningState;
  readonly temperature: Temperature | null;
  /** Only where a part of that kind was repaired. */
  readonly after?: PartId;
}

/** An outcome after which nothing is cranked, or any but one after which it may be again. */
export type CrankingSafety<Outcomes extends string = string> =
  | { readonly unsafeAfter: Outcomes }
  | { readonly safeUnless: Outcomes };

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
  readonly access: readonly AccessId[];
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
  readonly via: ByFailure<Readonly<Record<string, number>>>;
  /** Outcome that means: what it was complained of shows. Worked out from the symptoms of whatever states no effect of its own. */
  readonly viaComplaint: string | null;
  /** The same on a single, where it differs: there is no other side to go on with. */
  readonly viaOnSingle: CheckDefinition['via'] | null;
  /** Chance that a reading says nothing at all. */
  readonly slip: number;
  /** The part itself lies before the eye: it is hardly misread, and what is found in the end outranks not having found it before. */
  readonly foundByEye: boolean;
  /** Something plain to see may be overlooked all the same. */
  readonly mayBeOverlooked: boolean;
  /** What is asked is what the engine does: symptoms are ticked, and each is a part of its own. */
  readonly takesSymptoms: boolean;
  /** A finding is of the place where it was seen. */
  readonly asksWhere: boolean;
  /** The outcome that shows a complaint gone, and which complaints it is the check for. */
  readonly showsGone: ShowsGone | null;
  /** Made on any machine before it goes back. */
  readonly handsBack: HandsBack | null;
  /** What it says of whether the engine may be cranked. */
  readonly cranking: CrankingSafety | null;
  /** Made before an engine that came to a dead stop is cranked again, and which one first. */
  readonly beforeCranking: number | null;
  /** Made with the engine running, it leaves it hot. */
  readonly warmsUp: boolean;
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

/** Every reading carries about this chance of saying nothing (house value, from memory). */
export const USUAL_SLIP = 0.02;
/** The part itself lies before the eye: water in a glass is no misreading. From trials: at 0.02 what was seen twice was doubted more than believed. */
const SEEN_SLIP = 0.005;

type Fields = CheckDefinition['fields'];

/** What may stand in a field after the door. */
type ValueOf<F extends Field> = F extends NumberField
  ? number | 'OL'
  : F extends ChoiceField
    ? string
    : F extends FlagField
      ? boolean
      : Readonly<Record<string, string>>;

/** A reading whose fields are those of its check: a misspelt one does not compile. */
export type ReadingOf<F extends Fields> = Omit<Reading, 'fields'> & {
  readonly fields: { readonly [K in keyof F]?: ValueOf<NonNullable<F[K]>> };
};

/** A check that the compiler knows by its words: ids, outcomes, states, fields, and the places it speaks of. */
export interface Check<
  Id extends string,
  Outcomes extends string,
  State extends RunningState,
  F extends Fields,
  Place extends string,
  PlaceOutcome extends string,
> extends CheckDefinition {
  readonly id: Id;
  readonly outcomes: readonly Outcome<Outcomes>[];
  readonly states: readonly State[];
  readonly fields: F;
  readonly partsOf: (engine: EngineWords) => readonly CheckPart<Place, PlaceOutcome>[];
}

type Free = Pick<CheckDefinition, 'code' | 'title' | 'todo' | 'system' | 'scope' | 'minutes'>;
type Defaulted = Pick<
  CheckDefinition,
  | 'unattendedMinutes'
  | 'temperatures'
  | 'access'
  | 'needs'
  | 'hazards'
  | 'cannotClear'
  | 'mayOnlyMean'
  | 'accuracy'
  | 'each'
  | 'impliesState'
  | 'slip'
  | 'foundByEye'
  | 'mayBeOverlooked'
  | 'takesSymptoms'
  | 'asksWhere'
  | 'handsBack'
  | 'beforeCranking'
  | 'warmsUp'
  | 'appliesTo'
  | 'needsOnlyStart'
  | 'asksSide'
  | 'proposed'
>;

/** What a check says of itself. */
export interface CheckSpec<
  Id extends string,
  Outcomes extends string,
  State extends RunningState,
  F extends Fields,
  Place extends string,
  PlaceOutcome extends string,
  Order extends readonly Outcomes[],
> extends Free,
    Partial<Defaulted> {
  readonly id: Id;
  readonly outcomes: readonly Outcome<Outcomes>[];
  readonly states: readonly State[];
  readonly offeredIn?: readonly NoInfer<State>[];
  readonly combine: Combine<NoInfer<Outcomes>, Order>;
  readonly fields?: F;
  readonly leak?: { readonly [O in NoInfer<Outcomes | PlaceOutcome>]?: number };
  readonly via?: ByFailure<{ readonly [O in NoInfer<Outcomes | PlaceOutcome>]?: number }>;
  readonly viaOnSingle?: ByFailure<{ readonly [O in NoInfer<Outcomes | PlaceOutcome>]?: number }>;
  readonly viaComplaint?: NoInfer<Outcomes>;
  readonly showsGone?: ShowsGone<NoInfer<Outcomes> | SymptomOutcome>;
  readonly cranking?: CrankingSafety<NoInfer<Outcomes>>;
  readonly partsOf?: (engine: EngineWords) => readonly CheckPart<Place, PlaceOutcome>[];
  readonly hopesFor?: readonly NoInfer<Place>[];
  readonly assess?: (reading: ReadingOf<F>, context: AssessContext) => Assessment;
  /** Puts what was found, in figures or plainly said, where it belongs: a finding of one place says nothing of the others. */
  readonly place?: (assessed: Assessment, reading: ReadingOf<F>, context: AssessContext) => Assessment;
}

/** What a check of symptoms comes to. */
export type SymptomOutcome = 'runs-clean' | 'symptoms';

/** An order that leaves an outcome out asks for it by name. */
type WholeOrder<Outcomes extends string, Order extends readonly string[]> = [Exclude<Outcomes, Order[number]>] extends [
  never,
]
  ? unknown
  : { readonly combine: { readonly kind: 'dominance'; readonly order: readonly [Exclude<Outcomes, Order[number]>] } };

/** A check with the usual answers filled in; figures are judged by the check's own `assess`, plain outcomes here. */
export function defineCheck<
  const Id extends string,
  const Outcomes extends string,
  const State extends RunningState,
  const F extends Fields = Record<never, never>,
  const Place extends string = '',
  const PlaceOutcome extends string = Outcomes,
  const Order extends readonly NoInfer<Outcomes>[] = readonly NoInfer<Outcomes>[],
>(
  spec: CheckSpec<Id, Outcomes, State, F, Place, PlaceOutcome, Order> & WholeOrder<Outcomes, Order>,
): Check<Id, Outcomes, State, F, Place, PlaceOutcome> {
  const { assess: own, place: placed, partsOf, fields, leak, via, viaOnSingle, foundByEye = false, ...rest } = spec;
  const judge = own as CheckDefinition['assess'] | undefined;
  const place = placed as ((assessed: Assessment, reading: Reading, context: AssessContext) => Assessment) | undefined;
  const whole = (): readonly CheckPart[] => [{ id: '', outcomes: spec.outcomes.map((o) => o.id) }];
  return {
    temperatures: [],
    offeredIn: null,
    unattendedMinutes: 0,
    access: [],
    needs: [],
    hazards: [],
    cannotClear: [],
    mayOnlyMean: [],
    accuracy: null,
    each: null,
    impliesState: true,
    viaComplaint: null,
    slip: foundByEye ? SEEN_SLIP : USUAL_SLIP,
    foundByEye,
    mayBeOverlooked: false,
    takesSymptoms: false,
    asksWhere: false,
    showsGone: null,
    handsBack: null,
    cranking: null,
    beforeCranking: null,
    warmsUp: false,
    appliesTo: () => true,
    needsOnlyStart: spec.combine.kind === 'cure',
    hopesFor: null,
    asksSide: null,
    proposed: true,
    ...rest,
    fields: (fields ?? {}) as F,
    leak: chances(leak),
    via: (via ?? {}) as CheckDefinition['via'],
    viaOnSingle: (viaOnSingle ?? null) as CheckDefinition['viaOnSingle'],
    partsOf: (partsOf ?? whole) as (engine: EngineWords) => readonly CheckPart<Place, PlaceOutcome>[],
    assess: (reading, context) => {
      const found = judged(reading, context);
      return place ? place(found, reading, context) : found;
    },
  };

  function judged(reading: Reading, context: AssessContext): Assessment {
    const figuresGiven = [reading.fields, reading.perCylinder, reading.perCylinderOutcome].some(
      (given) => Object.keys(given).length > 0,
    );
    if (judge && (figuresGiven || reading.symptoms !== null || reading.outcome === null)) {
      const assessed = judge(reading, context);
      if (reading.outcome === null) return assessed;
      // What was seen outranks what was computed; the figures stay as proof.
      const { outcome, weights, severity } = plainOutcome(spec.outcomes, reading.outcome);
      return { ...assessed, outcome, weights: { ...assessed.weights, ...weights }, severity, tooCloseToCall: false };
    }
    return plainOutcome(spec.outcomes, reading.outcome);
  }
}

const chances = (stated: Readonly<Record<string, number | undefined>> = {}) =>
  Object.fromEntries(Object.entries(stated).filter((entry): entry is [string, number] => entry[1] !== undefined));

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
export function outcomes<const Id extends string>(spec: Readonly<Record<Id, string>>): readonly Outcome<Id>[] {
  return (Object.entries(spec) as [Id, string][]).map(([id, label]) => ({ id, label }));
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
