import { describe, expect, it } from 'vitest';
import { todoOf } from '@/core/checks/todo.ts';
import { type Assessment, assessInput, CHECKS, findCheck } from '@/core/index.ts';
import { CAUTIONS } from '@/core/safety/cautions.ts';

type Verdict = Pick<
  Assessment,
  'outcome' | 'severity' | 'tooCloseToCall' | 'quantities' | 'missing' | 'remarks' | 'limits'
>;

/** One check's verdict, through the same door as the command line. */
function verdict(check: string, event: object, engine: object = {}): Verdict {
  const read = assessInput(check, { ...event, engine });
  if (!read.ok) throw new Error(JSON.stringify(read.issues));
  return read.value as Verdict;
}
const q = (value: number, unit: string) => ({ value, unit });

describe('power', () => {
  // Limits: battery tables from memory, 70 % of rated and the posts' 9.6 / 11 V common practice.
  it.each([
    [12.6, 'full'],
    [12.2, 'low'],
    [11.6, 'flat'],
    [10.4, 'cell-gone'],
    [6.1, 'cell-gone'],
  ])('%d V at rest', (volts, outcome) => {
    expect(verdict('power.rest-volts', { value: q(volts, 'V') }).outcome).toBe(outcome);
  });

  it('fresh off a charger is not a reading, unless it is low all the same', () => {
    const fields = (v: number) => ({ fields: { value: q(v, 'V'), justCharged: true } });
    expect(verdict('power.rest-volts', fields(12.9))).toMatchObject({ outcome: null, remarks: ['not_rested'] });
    expect(verdict('power.rest-volts', fields(10.4)).outcome).toBe('cell-gone');
    expect(
      verdict('power.rest-volts', { fields: { value: q(12.6, 'V'), restedMinutes: q(10, 'min') } }).outcome,
    ).toBeNull();
  });

  it('half of its rated amps is worn, and the figure carries its error', () => {
    const worn = verdict('power.tester', {
      fields: { measuredCca: q(150, 'A'), ratedCca: q(300, 'A'), resistance: q(20, 'mohm'), stateOfCharge: q(92, '%') },
    });
    expect(worn.outcome).toBe('worn');
    expect(worn.quantities.healthPercent!.value).toBeCloseTo(50, 9);
    expect(worn.quantities.healthPercent!.plusMinus).toBeGreaterThan(1);
    expect(worn.quantities.ccaEstimateA!.value).toBeCloseTo(150, 9);
  });

  it('a tester on a flat battery judges nothing; without a rating it says which figure is missing', () => {
    expect(
      verdict('power.tester', {
        fields: { measuredCca: q(150, 'A'), ratedCca: q(300, 'A'), stateOfCharge: q(40, '%') },
      }),
    ).toMatchObject({ outcome: null, remarks: ['charge_first'] });
    expect(verdict('power.tester', { fields: { measuredCca: q(150, 'A') } }).missing.map((m) => m.name)).toContain(
      'healthPercent',
    );
    expect(verdict('power.tester', { fields: { measuredCca: q(150, 'A') } }, { ratedCcaA: 300 }).outcome).toBe('worn');
  });

  it('volts at the posts part a worn battery from a bad cable', () => {
    expect(verdict('power.crank-volts', { value: q(8.8, 'V') }).outcome).toBe('sags');
    expect(verdict('power.crank-volts', { value: q(11.8, 'V') }).outcome).toBe('stays-high');
    expect(verdict('power.crank-volts', { fields: { value: q(11.8, 'V'), rpm: q(450, 'rpm') } }).outcome).toBe('holds');
  });
});

describe('which cylinder', () => {
  const heat = (one: number, two: number, ambient?: number) =>
    verdict('balance.heat', {
      readings: { '1': q(one, 'degC'), '2': q(two, 'degC') },
      ...(ambient === undefined ? {} : { fields: { ambient: q(ambient, 'degC') } }),
    });

  it('rises over ambient are compared, not readings (common practice: under 60 % dead, 85 % alike)', () => {
    const cold = heat(212, 58, 18);
    expect(cold.outcome).toBe('cold');
    expect(cold.quantities.heatRatio!.value).toBeCloseTo(40 / 194, 9);
    expect(heat(208, 199, 18).outcome).toBe('hot');
    expect(heat(212, 165, 18).outcome).toBe('cooler');
  });

  it('without the ambient the band is wider and says so, but a plain case stays plain', () => {
    const pair = heat(208, 214);
    expect(pair.outcome).toBe('hot');
    expect(pair.missing.map((m) => m.name)).toEqual(['ambient']);
    expect(pair.quantities.heatRatio!.plusMinus!).toBeGreaterThan(heat(208, 214, 18).quantities.heatRatio!.plusMinus!);
  });

  it('nothing warm yet is no verdict', () => {
    expect(heat(30, 22, 18).outcome).toBeNull();
  });

  it('a governor hides a lost cylinder: a small drop at governed speed says nothing, a held throttle does', () => {
    const cut = (before: number, after: number, throttle?: string) =>
      verdict('balance.cut-out', {
        cylinder: 2,
        fields: { before: q(before, 'rpm'), after: q(after, 'rpm'), ...(throttle ? { throttle } : {}) },
      });
    expect(cut(3500, 3450, 'governed')).toMatchObject({ outcome: null, remarks: ['governor_hides'] });
    expect(cut(1650, 1645)).toMatchObject({ outcome: null, remarks: ['throttle_unknown'] });
    expect(cut(1650, 1645, 'held').outcome).toBe('dead');
    expect(cut(1650, 900, 'held').outcome).toBe('pulls');
  });
});

