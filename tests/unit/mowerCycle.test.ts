import { describe, expect, it } from 'vitest';
import { type CycleEngine, type CycleSample, type Driven, pulseOf, runCycles } from '@/core/mower/cycle.ts';
import { governedSpeed, heldSpeed } from '@/core/mower/governor.ts';
import { type InjectedFault, injectFaults } from '@/core/mower/injectFaults.ts';
import { soundMower } from '@/core/mower/machine.ts';
import { cyclesOf } from '@/core/mower/run.ts';
import { viewOf } from '@/core/mower/tell.ts';
import { random } from './random.ts';

const STATES = ['idle', 'half-speed', 'full-speed', 'loaded'] as const;
const cylinder = (topDeg: number, changed: Partial<CycleEngine['cylinders'][number]> = {}) => ({
  ...{ topDeg, strength: 1, fires: 1, breath: 1, mixture: 1, lateDeg: 0 },
  ...changed,
});
const twin = (one = {}, two = {}): CycleEngine => ({
  ...{ sweptMl: 347, compressionRatio: 8.4, inertia: 0.13, fullNm: 47 },
  cylinders: [cylinder(0, one), cylinder(270, two)],
});
const driven = (changed: Partial<Driven> = {}): Driven => ({
  ...{ rpm: 3550, load: 0.32, plate: 0.32, by: 'governor', stallsRpm: 1000 },
  ...changed,
});
const run = (engine: CycleEngine, d: Driven, seconds = 8, more = {}) =>
  runCycles(engine, d, { seconds, chance: random(4), ...more });
const put = (fault: string, cylinder: number | null, severity: number, form = 0.2): InjectedFault => ({
  ...{ fault, cylinder, severity, form, shows: 1 },
});
const within = (a: number, b: number, share: number) =>
  expect(Math.abs(a - b) / b, `${a} and ${b}`).toBeLessThan(share);

