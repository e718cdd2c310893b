import type { PartId } from '../machine/parts.ts';
import type { Quantity } from '../units/index.ts';
import type { CarriedOver, PartFit, PartOrigin } from './kinds.ts';
import type { ReadingEvent } from './readReading.ts';

/** A part before it is fitted: what it is, what it reads on the bench, and whether it goes on. Its readings are its own. */
export interface PartCard {
  readonly part: PartId;
  readonly origin: PartOrigin;
  /** Of several like it, which one. */
  readonly name: string | null;
  /** Readings on the bench, each by the check that reads such a part once it is fitted. */
  readonly readings: readonly ReadingEvent[];
  readonly mounting: string | null;
  readonly leadLength: Quantity | null;
  readonly connector: string | null;
  readonly carriedOver: readonly CarriedOver[];
  /** In the shop's money. */
  readonly price: number | null;
  readonly fit: PartFit;
}
