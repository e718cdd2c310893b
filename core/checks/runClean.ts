import { type AssessContext, type Assessment, type Outcome, plainOutcome } from './assessment.ts';
import type { Reading } from './reading.ts';

/** How long it is run where the customer named no minutes [min] [P]. */
export const USUAL_MIN = 20;

/**
 * A run that stayed clean. Shorter than the customer's own minutes it would have stayed clean for so long anyway: it says the less against
 * a fault, the sooner it ended. Where its minutes were not given it counts whole, as it was said.
 */
export function runClean(outcomes: readonly Outcome[], reading: Reading, { failsAfterMin }: AssessContext): Assessment {
  const plain = plainOutcome(outcomes, reading.outcome);
  const seconds = reading.fields.minutes;
  if (typeof seconds !== 'number') return plain;
  const of = failsAfterMin ?? USUAL_MIN;
  const share = of > 0 ? Math.min(1, seconds / 60 / of) : 1;
  return {
    ...plain,
    weights: { '': { clean: 1, failed: 1 - share } },
    quantities: { ranMin: { value: seconds / 60, unit: 'min' } },
    remarks: share < 1 ? ['ran_too_short'] : [],
  };
}
