import { describe, expect, it } from 'vitest';
import { checkOf, DEFAULT_RULES, QUESTIONS, rulesOf } from '@/core/index.ts';
import { repairOrReplace, solenoidVerdict } from '@/core/measure/index.ts';
import { eventOf, TWIN } from './jobs.ts';

describe('the schools of a house', () => {
  it('without a choice it judges by the defaults, and each limit says where it comes from', () => {
    expect(rulesOf({})).toEqual(DEFAULT_RULES);
    for (const rule of Object.values(DEFAULT_RULES)) expect(rule.note.length).toBeGreaterThan(3);
  });

  it('another school moves the verdict, and the verdict names the house', () => {
    const event = eventOf({ check: 'spark.air-gap', cylinder: 1, fields: { gapA: { value: 0.32, unit: 'mm' } } });
    if (event.kind !== 'reading') throw new Error();
    const judged = (rules: typeof DEFAULT_RULES) =>
      checkOf('spark.air-gap').assess(event.reading, { engine: TWIN, figures: {}, rules, ambient: {} });
    expect(judged(DEFAULT_RULES).outcome).toBe('wide');
    const other = judged(rulesOf({ 'air-gap': 'ten-to-thirteen' }) as typeof DEFAULT_RULES);
    expect(other.outcome).toBe('ok');
    expect(other.limits.some((l) => l.source.startsWith('house rule'))).toBe(true);
  });

  it('a school nobody teaches is refused', () => {
    expect(() => rulesOf({ 'air-gap': 'by-moonlight' })).toThrow(RangeError);
    expect(() => rulesOf({ horoscope: 'any' })).toThrow(RangeError);
  });

  it('every question has a choice to make, and no school twice', () => {
    for (const { id, schools } of QUESTIONS) {
      expect(schools.length, id).toBeGreaterThan(1);
      expect(new Set(schools.map((s) => s.id)).size, id).toBe(schools.length);
    }
  });
});

describe('the fuel solenoid’s truth table (common practice, no source)', () => {
  it.each([
    [{ feed: false, clicks: false }, 'feed'],
    [{ feed: true, clicks: false }, 'coil'],
    [{ feed: true, ohms: 'open' }, 'coil'],
    [{ feed: true, ohms: 'ok', clicks: false }, 'stuck-shut'],
    [{ clicks: true, plunger: 'stuck-shut', runsOnPrimer: true }, 'stuck-shut'],
    [{ clicks: true, plunger: 'free', runsOnChokeOnly: true }, 'jet-behind'],
    [{ clicks: true, afterFires: true }, 'stuck-open'],
    [{ clicks: true, plunger: 'free', runsOnPrimer: false }, 'sound'],
    // A click alone says nothing of the plunger.
    [{ clicks: true }, 'cannot-tell'],
    [{ clicks: true, runsOnPrimer: true }, 'cannot-tell'],
    [{}, 'cannot-tell'],
  ] as const)('%j', (found, verdict) => expect(solenoidVerdict(found)).toBe(verdict));
});

describe('repair or replace', () => {
  const coil = { p: 0.8, partsCost: 60, minutes: 45 };
  const rings = { p: 0.2, partsCost: 300, minutes: 400 };

  it('adds up what is wrong by its chance, at the shop’s rate (worked by hand)', () => {
    const { repair, repairAndAfter } = repairOrReplace([coil, rings], 60, 100, 1500, 300);
    // 0.8 (60 + 45) + 0.2 (300 + 400)
    expect(repair).toBeCloseTo(224, 9);
    expect(repairAndAfter).toBeCloseTo(324, 9);
  });

  it('gives a band, and the middle is left to the customer', () => {
    const band = (worth: number) => repairOrReplace([coil, rings], 60, 100, worth, 300).band;
    expect(band(1500)).toBe('worth-it');
    expect(band(640)).toBe('open');
    expect(band(400)).toBe('hardly');
    expect(() => repairOrReplace([{ ...coil, p: 1.2 }], 60, 0, 1, 0)).toThrow(RangeError);
  });
});
