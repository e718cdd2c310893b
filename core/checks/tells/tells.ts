import type { ByFailure } from '../../machine/failures.ts';
import type { CheckId, OutcomeOf, PlaceOutcomeOf } from '../index.ts';

/** What a check shows of what is wrong, as far as no fault says it itself; for the reasoner, and nothing a bench page needs. */
export interface Tells {
  /** Chance of each abnormal outcome with no fault in the catalogue behind it. */
  readonly leak: Readonly<Record<string, number>>;
  /** The same right after what it measures was set; null where setting it makes no difference. */
  readonly leakOnceAdjusted: Readonly<Record<string, number>> | null;
  /** How failures show in this check, by level of the failure. */
  readonly via: ByFailure<Readonly<Record<string, number>>>;
  /** The same on a single, where it differs: there is no other side to go on with. */
  readonly viaOnSingle: Tells['via'] | null;
  /** What it shows of a fault that grows worse, from the slightest to the worst; none where how bad a fault is does not decide it. */
  readonly worsens: readonly string[];
}

type Said<Id extends CheckId> = OutcomeOf<Id> | PlaceOutcomeOf<Id>;
type Chances<Word extends string> = { readonly [W in Word]?: number };

/** The same as it is written down: outcomes are those of the check. */
export type TellsByCheck = {
  readonly [Id in CheckId]?: {
    readonly leak?: Chances<Said<Id>>;
    readonly leakOnceAdjusted?: Chances<Said<Id>>;
    readonly via?: ByFailure<Chances<Said<Id>>>;
    readonly viaOnSingle?: ByFailure<Chances<Said<Id>>>;
    readonly worsens?: readonly Said<Id>[];
  };
};
