import { type Assessment, checkOf, type Reading } from '../checks/index.ts';
import type { At } from './spec.ts';

/** A reading that stands: not struck, judged, numbered as in the record. */
export interface StandingReading {
  readonly event: number;
  readonly reading: Reading;
  readonly assessment: Assessment;
  /** Repairs made before it. */
  readonly epoch: number;
  readonly retest: boolean;
  /** The battery had been charged by then. */
  readonly charged: boolean;
  /** What it measures had been set by then. */
  readonly adjusted: boolean;
  /** Faults that a bypass went round then. */
  readonly bypassed: readonly string[];
}

/** How and when it was made, as far as that changes what may be seen. */
export const atOf = ({
  reading,
  charged,
  adjusted,
  bypassed,
}: Pick<StandingReading, 'reading' | 'charged' | 'adjusted' | 'bypassed'>): At => ({
  state: reading.condition,
  temperature: reading.temperature,
  ...(charged ? { charged } : {}),
  ...(adjusted ? { adjusted } : {}),
  ...(bypassed.length > 0 ? { bypassed } : {}),
});

/** Readings without the misses that a later find of the same search outranks, since the same repair. */
export const withoutOutrankedMisses = (readings: readonly StandingReading[]): readonly StandingReading[] =>
  readings.filter((miss, i) => {
    const check = checkOf(miss.reading.check);
    if (!check.foundByEye || miss.assessment.outcome !== check.outcomes[0]?.id) return true;
    return !readings.some(
      (find, k) =>
        k > i &&
        find.epoch === miss.epoch &&
        find.reading.check === miss.reading.check &&
        find.reading.cylinder === miss.reading.cylinder &&
        find.assessment.outcome !== null &&
        find.assessment.outcome !== miss.assessment.outcome,
    );
  });
