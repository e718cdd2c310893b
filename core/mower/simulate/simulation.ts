import type { Random } from '../../chance/random.ts';
import type { CheckId, OutcomeOf } from '../../checks/index.ts';
import type { Symptom } from '../../complaint/symptoms.ts';
import type { RunningState, Temperature } from '../../engine/index.ts';
import type { CylinderState, Mower } from '../machine.ts';
import { RPM } from '../run.ts';
import type { View } from '../tell.ts';

export interface Asked {
  readonly check: string;
  readonly cylinder: number | null;
  readonly condition: RunningState;
  readonly temperature: Temperature | null;
}

export type Quantity = { readonly value: number; readonly unit: string } | 'OL';
/** A reading as it would be typed, for the same door as any other. */
export type SimulatedReading = Readonly<Record<string, unknown>>;
export type Figures = {
  readonly value?: Quantity;
  readonly fields?: Readonly<Record<string, Quantity | string | boolean | Readonly<Record<string, string>>>>;
};
/** What is found: an outcome in its own words, figures, or both with where it was seen. */
export type Found<Outcome extends string = string> =
  | Outcome
  | Figures
  | { readonly readings: Readonly<Record<string, Quantity>>; readonly fields?: Readonly<Record<string, Quantity>> }
  | { readonly outcome: Outcome; readonly where: string }
  | { readonly outcome: Outcome; readonly cylinder: number }
  | { readonly symptoms: readonly Symptom[] }
  /** One after another along a line. */
  | readonly Figures[];

/** What each check shows, worked out from the machine as it is: the compiler asks for every check of the catalogue. */
export type Shows = { readonly [Id in CheckId]: (t: Simulation) => Found<OutcomeOf<Id>> };

export interface Simulation {
  readonly view: View;
  readonly m: Mower;
  readonly asked: Asked;
  /** Index of the cylinder asked for. */
  readonly i: number;
  readonly hot: boolean;
  readonly chance: Random;
  /** What is judged without an instrument, as it is taken for: at a border now the one word, now the other. */
  readonly judged: (value: number) => number;
  /** A figure as an instrument of that class shows it, a share of the reading, and its last digit. */
  readonly shown: (value: number, share: number, digit: number) => number;
}

export const of = (value: number | 'OL', unit: string): Quantity => (value === 'OL' ? value : { value, unit });
export const one = (value: number | 'OL', unit: string): Figures => ({ value: of(value, unit) });
/** An outcome seen on the first cylinder of which that holds. */
export const on = <const Outcome extends string>(
  m: Mower,
  outcome: Outcome,
  holds: (c: CylinderState, i: number) => boolean,
) => ({
  outcome,
  cylinder: m.cylinders.findIndex(holds) + 1,
});
export const yes = <const Good extends string, const Bad extends string>(
  test: boolean,
  good: Good,
  bad: Bad,
): Good | Bad => (test ? good : bad);

/** Of the leads of a meter, which stand in every reading, and how they differ from one to the next [ohm] [P: 0.1 to 0.4]. */
const LEADS_OHM = 0.2;
const LEADS_DIFFER_OHM = 0.05;

/** The ohms a meter shows, its leads with them, or OL. */
export function ohms(t: Simulation, value: number): Quantity {
  if (!Number.isFinite(value)) return of('OL', 'ohm');
  const withLeads = value + LEADS_OHM + LEADS_DIFFER_OHM * t.m.instruments.ohms;
  return of(t.shown(withLeads, 0.01, value < 200 ? 0.1 : 10), 'ohm');
}

export const strengthOf = (view: View, state: RunningState, hot: boolean) => view.going(state, hot).strength;

/** The weakest side, where one is plainly weaker. */
export const weakSide = (strength: readonly number[]) => {
  if (strength.length < 2) return strength[0]! < 0.5 ? 0 : null;
  const least = strength.indexOf(Math.min(...strength));
  return strength[least]! < 0.7 * Math.max(...strength) ? least : null;
};

/** Speed at that state; one it does not hold it is revved up to. */
export const speedIn = (view: View, state: RunningState, hot: boolean) =>
  state === 'cranking' ? (view.turned(hot).run?.rpm ?? 0) : view.going(state, hot).rpm || RPM[state]!;

/** Whether what is weak changes sides with what was swapped. */
export function follows<const Moved extends string>(
  before: View,
  after: View,
  state: RunningState,
  hot: boolean,
  moved: Moved,
): Found<Moved | 'stays'> {
  const was = weakSide(strengthOf(before, state, hot));
  const is = weakSide(strengthOf(after, state, hot));
  return was !== null && is !== null && was !== is ? { outcome: moved, cylinder: was + 1 } : 'stays';
}