describe('ignition', () => {
  it('OL is open; OL and a figure by turns is a lead that jumps; near nothing is shorted (common practice)', () => {
    const coil = (fields: object) => verdict('spark.coil-ohms', { fields });
    expect(coil({ toGround: 'OL' }).outcome).toBe('open');
    expect(coil({ toGround: q(4.1, 'kohm'), flexMin: q(4.1, 'kohm'), flexMax: 'OL' }).outcome).toBe('unsteady');
    expect(coil({ toGround: q(4.1, 'kohm'), flexMin: q(3.2, 'kohm'), flexMax: q(4.1, 'kohm') }).outcome).toBe(
      'unsteady',
    );
    expect(coil({ toGround: q(30, 'ohm') }).outcome).toBe('shorted');
    expect(coil({ toGround: q(4.1, 'kohm') }).outcome).toBe('in-range');
  });

  it("the sheet's window decides where there is one, at 20 degC", () => {
    const sheet = { coilOhmsLow: 3200, coilOhmsHigh: 4600 };
    const hot = verdict(
      'spark.coil-ohms',
      { fields: { toGround: q(5.2, 'kohm'), coilTemperature: q(95, 'degC') } },
      sheet,
    );
    expect(hot.quantities.ohmsAt20C!.value).toBeCloseTo(5200 / (1 + 0.00393 * 75), 6);
    expect(hot.outcome).toBe('in-range');
    expect(hot.limits[0]).toMatchObject({ source: 'engine sheet', value: 3200 });
    expect(verdict('spark.coil-ohms', { fields: { toGround: q(5.6, 'kohm') } }, sheet).outcome).toBe('high');
  });

  it('a diode harness read with the coils plugged in says nothing; apart, it tells good from shorted from open', () => {
    const diode = (forward: unknown, reverse: unknown, coilsPlugged = false) =>
      verdict('spark.kill-diode', { fields: { forward, reverse, coilsPlugged } });
    expect(diode(q(0.58, 'V'), 'OL', true)).toMatchObject({ outcome: null, remarks: ['coils_plugged'] });
    expect(diode(q(0.58, 'V'), 'OL').outcome).toBe('good');
    expect(diode('OL', q(0.61, 'V')).outcome).toBe('good');
    expect(diode(q(0.1, 'V'), q(0.1, 'V')).outcome).toBe('shorted');
    expect(diode('OL', 'OL').outcome).toBe('open');
    expect(diode(q(1.9, 'V'), 'OL')).toMatchObject({ outcome: null, remarks: ['not_a_diode_drop'] });
  });

  it('an air gap on the limit is too close to call; severity only grows as the gap grows', () => {
    const gap = (mm: number) => verdict('spark.air-gap', { fields: { gapA: q(mm, 'mm'), gapB: q(mm, 'mm') } });
    expect(gap(0.25).outcome).toBe('ok');
    expect(gap(0.3).tooCloseToCall).toBe(true);
    expect(gap(0.45).outcome).toBe('wide');
    expect(gap(0.1).outcome).toBe('tight');
    let last = 0;
    for (let mm = 0.25; mm < 1; mm += 0.05) {
      const { severity } = gap(mm);
      expect(severity!).toBeGreaterThanOrEqual(last);
      last = severity!;
    }
  });
});

