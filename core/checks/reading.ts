import type { RunningState, Temperature } from '../engine/index.ts';
import type { NamedInstrument } from './accuracy.ts';
import type { FieldValue } from './field.ts';

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
  /** Made on a booster: that it cranks then says nothing of the battery. */
  readonly onBooster: boolean;
  /** A speed in it was heard, and read on no tachometer: it may be an octave off. */
  readonly heard: boolean;
}
