import { describe, expect, it } from 'vitest';
import { random } from '@/core/chance/random.ts';
import { unitDoubt } from '@/core/checks/unitDoubt.ts';
import { DEFAULT_RULES } from '@/core/house/rules.ts';
import { CHECKS, type CheckDefinition, type NumberField } from '@/core/index.ts';
import { fromSi, type Unit } from '@/core/units/index.ts';

const PSI = 6894.757;
const THOU = 25.4e-6;

/**
 * What these figures are on machines that are well: limits and usual practice as the trade has them (brief 3.2 to 3.6; common practice, no source),
 * written out here by hand and not read from the code. SI.
 */
const WELL: Readonly<Record<string, readonly [number, number]>> = {
  'spark.plug-gap.value': [25 * THOU, 35 * THOU],
  'spark.air-gap.gapA': [8 * THOU, 12 * THOU],
  'spark.air-gap.gapB': [8 * THOU, 12 * THOU],
  'spark.points.gap': [16 * THOU, 20 * THOU],
  'look.oil.overMark': [0, 0.01],
  'seal.leak-down.barLength': [0.2, 0.8],
  'valve.lash.intakeRefuses': [4 * THOU, 6 * THOU],
  'valve.lash.exhaustRefuses': [6 * THOU, 8 * THOU],
  'valve.lash.intake': [3 * THOU, 5 * THOU],
  'valve.lash.exhaust': [5 * THOU, 7 * THOU],
  'spark.key.offset': [0, 0.6e-3],
  'seal.piston-moves.travel': [0.055, 0.085],
  'seal.compression.value': [35 * PSI, 165 * PSI],
  'seal.wet.value': [35 * PSI, 180 * PSI],
  'seal.wet.dry': [35 * PSI, 165 * PSI],
  'seal.leak-down.supply': [40 * PSI, 100 * PSI],
  'seal.leak-down.held': [32 * PSI, 98 * PSI],
  'seal.leak-down.orifice': [40 * THOU, 60 * THOU],
  'seal.leak-down.jet': [0.8e-3, 1.5e-3],
  'seal.leak-down.jetHeld': [10 * PSI, 60 * PSI],
  'fuel.needle-hold.start': [4 * PSI, 10 * PSI],
  'fuel.needle-hold.end': [3.5 * PSI, 10 * PSI],
  'power.drop-positive.cableLength': [0.3, 2],
  'power.drop-ground.cableLength': [0.3, 2],
};
const UNITS: Readonly<Record<string, readonly Unit[]>> = {
  length: ['mm', 'thou', 'in'],
  pressure: ['psi', 'kPa', 'bar'],
};

const measured = CHECKS.flatMap((check) =>
  Object.entries(check.fields).flatMap(([name, field]) =>
    field.kind === 'number' && field.dimension in UNITS ? [{ check, name, field, key: `${check.id}.${name}` }] : [],
  ),
);

/** Digits as somebody writes them who thinks in that unit: no more of them than the instrument shows. */
function digits(si: number, field: NumberField, unit: Unit): string {
  const { value } = fromSi(si, field.dimension, unit);
  const places = { mm: 2, thou: 0, in: 3, psi: 0, kPa: 0, bar: 1 }[unit as 'mm'];
  return value.toFixed(field.dimension === 'pressure' && value < 10 ? 1 : places);
}

const ask = (check: CheckDefinition, name: string, field: NumberField, typed: string, habit: Unit, others = {}) =>
  unitDoubt(check.id, name, field, { typed, habit }, { figures: {}, rules: DEFAULT_RULES, others });

