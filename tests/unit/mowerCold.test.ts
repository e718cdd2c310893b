import { describe, expect, it } from 'vitest';
import { batteryOhmsBy, copperBy, oilMm2PerS, rubsBy } from '@/core/mower/cold.ts';
import { type Mower, soundMower } from '@/core/mower/machine.ts';
import { turnOver } from '@/core/mower/turn.ts';
import { random } from './random.ts';

const TWIN = {
  ...({ cylinders: 2, layout: 'v-twin-90', fuelFeed: 'pump', lifters: 'solid' } as const),
  ...({ ignition: 'coil-per-cylinder', compressionRelease: 'none', carburettor: 'two-barrel' } as const),
};
const rpm = (
  seed: number,
  ambientC: number,
  more: { readonly hot?: boolean; readonly oil?: Partial<Mower['oil']> } = {},
) => {
  const m = soundMower(TWIN, random(seed));
  return turnOver({ ...m, ambientC, oil: { ...m.oil, ...more.oil } }, { hot: more.hot ?? false }).run!.rpm;
};
const SEEDS = Array.from({ length: 30 }, (_, n) => 500 + n);

describe('what cold does to cranking', () => {
  it('oil lies on a straight line through its two points, as the standard draws it', () => {
    // ASTM D341: log log (nu + 0.7) is linear in log T. Points of the grades: SAE J300 at 100 C; at 40 C common practice.
    for (const [grade, at40, at100] of [
      ['sae-30', 100, 11],
      ['10w-30', 66, 10.2],
    ] as const) {
      expect(oilMm2PerS(grade, 40)).toBeCloseTo(at40, 6);
      expect(oilMm2PerS(grade, 100)).toBeCloseTo(at100, 6);
      const z = (c: number) => Math.log10(Math.log10(oilMm2PerS(grade, c) + 0.7));
      const x = (c: number) => Math.log10(c + 273.15);
      const slope = (a: number, b: number) => (z(b) - z(a)) / (x(b) - x(a));
      expect(slope(-15, 0)).toBeCloseTo(slope(40, 100), 9);
    }
    // A winter grade is the thinner the colder; both are near each other hot.
    expect(oilMm2PerS('10w-30', -15)).toBeLessThan(0.5 * oilMm2PerS('sae-30', -15));
    // A mixture of two liquids lies between them on a log scale (Arrhenius): a fifth of petrol takes more than two thirds.
    expect(oilMm2PerS('sae-30', 20, 0.2) / oilMm2PerS('sae-30', 20)).toBeCloseTo(
      (0.6 / oilMm2PerS('sae-30', 20)) ** 0.2,
      6,
    );
  });

  it('a battery has half its amps at -18 C, and copper what its temperature says', () => {
    // Half the cold-cranking amps: common practice. Copper: IEC 60028, 0.00393/K.
    expect(batteryOhmsBy(-18) / batteryOhmsBy(20)).toBeGreaterThan(1.8);
    expect(batteryOhmsBy(-18) / batteryOhmsBy(20)).toBeLessThan(2.2);
    expect(batteryOhmsBy(20)).toBe(1);
    expect(copperBy(20 + 1 / 0.00393)).toBeCloseTo(2, 9);
  });

  it('every machine turns faster the warmer it is, and faster hot than cold', () => {
    for (const seed of SEEDS) {
      const speeds = [-15, -5, 5, 20, 35].map((c) => rpm(seed, c));
      for (const [i, speed] of speeds.slice(1).entries())
        expect(speed, String(seed)).toBeGreaterThan(speeds[i]! - 1e-9);
      expect(speeds[4]! - speeds[1]!).toBeGreaterThan(40);
      expect(rpm(seed, 20, { hot: true })).toBeGreaterThan(speeds[3]!);
    }
  });

  it('a winter grade turns faster in the cold, and fuel in the oil thins it', () => {
    for (const seed of SEEDS.slice(0, 10)) {
      const grade = (name: 'sae-30' | '10w-30') => rpm(seed, -5, { oil: { grade: name } });
      expect(grade('10w-30')).toBeGreaterThan(grade('sae-30'));
      const fuel = (fuelShare: number) => rpm(seed, 5, { oil: { fuelShare } });
      expect(fuel(0.15)).toBeGreaterThan(fuel(0));
    }
    expect(rubsBy('sae-30', 20, 0)).toBe(1);
  });
});
