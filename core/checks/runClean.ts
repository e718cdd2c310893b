import type { AssessContext, Assessment } from './assessment.ts';
import type { Reading } from './reading.ts';

/** How long it is run where the customer named no minutes [min] [P]. */
export const USUAL_MIN = 20;

/**
 * A run that stayed clean. Shorter than the customer's own minutes it would have stayed clean for so long anyway: it says the less against
 * a fault, the sooner it ended. Where its minutes were not given it counts whole, as it was said.
 */
export function runClean(
  assessed: Assessment,
  { outcome, fields }: Pick<Reading, 'outcome' | 'fields'>,
  { failsAfterMin }: AssessContext,
): Assessment {
  const seconds = fields.minutes;
  if (outcome !== 'clean' || typeof seconds !== 'number') return assessed;
  const of = failsAfterMin ?? USUAL_MIN;
  const share = of > 0 ? Math.min(1, seconds / 60 / of) : 1;
  return {
    ...assessed,
    weights: { '': { clean: 1, failed: 1 - share } },
    remarks: share < 1 ? ['ran_too_short'] : [],
  };
}
