import type { EngineWords, RunningState, Temperature } from '../engine/index.ts';
import type { FailureId } from '../machine/failures.ts';
import type { PartId, System } from '../machine/parts.ts';
import type { CautionId } from '../safety/cautions.ts';
import type { AccessId } from './access.ts';
import type { Accuracy } from './accuracy.ts';
import type { AssessContext, Assessment, Outcome } from './assessment.ts';
import type { Field, NumberField } from './field.ts';
import type { Reading } from './reading.ts';

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
      /** What is seen to go away; of several, whichever there is. */
      readonly failure: FailureId | readonly FailureId[];
      readonly same: Outcomes;
      readonly cures: readonly { readonly outcome: Outcomes; readonly of: 'same' | 'other' | 'any' }[];
      /** Chance that a true cure is seen as one. */
      readonly reliability: number;
    };

/** The state a check is made in before a machine goes back, and when in the order. */
export interface HandsBack {
  readonly rank: number;
  readonly condition: RunningState;
  readonly temperature: Temperature | null;
  /** Only where a part of that kind was repaired. */
  readonly after?: PartId;
}

/** An outcome after which nothing is cranked; those of which the last one must be none; or any but one after which it may be again. */
export type CrankingSafety<Outcomes extends string = string> =
  | { readonly unsafeAfter: Outcomes }
  | { readonly unsafeWhile: readonly Outcomes[] }
  | { readonly safeUnless: Outcomes };

export interface CheckDefinition {
  readonly id: string;
  /** Two letters that put it on the plate; unlike every other, and never beginning with o: OL is a reading. */
  readonly code: string;
  readonly title: string;
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
  readonly outcomes: readonly Outcome[];
  readonly combine: Combine;
  readonly fields: Readonly<Record<string, Field>>;
  /** Default class of the instrument its main figure is read on; null where nothing is measured. */
  readonly accuracy: Accuracy | null;
  /** The figure taken on each cylinder, for checks of all cylinders at once. */
  readonly each: NumberField | null;
  /** Made while cranking or running, it shows that the engine cranks or runs. Checks of the cranking circuit do not. */
  readonly impliesState: boolean;
  /** Outcome that means: what it was complained of shows. Worked out from the symptoms of whatever states no effect of its own. */
  readonly viaComplaint: string | null;
  /** Chance that a reading says nothing at all. */
  readonly grossErrorChance: number;
  /** Of gross errors, the share that say all is normal: what is there is overlooked more often than what is not there is seen. */
  readonly errorReadsNormal: number;
  /** The part itself lies before the eye: it is hardly misread, and what is found in the end outranks not having found it before. */
  readonly foundByEye: boolean;
  /** Something plain to see may be overlooked all the same. */
  readonly mayBeOverlooked: boolean;
  /** What is asked is what the engine does: symptoms are ticked, and each is a part of its own. */
  readonly takesSymptoms: boolean;
  /** A finding is of the place where it was seen. */
  readonly asksWhere: boolean;
  /** What stays as it should for so long proves something; null where its time says nothing [min]. */
  readonly lastsMin: number | null;
  /** Made on any machine before it goes back. */
  readonly handsBack: HandsBack | null;
  /** What it says of whether the engine may be cranked. */
  readonly cranking: CrankingSafety | null;
  /** Made before an engine that came to a dead stop is cranked again, and which one first. */
  readonly beforeCranking: number | null;
  /** It says nothing of a battery that is not charged. */
  readonly asksCharged: boolean;
  /** It tells how far the battery is charged. */
  readonly tellsCharge: boolean;
  /** Made with the engine running, it leaves it hot. */
  readonly warmsUp: boolean;
  /** An engine that starts and then dies in it was checked, and found wanting. */
  readonly mayDieInIt: boolean;
  /** What is seen where another check cannot be made: how an engine cranks that does not start, or that it does not crank. */
  readonly seenInstead: 'it-cranks' | 'it-does-not-crank' | null;
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
  /** Where things have to stand before anything is measured; null where nothing has to be worked out for it. */
  readonly prepare: ((context: AssessContext) => Pick<Assessment, 'quantities' | 'missing'>) | null;
  readonly assess: (reading: Reading, context: AssessContext) => Assessment;
}
