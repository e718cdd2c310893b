import type { EngineWords, RunningState } from '../engine/index.ts';
import type { AssessContext, Assessment, Outcome } from './assessment.ts';
import type { CheckDefinition, CheckPart, Combine, CrankingSafety } from './definition.ts';
import type { ChoiceField, Field, FlagField, NumberField } from './field.ts';
import type { Reading } from './reading.ts';

export type Fields = CheckDefinition['fields'];

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

type Free = Pick<CheckDefinition, 'code' | 'title' | 'system' | 'scope' | 'minutes'>;

type Defaulted = Pick<
  CheckDefinition,
  | 'unattendedMinutes'
  | 'temperatures'
  | 'access'
  | 'needs'
  | 'hazards'
  | 'accuracy'
  | 'each'
  | 'impliesState'
  | 'grossErrorChance'
  | 'errorReadsNormal'
  | 'foundByEye'
  | 'mayBeOverlooked'
  | 'takesSymptoms'
  | 'asksWhere'
  | 'handsBack'
  | 'beforeCranking'
  | 'asksCharged'
  | 'tellsCharge'
  | 'warmsUp'
  | 'mayDieInIt'
  | 'seenInstead'
  | 'appliesTo'
  | 'needsOnlyStart'
  | 'asksSide'
  | 'proposed'
  | 'lastsMin'
  | 'prepare'
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
  readonly viaComplaint?: NoInfer<Outcomes>;
  readonly cranking?: CrankingSafety<NoInfer<Outcomes>>;
  readonly partsOf?: (engine: EngineWords) => readonly CheckPart<Place, PlaceOutcome>[];
  readonly hopesFor?: readonly NoInfer<Place>[];
  readonly assess?: (reading: ReadingOf<F>, context: AssessContext) => Assessment;
  /** Puts what was found, in figures or plainly said, where it belongs: a finding of one place says nothing of the others. */
  readonly place?: (assessed: Assessment, reading: ReadingOf<F>, context: AssessContext) => Assessment;
}

/** An order that leaves an outcome out asks for it by name. */
export type WholeOrder<Outcomes extends string, Order extends readonly string[]> = [
  Exclude<Outcomes, Order[number]>,
] extends [never]
  ? unknown
  : { readonly combine: { readonly kind: 'dominance'; readonly order: readonly [Exclude<Outcomes, Order[number]>] } };
