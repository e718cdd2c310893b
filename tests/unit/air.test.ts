import { describe, expect, it } from 'vitest';
import { assessInput, openBench, readCase } from '@/core/index.ts';
import { eventOf, TWIN, withEvents } from './jobs.ts';

/** A job of this air and house, as the screens and the command line judge it. */
function jobIn(ambient: object | undefined, limits: object = {}) {
  const read = readCase({
    format: 'ridge-bolt/case',
    version: 1,
    machine: { kind: 'zero-turn', engine: { ...TWIN, sheet: { boreMm: 80, strokeMm: 69, governedRpm: 3600 } } },
    complaint: ['low-power'],
    house: { revision: 1, limits },
    ...(ambient ? { ambient } : {}),
    events: [],
  });
  if (!read.ok) throw new Error(JSON.stringify(read.issues));
  return openBench(read.value);
}
const judged = (bench: ReturnType<typeof jobIn>, event: object) => withEvents(bench, event).readings[0]!.assessment;

describe('the air a job is worked on in', () => {
  it('stands in for the battery’s own temperature (battery-council table, from memory: 9.6 V at 21 °C, 8.7 V at -12 °C)', () => {
    const load = { check: 'power.load', value: { value: 9.2, unit: 'V' } };
    expect(judged(jobIn({ temperatureC: -12.2 }), load)).toMatchObject({ outcome: 'holds', missing: [] });
    expect(judged(jobIn({ temperatureC: 21 }), load).outcome).toBe('sags');
    // Nobody said: held to the table's own temperature, and it says so.
    expect(judged(jobIn(undefined), load)).toMatchObject({ outcome: 'sags', missing: [{ name: 'loadMinVolts' }] });
  });

  it('right after the start a difference counts for less, and that is said; a dead cylinder stays plain (common practice, no source)', () => {
    const since = (min: number, second: number) =>
      judged(jobIn({ temperatureC: 20 }), {
        ...{ check: 'balance.heat', condition: 'idle' },
        readings: { '1': { value: 180, unit: 'degC' }, '2': { value: second, unit: 'degC' } },
        fields: { minutes: { value: min, unit: 'min' } },
      });
    expect(since(2, 140).remarks).toEqual(['just_started']);
    expect(since(3, 140).remarks).toEqual([]);
    expect(since(2, 140).weights['2']!.cooler!).toBeLessThan(since(3, 140).weights['2']!.cooler! - 0.1);
    expect(since(2, 30).weights['2']!.cold!).toBeGreaterThan(0.95);
  });

  it('stands in for the ambient of a heat pair, and one measured beside the pair goes before it', () => {
    const pair = { '1': { value: 120, unit: 'degC' }, '2': { value: 90, unit: 'degC' } };
    const heat = { check: 'balance.heat', condition: 'idle', readings: pair };
    // Rise 90 - 30 against 120 - 30 is 0.667; with 0 degC of air it would be 0.75.
    expect(judged(jobIn({ temperatureC: 30 }), heat).quantities.heatRatio!.value).toBeCloseTo(60 / 90, 6);
    const beside = { ...heat, fields: { ambient: { value: 0, unit: 'degC' } } };
    expect(judged(jobIn({ temperatureC: 30 }), beside).quantities.heatRatio!.value).toBeCloseTo(0.75, 6);
  });

  it('thins with height: the same gauge, the same flow mean more (ISA, ISO 2533: 1500 m is 84.56 kPa)', () => {
    const gauge = { check: 'seal.compression', cylinder: 1, value: { value: 100, unit: 'psi' } };
    const sea = judged(jobIn(undefined), gauge).quantities.seaLevelPsi!.value;
    const high = judged(jobIn({ altitudeM: 1500 }), gauge).quantities.seaLevelPsi!.value;
    expect(sea).toBeCloseTo(100, 4);
    expect(high).toBeCloseTo(((100 + 12.264) * 101.325) / 84.556 - 14.696, 1);
    const flow = {
      check: 'fuel.flow',
      fields: { volume: { value: 100, unit: 'ml' }, time: { value: 30, unit: 's' } },
    };
    const demand = (bench: ReturnType<typeof jobIn>) => judged(bench, flow).quantities.demandMlPerMin!.value;
    expect(demand(jobIn({ altitudeM: 1500 })) / demand(jobIn(undefined))).toBeCloseTo(84.556 / 101.325, 3);
    // The shop's own height stands where the job says none.
    expect(demand(jobIn(undefined, { shopAltitudeM: 1500 }))).toBeCloseTo(demand(jobIn({ altitudeM: 1500 })), 9);
  });

  it('says the same on the command line', () => {
    const said = assessInput('power.load', { value: { value: 9.2, unit: 'V' }, ambient: { temperatureC: -12.2 } });
    expect(said).toMatchObject({ ok: true, value: { outcome: 'holds' } });
  });
});

