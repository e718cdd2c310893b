import { describe, expect, it } from 'vitest';
import { type InjectedFault, injectFaults } from '@/core/mower/injectFaults.ts';
import { INSTRUMENTS, type Mower, soundMower } from '@/core/mower/machine.ts';
import { simulateCheck } from '@/core/mower/simulateCheck.ts';
import { drips, viewOf } from '@/core/mower/tell.ts';
import { random } from './random.ts';

const TWIN = {
  ...({ cylinders: 2, layout: 'v-twin-90', fuelFeed: 'pump', lifters: 'solid' } as const),
  ...({ ignition: 'coil-per-cylinder', compressionRelease: 'none', carburettor: 'two-barrel' } as const),
};
const put = (fault: string, cylinder: number | null, severity = 0.8, form = 0.2): InjectedFault => ({
  ...{ fault, cylinder, severity, form, shows: 1 },
});
const mower = (n: number, puts: readonly InjectedFault[] = []) => injectFaults(soundMower(TWIN, random(n)), puts);
type Asked = Parameters<typeof simulateCheck>[1];
const read = (m: Mower, asked: Partial<Asked> & { check: string }, seed: number) =>
  simulateCheck(viewOf(m), { cylinder: null, condition: 'bench', temperature: null, ...asked }, random(seed))[0] as {
    outcome?: string;
    where?: string;
    symptoms?: string[];
    fields?: Record<string, { value: number }>;
  };
const mean = (all: readonly number[]) => all.reduce((a, b) => a + b, 0) / all.length;
const spread = (all: readonly number[]) => Math.sqrt(mean(all.map((x) => (x - mean(all)) ** 2)));
const TWENTY = Array.from({ length: 20 }, (_, k) => k);

describe('an instrument', () => {
  const volts = (m: Mower, seed: number) =>
    read(m, { check: 'power.rest-volts', condition: 'key-off' }, seed).fields!.value!.value;

  it('errs the same way at every reading, another one another way; readings of one scatter less than instruments differ', () => {
    // ISO 5725: repeatability of one instrument, and bias of each.
    const meters = TWENTY.map((n) => {
      const m = mower(100 + n);
      const off = TWENTY.map((k) => volts(m, k) / m.battery.openVolts - 1);
      return { bias: mean(off), own: spread(off) };
    });
    const between = spread(meters.map(({ bias }) => bias));
    expect(mean(meters.map(({ own }) => own))).toBeLessThan(between);
    expect(between).toBeGreaterThan(0.0005);
    expect(between).toBeLessThan(0.004);
  });

  it('the same meter has the same bias in another check of the same kind, and a gauge has its own', () => {
    const m = mower(7);
    const off = { ...m, instruments: { ...m.instruments, volts: 2.5, gauge: 0 } };
    const none = { ...m, instruments: Object.fromEntries(INSTRUMENTS.map((i) => [i, 0])) as Mower['instruments'] };
    const of = (from: Mower, check: string, condition: Asked['condition'], cylinder: number | null = null) =>
      mean(TWENTY.map((k) => read(from, { check, condition, cylinder }, k).fields!.value!.value));
    for (const [check, state] of [
      ['power.rest-volts', 'key-off'],
      ['power.crank-volts', 'cranking'],
    ] as const)
      expect(of(off, check, state) / of(none, check, state)).toBeCloseTo(1 + 0.4 * 2.5 * 0.004, 3);
    expect(of(off, 'seal.compression', 'cranking', 1) / of(none, 'seal.compression', 'cranking', 1)).toBeCloseTo(1, 3);
  });
});

describe('the leads of a meter', () => {
  it('stand in a reading of few ohms, and are lost in one of thousands', () => {
    // Common practice, no source: a tenth to four tenths of an ohm.
    const over = (check: string, cylinder: number | null, field: string, is: (m: Mower) => number) =>
      mean(
        TWENTY.map((k) => {
          const m = { ...mower(50), instruments: { ...mower(50).instruments, ohms: 0 } };
          const found = read(m, { check, cylinder }, k) as {
            value?: { value: number };
            fields?: Record<string, { value: number }>;
          };
          return (found.value ?? found.fields![field]!).value - is(m);
        }),
      );
    const few = over('power.clutch-ohms', null, 'value', (m) => m.clutchOhms);
    expect(few).toBeGreaterThan(0.1);
    expect(few).toBeLessThan(0.4);
    const many = over(
      'spark.coil-ohms',
      1,
      'toGround',
      (m) => m.cylinders[0]!.coil.ohmsAt20C * (1 + 0.00393 * (m.ambientC - 20)),
    );
    expect(Math.abs(many)).toBeLessThan(20);
  });
});

