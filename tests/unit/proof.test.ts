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
const stood = (hours: number) => ({
  ...{ check: 'run.leak-watch', outcome: 'dry' },
  fields: { minutes: { value: hours, unit: 'h' } },
});
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
    expect(summary(DIES, [run(12), run(7)], 20).proofs).toEqual([
      { check: 'run.minutes', minutes: 12, of: 26, failsAfterMin: 20, runs: true, notProven: false },
    ]);
    expect(summary(['low-power'], []).proofs).toEqual([]);
    expect(summary(DIES, [run(30, { condition: 'idle' })], 20).proofs).toMatchObject([{ minutes: 0 }]);
    // Beyond three quarters of an hour it is the customer's trial, and the record says so.
    expect(summary(DIES, [run(45)], 90).proofs).toMatchObject([{ minutes: 45, of: 45, notProven: true }]);
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

  const start = (check: string, more: object = {}) => ({ check, condition: 'cranking', outcome: 'starts', ...more });
  it.each([
    ['hard-start-cold', look('loaded', { temperature: 'cold' }), false],
    ['hard-start-cold', start('run.restart-hot', { temperature: 'hot' }), false],
    ['hard-start-cold', start('run.start-cold', { temperature: 'hot' }), false],
    ['hard-start-cold', start('run.start-cold', { temperature: 'cold' }), true],
    ['hard-start-hot', run(26), false],
    ['hard-start-hot', start('run.restart-hot', { temperature: 'cold' }), false],
    ['hard-start-hot', start('run.restart-hot', { temperature: 'hot' }), true],
    ['fuel-drips', look('loaded'), false],
    ['fuel-drips', { check: 'run.leak-watch', outcome: 'dry' }, false],
    ['fuel-drips', stood(1), false],
    ['fuel-drips', stood(4), true],
    ['oil-level-rises', stood(4), false],
    ['battery-goes-flat', { check: 'charge.volts', value: { value: 14.2, unit: 'V' } }, false],
    ['will-not-shut-off', look('loaded'), false],
    ['will-not-shut-off', { check: 'run.shut-off', outcome: 'all-stop' }, true],
    ['kicks-back', { check: 'look.crank', outcome: 'normal' }, true],
  ])('%s, by %j: gone %s', (symptom, event, gone) => {
    expect(isGone([symptom], [event])).toBe(gone);
  });

  it('what takes two proofs is gone with both', () => {
    expect(isGone(['oil-level-rises'], [stood(4), { check: 'look.oil', outcome: 'ok' }])).toBe(true);
    expect(
      isGone(
        ['battery-goes-flat'],
        [
          { check: 'charge.volts', value: { value: 14.2, unit: 'V' } },
          { check: 'power.draw', value: { value: 4, unit: 'mA' } },
        ],
      ),
    ).toBe(true);
  });
});
