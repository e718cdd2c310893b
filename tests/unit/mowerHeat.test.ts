import { describe, expect, it } from 'vitest';
import { assessInput } from '@/core/index.ts';
import { ALL_BURNT, type Burning, type Cooling, coldAs, heatAfter, settledHeat } from '@/core/mower/heat.ts';
import { type InjectedFault, injectFaults } from '@/core/mower/injectFaults.ts';
import { type Mower, soundMower } from '@/core/mower/machine.ts';
import { simulateCheck } from '@/core/mower/simulateCheck.ts';
import { viewOf } from '@/core/mower/tell.ts';
import { random } from './random.ts';

const burning = (changed: Partial<Burning> = {}): Burning => ({
  ...{ air: 0.85, mixture: 1, fires: 1, lateDeg: 0, rubs: 0.24 },
  ...changed,
});
const cooling: Cooling = { ambientC: 20, rpm: 3450, gives: 1 };
const head = (b: Burning, c = cooling) => settledHeat([b], c)[0]!.headC;
const exhaust = (b: Burning, c = cooling) => settledHeat([b], c)[0]!.exhaustC;

const TWIN = {
  ...({ cylinders: 2, layout: 'v-twin-90', fuelFeed: 'pump', lifters: 'solid' } as const),
  ...({ ignition: 'coil-per-cylinder', compressionRelease: 'none', carburettor: 'two-barrel' } as const),
};
const MACHINES = 60;
/** The same machine sound and with a fault, sixty times over. */
const machines = (change: (m: Mower) => void) =>
  Array.from({ length: MACHINES }, (_, n) => {
    const sound = soundMower(TWIN, random(1000 + n));
    const other = structuredClone(sound);
    change(other);
    return { sound: viewOf(sound), other: viewOf(other) };
  });
const fault = (...faults: InjectedFault[]) =>
  Array.from({ length: MACHINES }, (_, n) => viewOf(injectFaults(soundMower(TWIN, random(1000 + n)), faults)));
const share = (hits: readonly boolean[]) => hits.filter(Boolean).length / hits.length;

describe('heat of a cylinder', () => {
  it('comes and goes first order: 63.2 % of the way after one clock, never past where it settles', () => {
    // Incropera, Fundamentals of Heat and Mass Transfer, lumped capacitance: 1 - 1/e.
    const [settled] = settledHeat([burning()], cooling);
    const at = (s: number) => heatAfter(coldAs(1, 20), [burning()], cooling, s)[0]!.headC;
    const rise = (s: number) => (at(s) - 20) / (settled!.headC - 20);
    expect(rise(0)).toBe(0);
    let clock = 0;
    while (rise(clock) < 1 - Math.exp(-1)) clock += 0.5;
    expect(rise(2 * clock)).toBeCloseTo(1 - Math.exp(-2), 2);
    expect(rise(3 * clock)).toBeCloseTo(1 - Math.exp(-3), 2);
    expect(rise(1e5)).toBeCloseTo(1, 9);
    // A head stands after about five minutes: common practice, no source.
    expect(clock).toBeGreaterThan(45);
    expect(clock).toBeLessThan(240);
    // And cools the same way once nothing burns.
    const off = heatAfter([settled!], [burning({ fires: 0 })], { ...cooling, rpm: 0 }, 600)[0]!;
    expect(off.headC).toBeLessThan(settled!.headC);
    expect(off.headC).toBeGreaterThan(20);
  });

  it('goes with the air it stands in, degree for degree', () => {
    expect(head(burning(), { ...cooling, ambientC: 35 }) - head(burning())).toBeCloseTo(15, 9);
  });

  it('gives off no more than is set free, whatever the mixture and the timing', () => {
    // First law: what goes into walls and gas, and is not work, is at most the heat of the air's own share of fuel [Heywood, table D.4].
    for (const mixture of [0.5, 0.7, ALL_BURNT, 1, 1.3, 1.8])
      for (const lateDeg of [0, 10, 25])
        for (const air of [0.1, 0.4, 1]) {
          const b = burning({ mixture, lateDeg, air, rubs: 0 });
          const still = { ambientC: 0, rpm: 3550, gives: 1 };
          const walls = 44 * head(b, still);
          expect(walls).toBeLessThan((43e6 * 0.0093 * air) / 14.7);
          expect(walls).toBeGreaterThan(0);
        }
  });

  it('a lean mixture of about 15 : 1 that pulls the same load runs hotter than the rich one it is set to', () => {
    // It takes more air for the load: its strength per air is that of `running`. Lean runs hot: common practice, and Heywood, ch. 12.5.
    const lean = burning({ mixture: 12.5 / 15, air: 0.85 / 0.94 });
    expect(head(lean)).toBeGreaterThan(head(burning()));
    expect(exhaust(lean)).toBeGreaterThan(exhaust(burning()));
  });
});