describe('a reader', () => {
  it('calls a spark at the border now the one, now the other, and a plain one always what it is', () => {
    const words = (strength: number) =>
      new Set(
        TWENTY.map((k) => {
          const m = mower(9);
          m.cylinders[0]!.coil.strength = strength;
          return read(m, { check: 'spark.tester', condition: 'idle', cylinder: 1 }, k).outcome;
        }),
      );
    expect([...words(1)]).toEqual(['strong']);
    expect([...words(0.02)]).toEqual(['none']);
    const border = words(0.55 / mower(9).flywheel.magnet);
    expect([...border].sort()).toEqual(['strong', 'weak']);
  });

  it('sees along the wiring the second time what he saw the first; what does not lie open he does not see', () => {
    const found = Array.from({ length: 60 }, (_, n) => {
      const m = mower(300 + n, [put('spark.kill-lead', 1, 0.8, random(n).next())]);
      return new Set(
        [1, 2, 3, 4].map((k) => read(m, { check: 'look.wiring', condition: 'key-off' }, k).where ?? 'none'),
      );
    });
    // What is plain to see is overlooked once in fifty all the same.
    expect(found.filter((own) => own.size === 1).length).toBeGreaterThan(50);
    const seen = found.filter((own) => own.has('kill-lead-1')).length;
    expect(seen).toBeGreaterThan(25);
    expect(seen).toBeLessThan(55);
  });

  it('hears of a run what that state shows, and the same at the next run', () => {
    const m = mower(21, [put('fuel.main-jet', null, 0.15), put('seal.rings', 1, 0.9)]);
    const heard = (condition: Asked['condition'], k: number) => read(m, { check: 'look.run', condition }, k).symptoms!;
    expect(heard('idle', 1)).toEqual(heard('idle', 2));
    expect(heard('loaded', 1)).toEqual(heard('loaded', 2));
    for (let n = 0; n < 30; n++) {
      const lean = mower(500 + n, [put('fuel.main-jet', null, 0.12)]);
      const idle = read(lean, { check: 'look.run', condition: 'idle' }, 1).symptoms!;
      // Power is felt under load, not at idle.
      expect(idle).not.toContain('low-power');
    }
  });

  it('looks past what lies hidden more often than past what is plain to see', () => {
    // Common practice, no source; shares counted over 3,000 looks.
    const past = (check: string, fault: string, cylinder: number | null, sound: string) =>
      Array.from({ length: 3000 }, (_, k) => k).filter(
        (k) => read(mower(40, [put(fault, cylinder)]), { check, cylinder, condition: 'key-off' }, k).outcome === sound,
      ).length / 3000;
    const plain = past('look.cooling', 'air.cooling', null, 'clean');
    const usual = past('fuel.filter', 'fuel.filter', null, 'clean');
    const hidden = past('spark.lead-look', 'spark.plug-lead', 1, 'ok');
    expect(plain).toBeLessThan(usual);
    expect(usual).toBeLessThan(hidden);
    expect(hidden).toBeLessThan(0.08);
  });

  it('now and then bends a lead too little, feels a blade stick, and reads a battery that came off its charger just now', () => {
    const flexing = mower(41, [put('spark.plug-lead', 1, 0.8, 0.9)]);
    const jumps = Array.from(
      { length: 400 },
      (_, k) => 'flexMax' in read(flexing, { check: 'spark.coil-ohms', cylinder: 1 }, k).fields!,
    ).filter(Boolean).length;
    expect(jumps).toBeGreaterThan(250);
    expect(jumps).toBeLessThan(350);
    // A blade that sticks tells too little: the mean of many lies under what it is, by less than a blade.
    const lash = Array.from(
      { length: 400 },
      (_, k) => read(mower(42), { check: 'valve.lash', cylinder: 1 }, k).fields!.exhaust!.value,
    );
    const is = mower(42).cylinders[0]!.lashMm.exhaust;
    const off = mean(lash) - (is + 0.004 * mower(42).instruments.blades);
    expect(off).toBeLessThan(0);
    expect(off).toBeGreaterThan(-0.0127 / 2);
    const fed = mower(43);
    fed.battery.fed = true;
    const rested = Array.from(
      { length: 200 },
      (_, k) => read(fed, { check: 'power.rest-volts', condition: 'key-off' }, k).fields!,
    );
    const hasty = rested.filter((f) => f.restedMinutes!.value === 20).map((f) => f.value!.value);
    const patient = rested.filter((f) => f.restedMinutes!.value > 60).map((f) => f.value!.value);
    expect(hasty.length).toBeGreaterThan(40);
    expect(mean(hasty)).toBeGreaterThan(mean(patient) + 0.15);
  });
});

describe('a machine of its own lot', () => {
  it('has a tap and a screen or not; one without a tap is empty where nothing comes', () => {
    const lots = Array.from({ length: 200 }, (_, n) => mower(700 + n, [put('fuel.shut', null, 0.8, 0.9)]));
    expect(lots.some(({ fuel }) => fuel.tap === 'none' && fuel.quality === 'empty')).toBe(true);
    expect(lots.some(({ fuel }) => fuel.tap === 'holds' && fuel.shut)).toBe(true);
    expect(lots.some(({ fuel }) => fuel.tap === 'none' && fuel.shut)).toBe(false);
    expect(new Set(lots.map(({ fuel }) => fuel.screenFitted)).size).toBe(2);
    // Of what is not there nothing drips, whatever lets it past.
    const leaking = lots.map(({ fuel }) => drips({ ...lots[0]!, fuel: { ...fuel, needleMlMin: 5 } }));
    expect(leaking).not.toContain(true);
  });

  it('is heard to leak at the valve that stands open, and a rod that broke may lock it', () => {
    for (const [form, place] of [
      [0.1, 'intake'],
      [0.9, 'exhaust'],
    ] as const) {
      const m = mower(800, [put('valve.stuck', 1, 0.8, form)]);
      const { heard } = read(m, { check: 'seal.leak-down', cylinder: 1 }, 3).fields as unknown as {
        heard: Record<string, string>;
      };
      expect(Object.keys(heard)).toContain(place);
      expect(read(m, { check: 'seal.fluid-test', cylinder: 1 }, 3).outcome).toBe(`weeps-${place}`);
    }
    const byHand = (form: number) =>
      read(mower(801, [put('seal.rod-broken', 1, 0.8, form)]), { check: 'turn.by-hand' }, 3).outcome;
    expect([byHand(0.1), byHand(0.4), byHand(0.9)]).toEqual(['locked', 'drags', 'free']);
  });
});