describe('fuel, oil, bottom end', () => {
  it('a needle is judged by its rate, so that different times compare (0.5 psi in 15 s: common practice)', () => {
    const hold = (start: number, end: number, seconds: number) =>
      verdict('fuel.needle-hold', { fields: { start: q(start, 'psi'), end: q(end, 'psi'), time: q(seconds, 's') } });
    expect(hold(5, 4.9, 60).outcome).toBe('holds');
    expect(hold(5, 3.5, 15).quantities.needleLossPsiPerMin!.value).toBeCloseTo(6, 6);
    expect(hold(5, 3.5, 15).outcome).toBe('leaks-down');
    expect(hold(5, 2, 30).quantities.needleLossPsiPerMin!.value).toBeCloseTo(6, 6);
  });

  it('litres over the fill are fuel; without the fill it says so', () => {
    const drained = { outcome: 'overfull-fuel', fields: { drainedLitres: q(2.4, 'l') } };
    const oil = verdict('look.oil', drained, { oilLitres: 1.9 });
    expect(oil.quantities.overfillLitres!.value).toBeCloseTo(0.5, 9);
    expect(oil.quantities.fuelInOilPercent!.value).toBeCloseTo(20.833, 3);
    expect(verdict('look.oil', drained).missing.map((m) => m.name)).toEqual(['overfillLitres']);
  });

  it('travel is held against the stroke', () => {
    const travel = (mm: number) =>
      verdict('seal.piston-moves', { fields: { travel: q(mm, 'mm') } }, { strokeMm: 69 }).outcome;
    expect(travel(69)).toBe('moves');
    expect(travel(60)).toBe('short');
    expect(travel(0)).toBe('still');
  });
});

describe('the catalogue of checks', () => {
  it.each(CHECKS.map((c) => c.id))('%s says what to do, in which state, with cautions that are written', (id) => {
    const check = findCheck(id)!;
    expect(todoOf(id)!.length).toBeGreaterThan(20);
    expect(check.states.length).toBeGreaterThan(0);
    for (const hazard of check.hazards) expect(CAUTIONS[hazard]).toBeTruthy();
  });

  it('every check made on a running engine warns of carbon monoxide', () => {
    const silent = CHECKS.filter(
      (c) =>
        c.states[0] !== 'cranking' &&
        c.states.some((s) => ['idle', 'half-speed', 'full-speed', 'loaded'].includes(s)) &&
        !c.hazards.includes('carbon-monoxide'),
    );
    expect(silent.map((c) => c.id)).toEqual([]);
  });

  it.each([
    ['look.crank', 'stops-dead'],
    ['spark.kill-off', 'kill-lead-off'],
    ['seal.thumb', 'open-plug-hole'],
    ['fuel.needle-hold', 'open-fuel'],
    ['power.starter-direct', 'starter-direct'],
    ['spark.tester', 'secondary-voltage'],
    ['balance.heat', 'hot-exhaust'],
  ] as const)('%s carries its caution %s', (id, caution) => {
    expect(findCheck(id)!.hazards).toContain(caution);
  });
});

// What nature forbids, whatever the limits: nothing rises under test, gains by losing a cylinder, or is colder than the air it stands in.
describe('a reading that cannot be says so, and judges nothing', () => {
  const psi = (start: number, end: number) => ({
    fields: { start: q(start, 'psi'), end: q(end, 'psi'), time: q(15, 's') },
  });
  const cut = (before: number, after: number) => ({
    fields: { before: q(before, 'rpm'), after: q(after, 'rpm'), throttle: 'held' },
  });
  const lash = (goes: number, refuses: number) => ({
    fields: { intake: q(goes, 'mm'), exhaust: q(0.15, 'mm'), intakeRefuses: q(refuses, 'mm') },
  });
  const heat = (one: number, two: number, air: number) => ({
    readings: { 1: q(one, 'degC'), 2: q(two, 'degC') },
    fields: { ambient: q(air, 'degC') },
  });
  const cranking = (volts: number, more: object = {}) => ({ fields: { value: q(volts, 'V') }, ...more });
  it.each([
    ['fuel.needle-hold', psi(5, 7), psi(5, 5), 'rose_under_test'],
    ['balance.cut-out', cut(1650, 1900), cut(1650, 1640), 'sped_up'],
    ['valve.lash', lash(0.1, 0.08), lash(0.1, 0.13), 'refuses_thinner'],
    ['balance.heat', heat(212, 20, 40), heat(212, 38, 40), 'below_air'],
    ['power.crank-volts', cranking(13.9), cranking(12.6), 'over_rest'],
  ])('%s', (check, cannot, can, remark) => {
    const twin = { cylinders: 2 };
    expect(verdict(check, cannot, twin)).toMatchObject({ outcome: null, remarks: [remark] });
    const possible = verdict(check, can, twin);
    expect(possible.remarks).not.toContain(remark);
    expect(possible.outcome).not.toBeNull();
  });

  it('with a booster at the posts more than a battery has is no error', () => {
    expect(verdict('power.crank-volts', cranking(13.9, { onBooster: true })).remarks).not.toContain('over_rest');
  });
});
