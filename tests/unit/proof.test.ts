import { describe, expect, it } from 'vitest';
import { advance, openBench, readCase, summarise } from '../../core/index.ts';

/** What shows a complaint gone: heat, load and minutes; 1.3 times the customer's minutes, 45 at most (common practice, no source). */
const FILTER = { repair: 'fuel.filter', action: 'replaced' };
const run = (minutes: number | null, more: object = {}) => ({
  ...{ check: 'run.minutes', condition: 'loaded', temperature: 'hot', outcome: 'clean' },
  ...(minutes === null ? {} : { fields: { minutes: { value: minutes, unit: 'min' } } }),
  ...more,
});
const summary = (complaint: readonly string[], events: readonly object[], failsAfterMin: number | null = null) => {
  const read = readCase({
    ...{ format: 'ridge-bolt/case', version: 1, complaint, events: [FILTER, ...events] },
    history: { failsAfterMin },
    machine: { kind: 'other', engine: { cylinders: 1 } },
  });
  if (!read.ok) throw new Error(JSON.stringify(read.issues));
  const { events: all, ...head } = read.value;
  return summarise(all.reduce(advance, openBench(head)));
};
const isGone = (complaint: readonly string[], events: readonly object[], failsAfterMin: number | null = null) =>
  !summary(complaint, events, failsAfterMin).closeBlockers.some((b) => b.code === 'complaint-not-gone') &&
  !summary(complaint, events, failsAfterMin).retests.some((r) => r.repair === null);
const DIES = ['dies-after-minutes'];

describe('dies after twenty minutes', () => {
  it.each([
    ['one minute at idle', run(1, { condition: 'idle' }), false],
    ['half an hour at idle', run(30, { condition: 'idle' }), false],
    ['half an hour cold', run(30, { temperature: 'cold' }), false],
    ['nineteen minutes under load', run(19), false],
    ['twenty-five minutes under load', run(25), false],
    ['twenty-six minutes under load', run(26), true],
    ['twenty-six minutes at full speed', run(26, { condition: 'full-speed' }), true],
    ['a clean run without its minutes', run(null), false],
    ['a look of any length', { check: 'look.run', condition: 'loaded', symptoms: [] }, false],
  ])('%s: gone %s', (_, event, gone) => {
    expect(isGone(DIES, [event], 20)).toBe(gone);
  });

  it('asks for as long as the check takes where the customer did not say, and for 45 minutes at most', () => {
    expect(isGone(DIES, [run(19)])).toBe(false);
    expect(isGone(DIES, [run(20)])).toBe(true);
    expect(isGone(DIES, [run(45)], 90)).toBe(true);
    expect(isGone(DIES, [run(44)], 90)).toBe(false);
  });

  it('says how far the proof has got', () => {
    expect(summary(DIES, [run(12), run(7)], 20).proof).toEqual({
      check: 'run.minutes',
      minutes: 12,
      of: 26,
      failsAfterMin: 20,
    });
    expect(summary(['low-power'], []).proof).toBeNull();
    expect(summary(DIES, [run(30, { condition: 'idle' })], 20).proof).toMatchObject({ minutes: 0 });
  });

  it('is not gone once it failed again after the run that showed it gone', () => {
    expect(isGone(DIES, [run(26), run(3, { outcome: 'failed' })], 20)).toBe(false);
    expect(isGone(DIES, [run(3, { outcome: 'failed' }), run(26)], 20)).toBe(true);
    // A short clean run afterwards takes nothing back.
    expect(isGone(DIES, [run(26), run(2)], 20)).toBe(true);
  });
});

describe('a run', () => {
  const look = (condition: string, more: object = {}) => ({ check: 'look.run', condition, symptoms: [], ...more });

  it('clean at idle does not show gone what comes under load', () => {
    expect(isGone(['bogs-open-throttle'], [look('idle')])).toBe(false);
    expect(isGone(['bogs-open-throttle'], [look('loaded')])).toBe(true);
    expect(isGone(['bogs-open-throttle'], [look('loaded'), look('idle')])).toBe(true);
  });

  it('of a hot engine does not show gone that it starts hard cold', () => {
    expect(isGone(['hard-start-cold'], [look('loaded', { temperature: 'hot' })])).toBe(false);
    expect(isGone(['hard-start-cold'], [look('loaded', { temperature: 'cold' })])).toBe(true);
  });
});