describe('what a thermometer finds on whole machines', () => {
  it('packed fins and shroud read hotter, on 95 of 100', () => {
    const both = machines((m) => {
      m.air.packed = true;
    });
    for (const minutes of [3, 20])
      expect(
        share(
          both.map(
            ({ sound, other }) => other.heat('loaded', minutes)[0]!.headC > sound.heat('loaded', minutes)[0]!.headC,
          ),
        ),
      ).toBeGreaterThanOrEqual(0.95);
  });

  it('a lean jet that does not misfire reads hotter', () => {
    const both = machines((m) => {
      m.fuel.main = 12.5 / 15;
    });
    for (const { other } of both) expect(Math.min(...other.going('loaded', true).fires)).toBeGreaterThan(0.95);
    expect(
      share(both.map(({ sound, other }) => other.heat('loaded', 20)[0]!.headC > sound.heat('loaded', 20)[0]!.headC)),
    ).toBeGreaterThanOrEqual(0.95);
  });

  it('late timing reads hotter at the exhaust', () => {
    const both = machines((m) => {
      m.flywheel.offsetDeg = 8;
    });
    expect(
      share(
        both.map(
          ({ sound, other }) => other.heat('half-speed', 3)[0]!.exhaustC > sound.heat('half-speed', 3)[0]!.exhaustC,
        ),
      ),
    ).toBeGreaterThanOrEqual(0.95);
  });

  it('a cylinder that does not fire stays under 60 % of its twin’s rise, and sound twins are within 15 %', () => {
    // Brief 3.7, common practice.
    const ratio = (view: ReturnType<typeof viewOf>) => {
      const rise = view.heat('half-speed', 3).map(({ exhaustC }) => exhaustC - view.m.ambientC);
      return Math.min(...rise) / Math.max(...rise);
    };
    expect(
      share(
        fault({ fault: 'spark.coil-open', cylinder: 2, severity: 1, shows: 1, form: 0 }).map((v) => ratio(v) < 0.6),
      ),
    ).toBe(1);
    expect(share(fault().map((v) => ratio(v) > 0.85))).toBeGreaterThanOrEqual(0.95);
  });

  it('cold, or not running, it is as warm as the air; a pair taken at once fools nobody', () => {
    const [view] = fault({ fault: 'spark.coil-open', cylinder: 2, severity: 1, shows: 1, form: 0 });
    const at = view!.m.ambientC;
    for (const { headC, exhaustC } of view!.heat('half-speed', 0)) {
      expect(headC).toBeCloseTo(at, 9);
      expect(exhaustC).toBeCloseTo(at, 9);
    }
    const dead = viewOf(
      injectFaults(soundMower(TWIN, random(7)), [
        { fault: 'fuel.shut', cylinder: null, severity: 1, shows: 1, form: 0 },
      ]),
    );
    expect(dead.going('half-speed', false).runs).toBe(false);
    expect(dead.heat('half-speed', 20)[0]!.exhaustC).toBeCloseTo(dead.m.ambientC, 9);
    const taken = view!.heat('half-speed', 0.05);
    const judged = assessInput('balance.heat', {
      engine: { cylinders: 2 },
      readings: Object.fromEntries(
        taken.map(({ exhaustC }, i) => [i + 1, { value: Math.round(exhaustC), unit: 'degC' }]),
      ),
      fields: { ambient: { value: Math.round(at), unit: 'degC' } },
    });
    expect(judged).toMatchObject({ ok: true, value: { outcome: null } });
    expect(JSON.stringify(judged)).toContain('run it three minutes');
  });

  it('is read as it stands after three minutes, by what the check asks', () => {
    const [view] = fault();
    const [read] = simulateCheck(
      view!,
      { check: 'balance.heat', cylinder: null, condition: 'half-speed', temperature: 'cold' },
      random(3),
    );
    const stands = view!.heat('half-speed', 3)[0]!.exhaustC;
    const { readings } = read as { readings: Record<string, { value: number }> };
    expect(Math.abs(readings[1]!.value - stands) / stands).toBeLessThan(0.06);
  });
});
