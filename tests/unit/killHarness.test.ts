import { lusolve, matrix } from 'mathjs';
import { describe, expect, it } from 'vitest';
import { type Element, solveCircuit } from '@/core/mower/circuit.ts';
import { diodeRange, type Harness, type Leg, sparkLeft, sparkOf } from '@/core/mower/killHarness.ts';
import { random } from './random.ts';

const LEG: Leg = { primaryOhms: 1, diode: 'good', chafed: false, lead: 'on' };
const twin = (change: Partial<Harness> = {}, one: Partial<Leg> = {}, two: Partial<Leg> = {}): Harness => ({
  legs: [
    { ...LEG, ...one },
    { ...LEG, ...two },
  ],
  commonChafed: false,
  connector: 'joined',
  key: 'run',
  polarity: 'to-common',
  ...change,
});
const sparks = (harness: Harness) => [0, 1].map((leg) => sparkOf(sparkLeft(harness, leg)));

describe('the circuit solver', () => {
  it('a divider divides (Ohm), and a node nothing touches stays at ground', () => {
    const solved = solveCircuit(4, [
      { kind: 'source', from: 0, to: 1, amps: 2, complianceVolts: 1e6 },
      { kind: 'resistor', from: 1, to: 2, ohms: 3 },
      { kind: 'resistor', from: 2, to: 0, ohms: 1 },
    ]);
    expect(solved.ok && [...solved.volts].map((v) => Number(v.toFixed(4)))).toEqual([0, 8, 2, 0]);
  });

  it('agrees with a reference library on random networks of resistors (mathjs, LU)', () => {
    const { next } = random(20261125);
    for (let round = 0; round < 20; round++) {
      const nodes = 5;
      const elements: Element[] = [];
      const g = Array.from({ length: nodes - 1 }, () => new Array<number>(nodes - 1).fill(0));
      for (let a = 0; a < nodes; a++)
        for (let b = a + 1; b < nodes; b++) {
          const ohms = 0.5 + 20 * next();
          elements.push({ kind: 'resistor', from: a, to: b, ohms });
          for (const [x, y] of [
            [a, b],
            [b, a],
          ] as const) {
            if (x > 0) g[x - 1]![x - 1]! += 1 / ohms;
            if (x > 0 && y > 0) g[x - 1]![y - 1]! -= 1 / ohms;
          }
        }
      elements.push({ kind: 'source', from: 0, to: 1, amps: 1.5, complianceVolts: 1e9 });
      const expected = lusolve(matrix(g), [1.5, 0, 0, 0]).valueOf() as number[][];
      const solved = solveCircuit(nodes, elements);
      expected.forEach(([v], i) => {
        expect(solved.ok && solved.volts[i + 1]!).toBeCloseTo(v!, 6);
      });
    }
  });

  it('a diode takes 0.58 V at a milliamp and 60 mV less a decade below times its slope (Shockley, solved apart)', () => {
    const drop = (amps: number) => {
      const solved = solveCircuit(2, [
        { kind: 'source', from: 0, to: 1, amps, complianceVolts: 1e6 },
        { kind: 'diode', from: 1, to: 0 },
      ]);
      return solved.ok ? solved.volts[1]! : Number.NaN;
    };
    expect(drop(1e-3)).toBeCloseTo(0.58, 2);
    for (const amps of [1e-4, 1e-3, 1e-2, 1]) expect(drop(amps)).toBeCloseTo(0.0442 * Math.log1p(amps / 2e-9), 3);
  });

  it('refuses what is no circuit', () => {
    expect(() => solveCircuit(2, [{ kind: 'resistor', from: 0, to: 5, ohms: 1 }])).toThrow(RangeError);
    expect(() => solveCircuit(2, [{ kind: 'resistor', from: 0, to: 1, ohms: 0 }])).toThrow(RangeError);
  });
});

describe('which cylinder fires falls out of the harness (common practice, no source)', () => {
  it.each<[string, Harness, readonly string[]]>([
    ['sound, key at run', twin(), ['strong', 'strong']],
    ['sound, key at stop', twin({ key: 'stop' }), ['none', 'none']],
    [
      'a shorted diode on 1 kills 2 through the winding of 1, and 1 runs',
      twin({}, { diode: 'shorted' }),
      ['strong', 'none'],
    ],
    [
      'an open diode on 1 leaves 1 firing with the key off',
      twin({ key: 'stop' }, { diode: 'open' }),
      ['strong', 'none'],
    ],
    ['a chafed leg on 1 kills 1', twin({}, { chafed: true }), ['none', 'strong']],
    ['a chafed common kills both', twin({ commonChafed: true }), ['none', 'none']],
    ['a key stuck closed kills both', twin({ key: 'stuck-closed' }), ['none', 'none']],
    ['a key stuck open stops neither', twin({ key: 'stuck-open' }), ['strong', 'strong']],
    [
      'parted at the connector, a chassis fault is gone',
      twin({ key: 'stuck-closed', connector: 'parted' }),
      ['strong', 'strong'],
    ],
    [
      'parted, a shorted diode still drains the partner',
      twin({ connector: 'parted' }, { diode: 'shorted' }),
      ['strong', 'none'],
    ],
    [
      'lifting the lead of the running coil revives the other',
      twin({}, { diode: 'shorted', lead: 'off' }),
      ['strong', 'strong'],
    ],
    ['lifting the lead of a chafed leg revives its own', twin({}, { chafed: true, lead: 'off' }), ['strong', 'strong']],
  ])('%s', (_, harness, expected) => {
    expect(sparks(harness)).toEqual(expected);
    // The other maker's polarity works alike.
    expect(sparks({ ...harness, polarity: 'from-common' })).toEqual(expected);
  });

  it('a drained coil is not dead all at once: the less the partner’s winding takes, the more is left', () => {
    const left = sparkLeft(twin({}, { diode: 'shorted' }), 1);
    expect(left).toBeGreaterThan(0);
    expect(left).toBeLessThan(0.25);
  });
});

describe('what the meter shows on the harness (common practice, no source)', () => {
  const one = { leg: 0 } as const;
  const forward = (harness: Harness, coils: 'plugged' | 'unplugged') => diodeRange(harness, one, 'common', coils);
  const reverse = (harness: Harness, coils: 'plugged' | 'unplugged') => diodeRange(harness, 'common', one, coils);

  it('coils unplugged: silicon one way and OL the other, the same low both ways shorted, OL both ways open', () => {
    expect(forward(twin(), 'unplugged')).toBeCloseTo(0.58, 2);
    expect(reverse(twin(), 'unplugged')).toBe('OL');
    const shorted = twin({}, { diode: 'shorted' });
    expect(forward(shorted, 'unplugged')).toBe(reverse(shorted, 'unplugged'));
    expect(forward(shorted, 'unplugged')).toBeLessThan(0.01);
    const open = twin({}, { diode: 'open' });
    expect([forward(open, 'unplugged'), reverse(open, 'unplugged')]).toEqual(['OL', 'OL']);
  });

  it('coils plugged in it misleads: leg to ground is the winding, an open diode reads 0.58 V, a good one 0.00 V beside a shorted partner', () => {
    expect(diodeRange(twin(), one, 'ground', 'plugged')).toBeLessThan(0.01);
    expect(forward(twin({}, { diode: 'open' }), 'plugged')).toBeCloseTo(0.58, 2);
    expect(forward(twin({}, {}, { diode: 'shorted' }), 'plugged')).toBeLessThan(0.01);
  });
});
