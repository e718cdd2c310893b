import { describe, expect, it } from 'vitest';
import {
  DIMENSIONS,
  type Dimension,
  formatQuantity,
  fromSi,
  parseTyped,
  toSi,
  type Unit,
  unitsOf,
} from '@/core/units/index.ts';
import { random } from './random.ts';

const gap = { dimension: 'length', habit: 'thou' } as const;

describe('what people type', () => {
  it.each([
    ['4', 4, 'thou'],
    ['.004', 0.004, 'in'],
    ['0.004', 0.004, 'in'],
    ['4 thou', 4, 'thou'],
    ['0.10mm', 0.1, 'mm'],
    ['0.10 mm', 0.1, 'mm'],
    ['10 in', 10, 'in'],
  ])('%s in a shop that thinks in thousandths', (typed, value, unit) => {
    expect(parseTyped(typed, gap)).toMatchObject({ ok: true, quantity: { value, unit }, typed });
  });

  it('a metric shop reads a bare fraction as millimetres', () => {
    expect(parseTyped('.25', { dimension: 'length', habit: 'mm' })).toMatchObject({
      ok: true,
      quantity: { value: 0.25, unit: 'mm' },
    });
  });

  it.each([
    ['5.7k', 5.7, 'kohm'],
    ['5.7', 5.7, 'kohm'],
    ['3200 ohm', 3200, 'ohm'],
    ['12,5', 12.5, 'kohm'],
  ])('%s ohms', (typed, value, unit) => {
    expect(parseTyped(typed, { dimension: 'resistance', habit: 'kohm' })).toMatchObject({
      ok: true,
      quantity: { value, unit },
    });
  });

  it('OL is a reading only where a meter can show it', () => {
    expect(parseTyped('ol', { dimension: 'resistance', habit: 'kohm', openLoopAllowed: true })).toMatchObject({
      ok: true,
      quantity: 'OL',
    });
    expect(parseTyped('OL', { dimension: 'voltage', habit: 'V' })).toMatchObject({
      ok: false,
      code: 'open-loop-not-here',
      typed: 'OL',
    });
  });

  it.each([
    ['', 'empty'],
    ['  ', 'empty'],
    ['abc', 'not-a-number'],
    ['12 kV', 'unknown-unit'],
    ['1,650', 'ambiguous-comma'],
    ['--3', 'not-a-number'],
  ])('%j is asked again, never guessed', (typed, code) => {
    const read = parseTyped(typed, { dimension: 'voltage', habit: 'V' });
    expect(read).toMatchObject({ ok: false, code, typed });
  });
});

describe('units', () => {
  // ISO 80000-3: 1 in = 25.4 mm. NIST SP 811 app. B: 1 psi = 6894.757 Pa. Fahrenheit by definition.
  it.each([
    [1, 'in', 'length', 0.0254],
    [4, 'thou', 'length', 0.0001016],
    [80, 'psi', 'pressure', 551_580.6],
    [212, 'degF', 'temperature', 100],
    [-40, 'degF', 'temperature', -40],
    [5.7, 'kohm', 'resistance', 5700],
    [20, 'mohm', 'resistance', 0.02],
  ] as const)('%d %s', (value, unit, dimension, si) => {
    expect(toSi({ value, unit }, dimension)).toBeCloseTo(si, si > 1000 ? 0 : 9);
  });

  it('every unit comes back as it went', () => {
    const { next, seed } = random(20261125);
    for (const dimension of Object.keys(DIMENSIONS) as Dimension[]) {
      for (const unit of unitsOf(dimension)) {
        for (let i = 0; i < 20; i++) {
          const value = (next() - 0.3) * 10 ** Math.floor(next() * 5);
          const back = fromSi(toSi({ value, unit }, dimension), dimension, unit).value;
          expect(Math.abs(back - value), `${unit} ${value}, seed ${seed}`).toBeLessThanOrEqual(
            1e-9 * Math.max(1, Math.abs(value)),
          );
        }
      }
    }
  });

  it('a unit that measures something else is refused with those that do', () => {
    expect(() => toSi({ value: 1, unit: 'V' as Unit }, 'length')).toThrow(/mm, in, thou/);
  });

  it('prints what a shop instrument can tell and refuses to print nothing', () => {
    expect(formatQuantity({ value: 12.579, unit: 'V' })).toBe('12.58 V');
    expect(formatQuantity({ value: 0.01, unit: 'in' })).toBe('0.010 in');
    expect(formatQuantity('OL')).toBe('OL');
    expect(() => formatQuantity({ value: Number.NaN, unit: 'V' })).toThrow(RangeError);
  });
});
