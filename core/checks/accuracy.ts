/** What an instrument may be off by: a share of the reading and a fixed part, in the inside unit of the figure it reads. */
export interface Accuracy {
  /** [% of the reading] */
  readonly percent: number;
  /** Resolution, reading by eye and zero error together [inside unit of the figure]. */
  readonly floor: number;
}

/** An instrument as it was named with a reading; what it does not say is taken from the default class of the check. */
export interface NamedInstrument {
  readonly classPercent: number | null;
  /** [inside unit of the figure] */
  readonly resolution: number | null;
}

/** A reading as far as it says what it was read on. */
interface Instrumented {
  readonly instrument: NamedInstrument | null;
}

/** Shop multimeter on volts: half a percent and a digit [P]. */
export const VOLTMETER: Accuracy = { percent: 0.5, floor: 0.01 };
/** Shop multimeter on ohms: one percent, and what its leads leave [P]. */
export const OHMMETER: Accuracy = { percent: 1, floor: 0.2 };

/** The class a figure is judged by: the instrument's own where it was named, else the default. */
export function accuracyOf({ instrument }: Instrumented, byDefault: Accuracy): Accuracy {
  return {
    percent: instrument?.classPercent ?? byDefault.percent,
    floor: instrument?.resolution ?? byDefault.floor,
  };
}

/** What a figure may be off by, in its own unit. */
export function errorOf(reading: Instrumented, byDefault: Accuracy, value: number): number {
  const { percent, floor } = accuracyOf(reading, byDefault);
  return (percent / 100) * Math.abs(value) + floor;
}
