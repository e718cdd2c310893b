import { describe, expect, it } from 'vitest';
import { teethOf } from '@/core/engine/index.ts';
import { assessInput, CHECKS, mainFigure } from '@/core/index.ts';

interface Assessed {
  outcome: string;
  tooCloseToCall: boolean;
  quantities: Record<string, { value: number; unit: string; plusMinus?: number }>;
  instrument: { byDefault: boolean; percentOfReading: number; plus: { value: number; unit: string } } | null;
}
const assess = (check: string, input: object): Assessed => {
  const read = assessInput(check, input);
  if (!read.ok) throw new Error(JSON.stringify(read.issues));
  return read.value as Assessed;
};
const refusedAt = (check: string, input: object) => {
  const read = assessInput(check, input);
  return read.ok ? [] : read.issues.map((i) => i.path);
};
const draw = (more: object = {}) => ({ value: { value: 25.6, unit: 'mA' }, ...more });

describe('the instrument a figure was read on', () => {
  it('is taken for one of the default class, and that class is said', () => {
    expect(assess('power.draw', draw()).instrument).toEqual({
      byDefault: true,
      percentOfReading: 1,
      plus: { value: 0.5, unit: 'mA' },
    });
    expect(assess('look.fuel', { outcome: 'fresh' }).instrument).toBeNull();
  });

  it('every measured check states a default class, in a unit of its own main figure', () => {
    for (const check of CHECKS) if (check.accuracy) expect(mainFigure(check), check.id).not.toBeNull();
    const judged = CHECKS.filter((c) => mainFigure(c) && c.accuracy === null).map((c) => c.id);
    // A diode and a bare wire are told apart by decades, not by a class; a look has an amount beside it at most.
    expect(judged.sort()).toEqual([
      'look.oil',
      'run.leak-watch',
      'run.minutes',
      'run.timed',
      'spark.kill-continuity',
      'spark.kill-diode',
      'spark.tester',
      'turn.plugs-out',
    ]);
  });

  it('named as a finer one it narrows the band, and a reading that was too close to call is called', () => {
    const shop = assess('power.draw', draw());
    const fine = assess(
      'power.draw',
      draw({ instrument: { classPercent: 0.1, resolution: { value: 0.1, unit: 'mA' } } }),
    );
    expect(shop.tooCloseToCall).toBe(true);
    expect(fine.tooCloseToCall).toBe(false);
    expect(fine.instrument?.byDefault).toBe(false);
    const [own] = Object.values(fine.quantities);
    // 0.1 % of 25.6 mA and 0.1 mA.
    expect(own!.plusMinus).toBeCloseTo(0.1256, 6);
  });

  it('carries its error through the formula: one gauge twice as fine halves the band of the leak', () => {
    const leak = (psi: number) =>
      assess('seal.leak-down', {
        fields: { supply: { value: 80, unit: 'psi' }, held: { value: 64, unit: 'psi' } },
        instrument: { name: 'bench gauge', resolution: { value: psi, unit: 'psi' } },
      }).quantities;
    const [coarse, fine] = [leak(1.6), leak(0.8)];
    expect(fine.percentLeak!.plusMinus! / coarse.percentLeak!.plusMinus!).toBeCloseTo(0.5, 9);
    expect(fine.leakAreaMm2!.plusMinus! / coarse.leakAreaMm2!.plusMinus!).toBeCloseTo(0.5, 1);
    expect(fine.leakAreaMm2!.value).toBe(coarse.leakAreaMm2!.value);
  });

  it('a resolution of a thermometer is a difference: 2 degF is 1.11 K, not minus seventeen', () => {
    const heat = assess('balance.heat', {
      readings: { '1': { value: 200, unit: 'degC' }, '2': { value: 198, unit: 'degC' } },
      instrument: { resolution: { value: 1.8, unit: 'degF' } },
    });
    expect(heat.instrument?.plus).toEqual({ value: 1, unit: 'degC' });
  });

  it.each([
    [
      'a unit that measures something else',
      'power.draw',
      { resolution: { value: 1, unit: 'psi' } },
      '$.instrument.resolution.unit',
    ],
    ['less than nothing', 'power.draw', { resolution: { value: -1, unit: 'mA' } }, '$.instrument.resolution.value'],
    ['a class beyond sense', 'power.draw', { classPercent: 80 }, '$.instrument'],
  ])('%s is refused by its path', (_, check, instrument, path) =>
    expect(refusedAt(check, draw({ instrument })).some((p) => p.startsWith(path.slice(0, 12)))).toBe(true),
  );
  it('a class on a check that measures nothing is refused', () =>
    expect(refusedAt('look.fuel', { outcome: 'fresh', instrument: { classPercent: 1 } })).toEqual(['$.instrument']));
});

describe('turning by the teeth of the ring gear', () => {
  it('116 teeth and 31 degrees are ten teeth (circle), and the lash position counts them', () => {
    expect(teethOf(116, 31)).toBeCloseTo(9.989, 3);
    expect(() => teethOf(0, 10)).toThrow(RangeError);
    const engine = { strokeMm: 69, rodMm: 112, compressionRelease: 'automatic', flywheelTeeth: 116 };
    const lash = { intake: { value: 4, unit: 'thou' }, exhaust: { value: 6, unit: 'thou' } };
    expect(assess('valve.lash', { engine, fields: lash }).quantities.rimTeeth!.value).toBeCloseTo(9.99, 1);
    const without = assessInput('valve.lash', { engine: { ...engine, flywheelTeeth: null }, fields: lash });
    expect(without.ok && (without.value as { missing: { name: string }[] }).missing.map((m) => m.name)).toContain(
      'rimTeeth',
    );
  });
});
