import { describe, expect, it } from 'vitest';
import { checkOf, type RawCheckEvent } from '@/core/index.ts';
import { blankEntry, boxesOf, draftEvent, type Entry, figuresPossible } from '@/features/bench/entry.ts';

const engine = {
  cylinders: 2,
  layout: 'v-twin-90',
  fuelFeed: 'pump',
  lifters: 'solid',
  ignition: 'coil-per-cylinder',
  compressionRelease: 'none',
  carburettor: 'two-barrel',
} as const;

function draft(id: string, cylinder: number | null, change: Partial<Entry>, habit: 'metric' | 'imperial' = 'metric') {
  const check = checkOf(id);
  return draftEvent(check, cylinder, engine, habit, { ...blankEntry(check.states[0]!, null), ...change });
}
function event(...args: Parameters<typeof draft>): RawCheckEvent {
  const drafted = draft(...args);
  if (drafted.state !== 'sound') throw new Error(JSON.stringify(drafted));
  return drafted.event;
}
function issues(...args: Parameters<typeof draft>): Readonly<Record<string, string>> {
  const drafted = draft(...args);
  return drafted.state === 'refused' ? drafted.issues : {};
}

describe('what stands in the boxes becomes an event', () => {
  it('one box to a field, and one to each cylinder for a pair', () => {
    expect(boxesOf(checkOf('balance.heat'), engine).map((b) => b.name)).toEqual([
      'each-1',
      'each-2',
      'ambient',
      'minutes',
    ]);
    expect(boxesOf(checkOf('spark.air-gap'), engine).map((b) => b.name)).toEqual(['gapA', 'gapB']);
    expect(boxesOf(checkOf('spark.lead-look'), engine)).toEqual([]);
  });

  it('keeps the keys as typed beside the figure, in the technician’s unit', () => {
    expect(event('spark.air-gap', 2, { typed: { gapA: '.010', gapB: '10' } }, 'imperial')).toEqual({
      check: 'spark.air-gap',
      cylinder: 2,
      condition: 'bench',
      fields: { gapA: { value: 0.01, unit: 'in' }, gapB: { value: 10, unit: 'thou' } },
      typed: { gapA: '.010', gapB: '10' },
    });
    expect(event('spark.air-gap', 2, { typed: { gapA: '.25', gapB: '0,25' } }).fields).toEqual({
      gapA: { value: 0.25, unit: 'mm' },
      gapB: { value: 0.25, unit: 'mm' },
    });
  });

  it('takes a pair by cylinder, a flag, a choice, an outcome and an instrument', () => {
    expect(event('balance.heat', null, { typed: { 'each-1': '212', 'each-2': '58', ambient: '18' } })).toMatchObject({
      readings: { '1': { value: 212, unit: 'degC' }, '2': { value: 58, unit: 'degC' } },
      typed: { '1': '212', '2': '58', ambient: '18' },
    });
    expect(
      event('spark.kill-diode', 1, { typed: { forward: '0.58', reverse: 'OL' }, flags: { coilsPlugged: true } }).fields,
    ).toEqual({ forward: { value: 0.58, unit: 'V' }, reverse: 'OL', coilsPlugged: true });
    expect(
      event('balance.cut-out', 2, {
        typed: { before: '1650', after: '1645' },
        choices: { throttle: 'held' },
        instrument: ' tacho 2 ',
      }),
    ).toMatchObject({ instrument: 'tacho 2', fields: { throttle: 'held' } });
    expect(event('spark.tester', 1, { outcome: 'strong', condition: 'idle', temperature: 'hot' })).toEqual({
      check: 'spark.tester',
      cylinder: 1,
      condition: 'idle',
      temperature: 'hot',
      outcome: 'strong',
    });
    expect(event('look.run', null, { symptoms: [] }).symptoms).toEqual([]);
  });
});

describe('what is not sound is said beside its box', () => {
  it('nothing typed is nothing wrong', () => {
    expect(draft('power.rest-volts', null, {}).state).toBe('empty');
    expect(draft('power.rest-volts', null, { typed: { value: '  ' } }).state).toBe('empty');
    // A flag by itself is no reading.
    expect(draft('power.rest-volts', null, { flags: { justCharged: true } }).state).toBe('empty');
  });

  it.each([
    ['abc', 'is not a figure'],
    ['12 kV', 'is not a unit'],
    ['400', 'cannot be'],
    ['-1', 'cannot be'],
  ])('%s', (typed, says) => {
    expect(issues('power.rest-volts', null, { typed: { value: typed } }).value).toContain(says);
  });

  it('the second half of a pair is waited for, not complained of', () => {
    const half = draft('balance.heat', null, { typed: { 'each-1': '212' } });
    expect(half).toMatchObject({ state: 'refused', waiting: true });
    const open = draft('fuel.needle-hold', null, { typed: { start: '34', end: '30' } });
    expect(open).toMatchObject({
      state: 'refused',
      waiting: true,
      issues: { time: expect.stringContaining('missing') },
    });
    // Something wrong in a box that is filled is complained of at once.
    expect(draft('fuel.needle-hold', null, { typed: { start: '34', end: '30', time: '-5' } })).toMatchObject({
      waiting: false,
    });
  });
});

describe('what is drawn of what is typed', () => {
  it('is nothing that the box refuses, and OL where a meter may say so', () => {
    const heat = checkOf('balance.heat');
    const typed = { 'each-1': '212', ambient: '80' };
    expect(figuresPossible(heat, engine, 'metric', { typed })).toEqual({ 'each-1': 212 });
    const coil = checkOf('spark.coil-ohms');
    expect(figuresPossible(coil, engine, 'metric', { typed: { toGround: 'OL', toKillTab: '4.1 kV' } })).toEqual({
      toGround: 'OL',
    });
  });
});
