import { describe, expect, it } from 'vitest';
import { type Bench, nextChecks, summarise, whySentence } from '@/core/index.ts';
import { complaintOf, withEvents } from './jobs.ts';

const first = (bench: Bench) => nextChecks(bench, summarise(bench)).next[0]!;
const failed = {
  check: 'run.minutes',
  condition: 'loaded',
  temperature: 'hot',
  fields: { minutes: { value: 8, unit: 'min' } },
  outcome: 'failed',
};
const unreached = { unmade: 'balance.heat', condition: 'loaded', temperature: 'hot', because: 'not-reached' };
const dies = { check: 'look.run', condition: 'loaded', temperature: 'hot', symptoms: ['dies-after-minutes'] };

// Common practice, no source: whoever stands beside a run that fails has seen how, and forgets it within the hour.
describe('a run that failed', () => {
  it.each([
    ['for as long as it was run', failed],
    ['on the way there', unreached],
  ])('%s: what it did is asked at once, in that state and heat', (_, event) => {
    const bench = withEvents(complaintOf(['low-power']), event);
    const asked = first(bench);
    expect(asked).toMatchObject({ check: 'look.run', condition: 'loaded', temperature: 'hot' });
    expect(whySentence(asked.why, {})).toContain('tick what it did');
  });

  it('is not asked twice, and what it did is believed', () => {
    const before = withEvents(complaintOf(['low-power']), unreached);
    const after = withEvents(before, dies);
    expect(first(after).why.code).not.toBe('say-how');
    const vent = (bench: Bench) => summarise(bench).suspects.find((s) => s.key === 'fuel.cap-vent')?.p ?? 0;
    expect(vent(after)).toBeGreaterThan(3 * vent(before));
  });

  it('is not asked of one that does not even idle, nor before it is safe to turn', () => {
    const dead = withEvents(complaintOf(['low-power']), { ...unreached, condition: 'idle' });
    expect(first(dead).why.code).not.toBe('say-how');
    const dripping = withEvents(complaintOf(['low-power', 'fuel-drips']), unreached);
    expect(first(dripping).check).toBe('look.stains');
  });
});
