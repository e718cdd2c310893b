import type { Assessment } from '../checks/index.ts';
import { holds, type Need, type On } from '../faults/index.ts';
import type { StandingReading } from './standing.ts';

/** Cylinders a need speaks of for a fault on `cylinder`; null = the machine. */
export function neededOn(
  need: Need,
  perCylinderCheck: boolean,
  cylinder: number | null,
  cylinders: readonly number[],
): (number | null)[] {
  if (!perCylinderCheck) return [null];
  const on: On = need.on ?? 'same';
  if (on === 'same') return cylinder === null ? [...cylinders] : [cylinder];
  return on === 'other' ? cylinders.filter((c) => c !== cylinder) : [...cylinders];
}

const placeIn = ({ part }: Need, faultCylinder: number | null) => part?.replace('[c]', String(faultCylinder));

/** Whether a standing reading looked where and when a need looks, whatever it found. */
export function looksFor(
  need: Need,
  { reading, assessment, charged }: StandingReading,
  target: number | null,
  faultCylinder: number | null,
): boolean {
  const place = placeIn(need, faultCylinder);
  return (
    reading.check === need.check &&
    (charged || need.onceCharged !== true) &&
    reading.cylinder === target &&
    holds(need.when, reading.condition, reading.temperature) &&
    (place === undefined || assessment.weights[place] !== undefined)
  );
}

/** Whether a standing reading is what a need asks for. */
export function meets(
  need: Need,
  standing: StandingReading,
  target: number | null,
  faultCylinder: number | null,
): boolean {
  if (!looksFor(need, standing, target, faultCylinder)) return false;
  const { assessment } = standing;
  const place = placeIn(need, faultCylinder);
  if (place !== undefined) {
    const weights = assessment.weights[place]!;
    return need.outcomes.reduce((sum, o) => sum + (weights[o] ?? 0), 0) > PLAINLY;
  }
  // A reading without a verdict may still leave no doubt: next to nothing on a gauge, release fitted or not.
  if (assessment.outcome === null) return isBeyondDoubt(assessment, need.outcomes);
  if (!need.outcomes.includes(assessment.outcome)) return false;
  return !assessment.tooCloseToCall || isBeyondDoubt(assessment, need.outcomes);
}

/** At one place of several, a finding this much likelier than not is no reading at its limit. */
const PLAINLY = 0.75;
/** Worn or bad may be too close to call, and yet either is what is asked for. */
const BEYOND_DOUBT = 0.9;

function isBeyondDoubt({ weights }: Assessment, outcomes: readonly string[]): boolean {
  if (weights['']) return shareOf(weights[''], outcomes) > BEYOND_DOUBT;
  // Said of all places at once, it holds at each: a blade's width from a limit on one of two valves is in limits still.
  const places = Object.values(weights);
  return places.length > 0 && places.every((own) => shareOf(own, outcomes) > PLAINLY);
}

function shareOf(weights: Readonly<Record<string, number>>, outcomes: readonly string[]): number {
  const own = Object.entries(weights);
  const whole = own.reduce((sum, [, w]) => sum + w, 0);
  return whole > 0 ? own.reduce((sum, [o, w]) => (outcomes.includes(o) ? sum + w : sum), 0) / whole : 0;
}
