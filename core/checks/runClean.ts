import { type AssessContext, type Assessment, type Outcome, plainOutcome } from './assessment.ts';
import type { Reading } from './reading.ts';

/**
 * A run that stayed clean. Shorter than the customer's own minutes it would have stayed clean for so long anyway: it says the less against
 * a fault, the sooner it ended. Where its minutes were not given it counts whole, as it was said.
 * @param usualMin how long it is usually made where the customer named no minutes [min]
 */
export function runClean(
  outcomes: readonly Outcome[],
  reading: Reading,
  { failsAfterMin }: AssessContext,
  usualMin: number,
): Assessment {
  const plain = plainOutcome(outcomes, reading.outcome);
  const seconds = reading.fields.minutes;
  if (typeof seconds !== 'number') return plain;
  const of = failsAfterMin ?? usualMin;
  const share = of > 0 ? Math.min(1, seconds / 60 / of) : 1;
  return {
    ...plain,
    weights: { '': { clean: 1, failed: 1 - share } },
    quantities: { ranMin: { value: seconds / 60, unit: 'min' } },
    remarks: share < 1 ? ['ran_too_short'] : [],
  };
}