describe('a figure typed in the wrong unit', () => {
  it('every length and every pressure a check takes is looked at', () => {
    expect(measured.map((m) => m.key).sort()).toEqual(Object.keys(WELL).sort());
  });

  it('is asked about in nine of ten, over every length and pressure, in both habits', () => {
    const chance = random(16);
    const missed = new Map<string, number>();
    let [all, caught] = [0, 0];
    for (const { check, name, field, key } of measured) {
      const [from, to] = WELL[key]!;
      for (const habit of [field.habit.metric, field.habit.imperial])
        for (const unit of UNITS[field.dimension]!.filter((u) => u !== habit))
          for (let n = 0; n < 20; n++) {
            const si = from + (to - from) * chance.next();
            const typed = digits(si, field, unit);
            // In a shop of thousandths .030 says inches, and is: nothing is wrong with it.
            if (Number(typed) === 0 || (habit === 'thou' && unit === 'in')) continue;
            const supply = key.includes('leak-down') ? { supply: 80 * PSI } : {};
            const start = key === 'fuel.needle-hold.end' ? { start: 1.1 * si } : {};
            const doubt = ask(check, name, field, typed, habit, { ...supply, ...start });
            all++;
            if (doubt) caught++;
            else missed.set(`${key} ${unit} in ${habit}`, (missed.get(`${key} ${unit} in ${habit}`) ?? 0) + 1);
          }
    }
    expect(caught / all, [...missed].map(([what, n]) => `${what}: ${n}`).join('\n')).toBeGreaterThanOrEqual(0.9);
  });

  it('is never asked about where it was typed right', () => {
    const chance = random(61);
    for (const { check, name, field, key } of measured) {
      const [from, to] = WELL[key]!;
      for (const habit of [field.habit.metric, field.habit.imperial])
        for (let n = 0; n < 200; n++) {
          const si = from + (to - from) * chance.next();
          const others =
            key === 'seal.leak-down.held'
              ? { supply: si / 0.9 }
              : key === 'fuel.needle-hold.end'
                ? { start: 1.1 * si }
                : {};
          for (const known of [others, {}])
            expect(ask(check, name, field, digits(si, field, habit), habit, known), `${key} ${si}`).toBeNull();
        }
    }
  });

  const said = (key: string, typed: string, habit: Unit, others = {}) => {
    const { check, name, field } = measured.find((m) => m.key === key)!;
    const doubt = ask(check, name, field, typed, habit, others);
    return doubt && [doubt.read, doubt.meant];
  };
  it.each([
    ['spark.plug-gap.value', '.030', 'mm', ['.030 mm', '30 thou']],
    ['spark.plug-gap.value', '30', 'mm', [null, '30 thou']],
    ['spark.plug-gap.value', '0.76', 'thou', ['0.76 thou', '0.76 mm']],
    ['valve.lash.intake', '4', 'mm', ['4 mm', '4 thou']],
    ['seal.leak-down.supply', '80', 'kPa', ['80 kPa', '80 psi']],
    ['seal.leak-down.supply', '550', 'psi', [null, '550 kPa']],
    ['seal.compression.value', '8.3', 'psi', ['8.3 psi', '8.3 bar']],
    ['fuel.needle-hold.start', '5', 'kPa', ['5 kPa', '5 psi']],
  ] as const)('%s: %s in a shop of %s', (key, typed, habit, expected) => {
    expect(said(key, typed, habit)).toEqual(expected);
  });

  it('asks of the pressure that was held only beside the one it was fed', () => {
    expect(said('seal.leak-down.held', '58', 'kPa', { supply: 80 * PSI })).toEqual(['58 kPa', '58 psi']);
    expect(said('seal.leak-down.held', '450', 'kPa', { supply: 80 * PSI })).toBeNull();
  });

  it('does not take a gap of a bent push rod for thousandths, which are whole', () => {
    expect(said('valve.lash.intake', '1.5', 'mm')).toBeNull();
  });

  it('takes a unit that was typed at its word, and nothing for nothing', () => {
    expect(said('spark.plug-gap.value', '.030 mm', 'mm')).toBeNull();
    expect(said('seal.compression.value', '0', 'psi')).toBeNull();
    expect(said('spark.plug-gap.value', '', 'mm')).toBeNull();
    expect(said('spark.plug-gap.value', 'abc', 'mm')).toBeNull();
  });
});
