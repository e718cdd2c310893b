import { type Band, bandWeights, byLimits } from '../measure/index.ts';
import { type Assessment, type ComputedQuantity, EMPTY_ASSESSMENT, heaviest, type Limit } from './assessment.ts';

/** A figure, what it can be off by, and what it is held against. */
export interface Judged {
  readonly value: number;
  /** What the instrument may be off by, same unit as the value. */
  readonly error: number;
  /** How far good machines of one kind lie apart, one standard deviation; left out means nothing is known of it. */
  readonly spread?: number;
  readonly bands: readonly Band[];
  /** Where it is sound; severity is 0 inside and grows outwards. */
  readonly sound: readonly [number, number];
  /** Where severity reaches 1 on each side; an infinite end never does. */
  readonly worst: readonly [number, number];
  readonly quantities: Readonly<Record<string, ComputedQuantity>>;
  readonly limits: readonly Limit[];
  /** What is accused once it is not sound. */
  readonly points?: readonly string[];
  readonly missing?: Assessment['missing'];
  readonly remarks?: readonly string[];
}

/**
 * How far outside of what is sound a figure lies: 0 inside, 1 at the worst and beyond, never falling on the way out.
 * @returns 0 .. 1
 */
export function severityOf(
  value: number,
  [low, high]: readonly [number, number],
  [worstLow, worstHigh]: readonly [number, number],
): number {
  const share = (away: number, whole: number) =>
    whole > 0 && Number.isFinite(whole) ? Math.min(1, away / whole) : away > 0 ? 1 : 0;
  if (value < low) return Number.isFinite(worstLow) ? share(low - value, low - worstLow) : 0;
  if (value > high) return Number.isFinite(worstHigh) ? share(value - high, worstHigh - high) : 0;
  return 0;
}

/** Judges one figure against bands: no cliff at a limit, and too close to call where limit and error overlap. */
export function judge(judged: Judged): Assessment {
  const { value, error, spread = 0, bands, sound, worst } = judged;
  const sigma = Math.max(1e-12, Math.hypot(error, spread));
  const weights = bandWeights(bands, value, sigma);
  const edges = bands.flatMap((band) => [band.from, band.to]).filter(Number.isFinite);
  const severity = severityOf(value, sound, worst);
  return {
    ...EMPTY_ASSESSMENT,
    outcome: heaviest(bandWeights(byLimits(bands), value, sigma)),
    weights: { '': weights },
    severity,
    tooCloseToCall: edges.some((edge) => Math.abs(value - edge) < error),
    quantities: judged.quantities,
    missing: judged.missing ?? [],
    limits: judged.limits,
    points: severity > 0 ? (judged.points ?? []) : [],
    remarks: judged.remarks ?? [],
  };
}
