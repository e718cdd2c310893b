import { checkOf } from '../checks/index.ts';
import { assessingContext } from './assessing.ts';
import { isSameAgain } from './readingTaken.ts';
import type { Bench } from './state.ts';

/** A reading that would say something else by what is known of the engine now. It stands as it was judged until it is taken again. */
export interface JudgedOtherwise {
  readonly event: number;
  /** Null: it could not tell. */
  readonly was: string | null;
  readonly would: string | null;
}

/** Readings whose verdict was another, had the engine been known as it is now, and that were not read again since. */
export function judgedOtherwise({ readings, judgedBy, given, known, head }: Bench): JudgedOtherwise[] {
  if (known === given) return [];
  return readings.flatMap((standing) => {
    const { event, reading, epoch, assessment } = standing;
    const check = checkOf(reading.check);
    if ((judgedBy.get(event) ?? given) === known || !check.appliesTo(known.engine)) return [];
    if (readings.some((next) => next.event > event && isSameAgain(next, standing))) return [];
    const twin = readings.findLast(
      (r) => r.epoch === epoch && r.reading.check === reading.check && r.reading.cylinder !== reading.cylinder,
    );
    const would = check.assess(reading, assessingContext({ ...head, ...known }, twin?.reading)).outcome;
    return would === assessment.outcome ? [] : [{ event, was: assessment.outcome, would }];
  });
}
