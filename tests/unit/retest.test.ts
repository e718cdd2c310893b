import { describe, expect, it } from 'vitest';
import { readingBefore, summarise } from '@/core/index.ts';
import { standingReading } from '@/features/bench/plates.ts';
import { complaintOf, withEvents } from './jobs.ts';

/** Common practice, no source: a re-test shows something only where it is the same check in the same condition. */
const heat = (one: number, two: number, condition: string) => ({
  check: 'balance.heat',
  condition,
  readings: { '1': { value: one, unit: 'degC' }, '2': { value: two, unit: 'degC' } },
});
const repair = { repair: 'spark.kill-lead', cylinder: 2, action: 'repaired' };
const before = withEvents(
  complaintOf(['one-cylinder']),
  heat(212, 58, 'half-speed'),
  heat(150, 140, 'idle'),
  { check: 'spark.kill-off', cylinder: 2, outcome: 'returns' },
  { check: 'spark.kill-diode', cylinder: 1, outcome: 'good' },
  repair,
);

describe('"before" is the reading a re-test repeats', () => {
  it('is due in the state it failed in, beside the reading of that state and not the last one', () => {
    const due = summarise(before).retests.find((r) => r.check === 'balance.heat')!;
    expect(due).toMatchObject({ condition: 'half-speed', before: 1 });
    expect(readingBefore(before, due)?.event).toBe(1);
    expect(readingBefore(before, { ...due, condition: 'idle' })?.event).toBe(2);
  });

  it('stands beside it once it was taken, wherever it is printed', () => {
    const after = withEvents(before, heat(205, 199, 'half-speed'));
    expect(summarise(after).pairs.map((p) => [p.before.event, p.after.event])).toEqual([[1, 6]]);
  });

  it('is nothing where that state was never read: a figure at idle is no "before" of one at full speed', () => {
    const after = withEvents(before, heat(205, 199, 'full-speed'));
    expect(summarise(after).pairs).toEqual([]);
    expect(
      readingBefore(before, { check: 'balance.heat', cylinder: null, condition: 'full-speed', temperature: null }),
    ).toBe(null);
  });

  it('is the nearest ahead of the last repair, and nothing before a repair', () => {
    const twice = withEvents(before, heat(205, 60, 'half-speed'), { ...repair, action: 'replaced' });
    const asked = { check: 'balance.heat', cylinder: null, condition: 'half-speed', temperature: null } as const;
    expect(readingBefore(twice, asked)?.event).toBe(6);
    expect(readingBefore({ readings: twice.readings, repairs: [] }, asked)).toBe(null);
  });

  it('is printed as it was put right, never as it was struck', () => {
    const line = (seq: number, event: object) => ({ seq, event: event as never });
    const tape = [
      line(1, heat(212, 580, 'half-speed')),
      line(2, { correct: 1, ...heat(212, 85, 'half-speed') }),
      line(3, { correct: 2, ...heat(212, 58, 'half-speed') }),
      line(4, { check: 'look.oil', outcome: 'low' }),
      line(5, { correct: 4 }),
    ];
    expect(standingReading(tape, 1)?.readings?.['2']).toEqual({ value: 58, unit: 'degC' });
    expect(standingReading(tape, 4)).toBe(null);
  });
});