describe('lead to ground and lead to kill tab (common practice, no source: within 5 %)', () => {
  const coil = (toGround: string | number, toKillTab: string | number, extra: object = {}) => {
    const figure = (v: string | number) => (typeof v === 'number' ? { value: v, unit: 'kohm' } : v);
    const read = assessInput('spark.coil-ohms', {
      fields: { toGround: figure(toGround), toKillTab: figure(toKillTab), ...extra },
      engine: { coilOhmsLow: 3200, coilOhmsHigh: 4600 },
    });
    if (!read.ok) throw new Error(JSON.stringify(read.issues));
    return read.value as { outcome: string; tooCloseToCall: boolean; points: string[]; remarks: string[] } & {
      quantities: Record<string, { value: number }>;
    };
  };

  it('agree: in range, and the difference stands there', () => {
    const said = coil(4, 4.02);
    expect(said).toMatchObject({ outcome: 'in-range', remarks: [], tooCloseToCall: false });
    expect(said.quantities.tabDifferencePercent!.value).toBeCloseTo(0.5, 6);
  });

  it('disagree: a finding although either alone is in range', () => {
    expect(coil(4, 4.5)).toMatchObject({
      outcome: 'high',
      remarks: ['tab_disagrees'],
      points: ['joint inside the coil'],
    });
    expect(coil(4.5, 4)).toMatchObject({ outcome: 'high', remarks: ['tab_disagrees'] });
    expect(coil(4, 'OL')).toMatchObject({ outcome: 'high', remarks: ['tab_disagrees'] });
  });

  it('a hair past five percent is too close to call with a shop meter', () => {
    expect(coil(4, 4.21).tooCloseToCall).toBe(true);
  });

  it('open to ground and whole to the tab is open where it is grounded', () => {
    expect(coil('OL', 4)).toMatchObject({ outcome: 'open', points: ['coil, where it is grounded'] });
    expect(coil('OL', 'OL')).toMatchObject({ outcome: 'open', points: ['coil, lead or boot'] });
  });

  it('moves the ridge: the coil is suspected more than with a tab that agrees', () => {
    const reading = (toKillTab: number) => ({
      check: 'spark.coil-ohms',
      cylinder: 2,
      fields: { toGround: { value: 4, unit: 'kohm' }, toKillTab: { value: toKillTab, unit: 'kohm' } },
    });
    const weights = (tab: number) => judged(jobIn(undefined), reading(tab)).weights['']!;
    expect(weights(4.6).high!).toBeGreaterThan(0.5);
    expect(weights(4.01).high ?? 0).toBeLessThan(0.1);
  });
});

describe('words of an engine that nobody said', () => {
  const head = (engine: object) => ({
    format: 'ridge-bolt/case',
    version: 1,
    machine: { kind: 'other', engine },
    complaint: ['low-power'],
    events: [],
  });

  it('are unknown, every one but how many cylinders', () => {
    const read = readCase(head({ cylinders: 2 }));
    if (!read.ok) throw new Error(JSON.stringify(read.issues));
    const { cylinders, ...words } = read.value.engine;
    expect(cylinders).toBe(2);
    expect(new Set(Object.values(words))).toEqual(new Set(['unknown']));
    expect(readCase(head({ layout: 'v-twin-90' })).ok).toBe(false);
  });

  it('one cylinder has one layout', () => {
    const read = readCase(head({ cylinders: 1 }));
    expect(read).toMatchObject({ ok: true, value: { engine: { layout: 'single' } } });
    expect(readCase(head({ cylinders: 1, layout: 'v-twin-90' })).ok).toBe(false);
  });

  it('leave open what may be there: an ignition nobody named may have a coil and a diode for each cylinder', () => {
    const engine = { cylinders: 2 };
    const read = readCase(head(engine));
    if (!read.ok) throw new Error(JSON.stringify(read.issues));
    expect(() => eventOf({ check: 'spark.kill-diode', cylinder: 1, outcome: 'good' }, read.value.engine)).not.toThrow();
    const faults = openBench(read.value).catalogue.faults.map((f) => f.id);
    expect(faults).toContain('spark.kill-diode-short');
    expect(faults).toContain('spark.kill-lead');
  });
});
