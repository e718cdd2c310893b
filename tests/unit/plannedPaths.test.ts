import { fileURLToPath } from 'node:url';
import { describe, expect, it } from 'vitest';
import { plannedPath } from '@/core/trial/index.ts';
import { casesIn } from '@/scripts/caseTruth.ts';

/**
 * Each case as the planner would have led it from its bare complaint. What is silly about a step is a coded list (docs/planned-paths.md); common practice,
 * no source.
 */
const cases = casesIn(fileURLToPath(new URL('../cases', import.meta.url)));

describe('a job planned from its complaint alone', () => {
  it('there are cases to plan', () => {
    expect(cases.length).toBeGreaterThan(60);
  });

  it.each(cases)('$name: nothing silly on the way, and it is found', ({ raw, truth }) => {
    const { steps, result } = plannedPath(raw, truth, 7);
    expect(steps.filter((step) => step.silly)).toEqual([]);
    expect(result.repaired).toEqual(result.truth);
    expect(result.wrongParts).toBe(0);
  });
});