describe('the engine firing by firing', () => {
  it('is on the mean what the averages say, within one percent: sound, one dead, blocked, without its governor', () => {
    for (const cylinders of [1, 2] as const)
      for (const puts of [
        [],
        cylinders === 2 ? [put('spark.coil-open', 2, 0.8)] : [],
        [put('air.exhaust-blocked', null, 0.6)],
        [put('fuel.governor-link', null, 0.6, 0.95)],
        [put('fuel.governor-overspeed', null, 0.6, 0.9)],
      ]) {
        const engine = {
          ...({ cylinders, layout: cylinders === 2 ? 'v-twin-90' : 'single', fuelFeed: 'pump' } as const),
          ...({ lifters: 'solid', ignition: 'coil-per-cylinder' } as const),
          ...({ compressionRelease: 'none', carburettor: 'one-barrel' } as const),
        };
        const m = injectFaults(soundMower(engine, random(5)), puts);
        const view = viewOf(m);
        for (const state of STATES) {
          const now = view.going(state, false);
          const cycles = cyclesOf(m, state, now);
          within(run(cycles.engine, cycles.driven, 20).rpm, now.rpm, 0.01);
        }
      }
  });

  it('settles where torque made and taken are one, held and governed (algebra of the governor)', () => {
    const one = twin({}, { strength: 0, fires: 0 });
    within(run(one, driven(), 20).rpm, governedSpeed(0.5, 3550, 0.32).rpm, 0.01);
    within(run(one, driven({ by: 'held' }), 20).rpm, heldSpeed(0.5, 3550), 0.01);
  });

  it('accounts for its work to a tenth of a percent: firings given, load and rubbing taken, flywheel', () => {
    for (const engine of [twin(), twin({}, { fires: 0.6, strength: 0.55 }), twin({ strength: 0.7 }, {})]) {
      const { energy } = run(engine, driven(), 60);
      within(energy.fired, energy.taken + energy.kinetic, 1e-3);
      within(energy.due, energy.fired, 1e-3);
    }
  });

  it('work comes after the top: summed to one, most of it by 60 degrees after, later with a later spark', () => {
    // Heywood, fig. 2-1 and ch. 9: peak pressure about 15 degrees after the top, peak torque some 15 to 20 later.
    const pulse = pulseOf(8.4, 0);
    expect(pulse.reduce((a, b) => a + b, 0)).toBeCloseTo(1, 9);
    const peak = pulse.indexOf(Math.max(...pulse)) - 90;
    expect(peak).toBeGreaterThan(18);
    expect(peak).toBeLessThan(45);
    const later = pulseOf(8.4, 15);
    expect(later.indexOf(Math.max(...later)) - 90).toBeGreaterThan(peak);
    // Burning before the top pushes against the crank.
    expect(pulse.slice(0, 90).every((share) => share <= 1e-12)).toBe(true);
  });

  it('fires by chance: a share of firings comes off, the others are due, within three standard deviations', () => {
    const { fired, due } = run(twin({}, { fires: 0.6, strength: 0.6 }), driven(), 60);
    expect(fired[0]).toBe(due[0]);
    const spread = Math.sqrt(due[1]! * 0.6 * 0.4);
    expect(Math.abs(fired[1]! - 0.6 * due[1]!)).toBeLessThan(3 * spread);
  });

  it('one dead cylinder is felt in the speed of the crank: more than twice the swing', () => {
    const even = run(twin(), driven({ rpm: 1650, load: 0.2, plate: 0.2, by: 'held' }));
    const dead = run(twin({}, { strength: 0, fires: 0 }), driven({ rpm: 1650, load: 0.2, plate: 0.4, by: 'held' }));
    expect(dead.ripple).toBeGreaterThan(1.5 * even.ripple);
    // What is more, it goes with one over the inertia [Heywood, ch. 2: energy of the flywheel].
    const heavy = run({ ...twin(), inertia: 0.26 }, driven({ rpm: 1650, load: 0.2, plate: 0.2, by: 'held' }));
    within(heavy.ripple, even.ripple / 2, 0.1);
  });

  it('dies, runs down and says when; a starter brings it up and it goes on by itself', () => {
    const idle = driven({ rpm: 1650, load: 0.2, plate: 0.2, by: 'held' });
    const off = run(twin({ fires: 0, strength: 0 }, { fires: 0, strength: 0 }), idle, 20);
    expect(off.rpm).toBe(0);
    // Energy of the flywheel over the power taken: some seconds, not tenths and not minutes.
    expect(off.diedAtS!).toBeGreaterThan(0.8);
    expect(off.diedAtS!).toBeLessThan(8);
    const starter = (w: number, s: number) => (s < 1.5 ? Math.max(0, 40 - w) : 0);
    const from = { angleRad: 0, radPerS: 0.5, plate: 0.5 };
    const up = run(twin(), { ...idle, plate: 0.3 }, 12, { from, helpNm: starter });
    expect(up.diedAtS).toBeNull();
    expect(up.rpm).toBeGreaterThan(1200);
    const dead = run(twin({ fires: 0, strength: 0 }, { fires: 0, strength: 0 }), idle, 12, { from, helpNm: starter });
    expect(dead.diedAtS!).toBeGreaterThan(1.5);
  });

  it('hands out each moment: a puff at each exhaust once a cycle where it fires, none where it does not', () => {
    const seen: CycleSample[] = [];
    run(twin({}, { strength: 0, fires: 0 }), driven(), 2, {
      sink: { everyS: 0.001, take: (s: CycleSample) => seen.push(s) },
    });
    for (const [i, s] of seen.slice(1).entries()) expect(s.seconds - seen[i]!.seconds).toBeLessThan(0.00101);
    const puffs = seen.filter((s, i) => i > 0 && s.exhaust[0]! > 0.1 && seen[i - 1]!.exhaust[0]! < 0.1).length;
    const cycles = (seen.at(-1)!.angleRad - seen[0]!.angleRad) / (4 * Math.PI);
    expect(Math.abs(puffs - cycles)).toBeLessThan(2);
    expect(Math.max(...seen.map((s) => s.exhaust[1]!))).toBe(0);
    expect(Math.max(...seen.map((s) => s.intake[1]!))).toBeGreaterThan(0.2);
  });

  it('the same seed goes the same, another not; what cannot be is refused', () => {
    const misses = twin({ fires: 0.7, strength: 0.7 });
    const go = (seed: number) => runCycles(misses, driven(), { seconds: 3, chance: random(seed) }).rpm;
    expect(go(1)).toBe(go(1));
    expect(go(1)).not.toBe(go(2));
    expect(() => run(twin(), driven({ plate: 0 }))).toThrow(RangeError);
  });
});
