import type { EngineWords, RunningState } from '../engine/index.ts';
import { type AssessContext, type Assessment, plainOutcome } from './assessment.ts';
import type { CheckDefinition, CheckPart } from './definition.ts';
import type { Reading } from './reading.ts';
import type { Check, CheckSpec, Fields, WholeOrder } from './spec.ts';

/** Every reading carries about this chance of saying nothing (house value, from memory). */
export const USUAL_ERROR_CHANCE = 0.02;
/** The part itself lies before the eye: water in a glass is no misreading. From trials: at 0.02 what was seen twice was doubted more than believed. */
const SEEN_ERROR_CHANCE = 0.005;
/** What reads wrong mostly reads normal: a lead not touched, a stain not noticed; by eye what is not there is hardly ever seen [M]. */
const USUALLY_READS_NORMAL = 0.7;
const SEEN_READS_NORMAL = 0.97;

/** Where a figure alone tells nothing, it says so. */
const saysWhy = (assessed: Assessment): Assessment =>
  assessed.outcome !== null ||
  [assessed.weights, assessed.missing, assessed.remarks].some((all) => Object.keys(all).length > 0)
    ? assessed
    : { ...assessed, missing: [{ name: 'outcome', reason: 'The figure alone does not tell: say what was seen.' }] };

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
  const { assess: own, place: placed, partsOf, fields, foundByEye = false, ...rest } = spec;
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
    accuracy: null,
    each: null,
    impliesState: true,
    viaComplaint: null,
    grossErrorChance: foundByEye ? SEEN_ERROR_CHANCE : USUAL_ERROR_CHANCE,
    errorReadsNormal: foundByEye ? SEEN_READS_NORMAL : USUALLY_READS_NORMAL,
    foundByEye,
    mayBeOverlooked: false,
    takesSymptoms: false,
    asksWhere: false,
    lastsMin: null,
    prepare: null,
    handsBack: null,
    cranking: null,
    beforeCranking: null,
    asksCharged: false,
    tellsCharge: false,
    warmsUp: false,
    mayDieInIt: false,
    seenInstead: null,
    appliesTo: () => true,
    needsOnlyStart: spec.combine.kind === 'cure',
    hopesFor: null,
    asksSide: null,
    proposed: true,
    ...rest,
    fields: (fields ?? {}) as F,
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
      if (reading.outcome === null) return saysWhy(assessed);
      // What was seen outranks what was computed; the figures stay as proof.
      const { outcome, weights, severity } = plainOutcome(spec.outcomes, reading.outcome);
      return { ...assessed, outcome, weights: { ...assessed.weights, ...weights }, severity, tooCloseToCall: false };
    }
    return plainOutcome(spec.outcomes, reading.outcome);
  }
}
