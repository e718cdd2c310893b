import { evaluate } from 'mathjs';
import { describe, expect, it } from 'vitest';
import {
  crankAngleDegAt,
  holdTorqueNm,
  pistonTravelMm,
  rimArcMm,
  rimChordMm,
  timingOffsetDeg,
} from '@/core/engine/index.ts';
import {
  adjusterTurns,
  airKgPerM3,
  ambientPa,
  bladeBracket,
  ccaEstimateA,
  chargePercent,
  compressionGaugePa,
  crankCurrentBandA,
  crankingPeakPa,
  demandMlPerMin,
  dropShares,
  effectiveRatio,
  fuelInOilPercent,
  gaugeByStrokePa,
  governedDrop,
  harmonicHz,
  harmonicStrength,
  heldPa,
  holeMm2,
  leakAreaMm2,
  legDropVolts,
  loadMinVolts,
  orificeFlow,
  orificeFromJetMm2,
  percentLeak,
  percentOnReference,
  REFERENCE_TESTER,
  releaseLeftMm,
  SEA_LEVEL_PA,
  seaLevelGaugePa,
  strengthFromHeldSpeeds,
  strengthRatio,
  wetDoseRisePercent,
  wireDiameterMm,
  wireOhmsPerM,
} from '@/core/measure/index.ts';
import { random } from './random.ts';

const PSI = 6894.757;
const within = (value: number, of: number, share: number) => expect(Math.abs(value / of - 1)).toBeLessThan(share);

describe('wire (ASTM B258, IEC 60028)', () => {
  it('gauge 6 has 1.296 mohm a metre, and 1.2 m of it loses 0.233 V at 150 A (worked figure)', () => {
    const area = (Math.PI / 4) * wireDiameterMm(6) ** 2;
    expect(1000 * wireOhmsPerM(area)).toBeCloseTo(1.296, 3);
    expect(legDropVolts({ lengthM: 1.2, gauge: 6, joints: 0, relayContacts: false }, 150)).toBeCloseTo(0.233, 3);
  });

  // ASTM B258-02, nominal diameters in thousandths of an inch; values from memory of the published table.
  it.each([
    [-3, 460.0],
    [0, 324.9],
    [2, 257.6],
    [4, 204.3],
    [10, 101.9],
    [18, 40.3],
    [36, 5.0],
  ])('gauge %i is %f thousandths across (ASTM B258 table)', (gauge, thou) => {
    within(wireDiameterMm(gauge) / 0.0254, thou, 0.001);
  });

  // IEC 60228 class 1 limits are for real wire; IEC 60028 gives 17.241 ohm for 1 km of 1 mm2 at 20 degC.
  it.each([
    [1, 20, 17.241e-3],
    [16, 20, 1.0776e-3],
    [25, 75, 17.241e-3 / 25 + (17.241e-3 / 25) * 0.00393 * 55],
  ])('%f mm2 at %f degC (IEC 60028)', (area, copperC, ohms) => {
    within(wireOhmsPerM(area, copperC), ohms, 0.001);
  });

  it('each joint costs 0.1 V and relay contacts 0.2 V, whatever the current (common practice, no source)', () => {
    const bare = legDropVolts({ lengthM: 1, gauge: 4, joints: 0, relayContacts: false }, 120);
    expect(legDropVolts({ lengthM: 1, gauge: 4, joints: 3, relayContacts: true }, 120) - bare).toBeCloseTo(0.5, 12);
    // A locked engine draws twice the usual current: contacts are resistances, and lose twice as much (Ohm).
    const locked = legDropVolts({ lengthM: 1, gauge: 4, joints: 3, relayContacts: true }, 400);
    expect(locked - legDropVolts({ lengthM: 1, gauge: 4, joints: 0, relayContacts: false }, 400)).toBeCloseTo(1, 12);
  });
});

describe('battery', () => {
  it('16 mohm is about 190 A (common practice, no source)', () => expect(ccaEstimateA(0.016)).toBeCloseTo(187.5, 6));

  // Battery-council table, from memory.
  it.each([
    [70, 9.6],
    [60, 9.5],
    [50, 9.4],
    [40, 9.3],
    [30, 9.1],
    [20, 8.9],
    [10, 8.7],
    [0, 8.5],
  ])('at %i F a good battery holds %f V under load (from memory)', (fahrenheit, volts) => {
    expect(loadMinVolts((fahrenheit - 32) / 1.8)).toBeCloseTo(volts, 9);
  });

  it('between the lines it is a straight line, outside it the last figure holds', () => {
    expect(loadMinVolts((45 - 32) / 1.8)).toBeCloseTo(9.35, 9);
    expect(loadMinVolts(40)).toBe(9.6);
    expect(loadMinVolts(-30)).toBe(8.5);
  });

  // Rested, flooded, 25 degC; commonly published, from memory.
  it.each([
    [12.65, 100],
    [12.45, 75],
    [12.24, 50],
    [12.06, 25],
    [11.89, 0],
  ])('%f V at rest is %i %% (from memory)', (volts, percent) => {
    expect(chargePercent(volts)).toBeCloseTo(percent, 9);
  });

  it('16 mohm in a battery rated 280 is under 70 % of it, and so worn (common practice, no source)', () => {
    expect(ccaEstimateA(0.016) / 280).toBeLessThan(0.7);
  });

  it('the current from the sag is a band: two to three times the tester’s ohms (common practice, no source)', () => {
    const { low, high } = crankCurrentBandA(12.6, 9.6, 0.01);
    expect(low).toBeCloseTo(100, 9);
    expect(high).toBeCloseTo(150, 9);
    expect(() => crankCurrentBandA(9, 10, 0.01)).toThrow(RangeError);
  });
});

describe('air (ISO 2533)', () => {
  // ISO 2533 tables: pressure [hPa] by geopotential height; values from memory of the published table.
  it.each([
    [0, 1013.25],
    [500, 954.61],
    [1000, 898.75],
    [2000, 794.95],
    [3000, 701.09],
  ])('at %i m it is %f hPa (ISO 2533 table)', (height, hPa) => within(ambientPa(height) / 100, hPa, 0.001));

  it('weighs 1.225 kg at 15 degC and 1.2041 at 20 (ISO 2533; dry air)', () => {
    within(airKgPerM3(SEA_LEVEL_PA, 15), 1.225, 0.001);
    within(airKgPerM3(SEA_LEVEL_PA, 20), 1.2041, 0.001);
  });

  it('a gauge at a height is brought to sea level by absolute pressure, and a gauge at the sea is left alone', () => {
    expect(seaLevelGaugePa(120 * PSI, SEA_LEVEL_PA)).toBeCloseTo(120 * PSI, 6);
    const high = compressionGaugePa(6.5, 1.25, ambientPa(1500));
    expect(seaLevelGaugePa(high, ambientPa(1500))).toBeCloseTo(compressionGaugePa(6.5, 1.25), 4);
  });
});

describe('compression (Heywood, ch. 5)', () => {
  it.each([
    [6.5, 1.25],
    [7.2, 1.3],
    [5, 1.2],
  ])('%f to 1 with n %f, by integrating p dV from the closing of the valve', (ratio, n) => {
    // d(ln p) = -n d(ln V), in ten thousand steps of volume, apart from the closed form.
    let p = SEA_LEVEL_PA;
    const steps = 10_000;
    for (let i = 0; i < steps; i++) {
      const before = ratio - ((ratio - 1) * i) / steps;
      const after = ratio - ((ratio - 1) * (i + 1)) / steps;
      p += (-n * p * (after - before)) / ((before + after) / 2);
    }
    within(compressionGaugePa(ratio, n), p - SEA_LEVEL_PA, 0.001);
  });

  it.each([
    [8.1, 55],
    [8.4, 50],
    [9.0, 60],
  ])(
    '%f to 1, closing %i degrees late, could show what such engines show: 110 to 190 psi (common practice)',
    (cr, late) => {
      const travel = pistonTravelMm({ strokeMm: 69, rodMm: 112 }, 180 - late);
      const ratio = effectiveRatio(travel, 69, cr);
      const [low, high] = [1.2, 1.3].map((n) => compressionGaugePa(ratio, n) / PSI) as [number, number];
      expect(low).toBeGreaterThan(110);
      expect(high).toBeLessThan(190);
    },
  );

  it('a valve that closes late leaves less: the whole stroke gives the sheet’s ratio, half of it half the way', () => {
    expect(effectiveRatio(69, 69, 8.4)).toBeCloseTo(8.4, 12);
    expect(effectiveRatio(34.5, 69, 8.4)).toBeCloseTo(4.7, 12);
  });

  it('3 ml of oil in 47 ml raises the reading about 8 %, 5 ml about 14 % (worked figures)', () => {
    expect(wetDoseRisePercent(46.9, 8.4, 3)).toBeCloseTo(8, 0);
    expect(wetDoseRisePercent(46.9, 8.4, 5)).toBeCloseTo(14, 0);
    expect(wetDoseRisePercent(46.9, 8.4, 0)).toBe(0);
    expect(() => wetDoseRisePercent(3, 8.4, 3)).toThrow(RangeError);
  });
});

describe('leak-down (FAA AC 43.13-1B reference; compressible orifices, Shapiro ch. 4)', () => {
  /** A leak of that area on a tester, by integrating the nozzle's energy equation instead of the closed flow function. */
  const flux = (ratio: number) => {
    // Velocity from enthalpy, density from the isentrope; the throat takes the pressure of greatest flux.
    const at = (r: number) =>
      evaluate('r^(1/g) * sqrt(2 * g / (g - 1) * (1 - r^((g - 1) / g)))', { r, g: 1.4 }) as number;
    let best = 0;
    for (let r = Math.max(ratio, 0.3); r <= 1; r += 0.0005) best = Math.max(best, at(r));
    return ratio > 0.53 ? at(ratio) : best;
  };

  it.each([0.99, 0.9, 0.75, 0.6, 0.5, 0.2])('the flow at a ratio of %f is that of the energy equation', (ratio) => {
    within(orificeFlow(ratio), flux(ratio), 0.001);
  });

  it('is choked at 0.528 with a flow of 0.6847 (Shapiro, table of choked flow, air)', () => {
    expect(orificeFlow(0.5283)).toBeCloseTo(0.6847, 4);
    expect(orificeFlow(0.1)).toBe(orificeFlow(0.4));
    expect(orificeFlow(1)).toBe(0);
  });

  it('one leak of 0.75 mm2 reads 20 % at 80 psi, 23 % at 40 psi and 4.5 % with a 0.060 in tester (worked figures)', () => {
    const area = leakAreaMm2(REFERENCE_TESTER, 0.8 * 80 * PSI);
    expect(area).toBeCloseTo(0.75, 2);
    const reads = (psi: number, boreMm: number) => {
      const tester = { supplyPa: psi * PSI, orificeMm2: holeMm2(boreMm) };
      return percentLeak(tester.supplyPa, heldPa(tester, area));
    };
    expect(reads(80, 1.016)).toBeCloseTo(20, 6);
    expect(reads(40, 1.016)).toBeCloseTo(23, 0);
    expect(reads(80, 1.524)).toBeCloseTo(4.5, 1);
  });

  it('while choked the exact conversion holds: pct_b = pct_a (1 + p_a / P1_b) / (1 + p_a / P1_a)', () => {
    for (const [percent, supply] of [
      [4, 100],
      [10, 60],
      [15, 40],
    ] as const) {
      const area = leakAreaMm2(REFERENCE_TESTER, (1 - percent / 100) * 80 * PSI);
      const tester = { ...REFERENCE_TESTER, supplyPa: supply * PSI };
      const read = percentLeak(tester.supplyPa, heldPa(tester, area));
      // Both orifices see the same ratio only while the metering one is far from choked: the rule is exact for small drops.
      const rule = (percent * (1 + SEA_LEVEL_PA / tester.supplyPa)) / (1 + SEA_LEVEL_PA / REFERENCE_TESTER.supplyPa);
      within(read, rule, 0.001);
    }
  });

  it('a drilled jet gives a tester’s orifice back, and the orifice the reading, at any height', () => {
    const { next, seed } = random(11);
    for (let i = 0; i < 100; i++) {
      const tester = { supplyPa: (30 + 70 * next()) * PSI, orificeMm2: holeMm2(0.6 + 1.4 * next()) };
      const jet = holeMm2(0.5 + next());
      const ambient = ambientPa(2500 * next());
      const read = heldPa(tester, jet, ambient);
      within(orificeFromJetMm2(jet, tester.supplyPa, read, ambient), tester.orificeMm2, 1e-6);
      within(leakAreaMm2(tester, read, ambient), jet, 1e-6);
      expect(percentOnReference(jet), `seed ${seed}`).toBeGreaterThan(0);
    }
  });

  it('holds all where nothing leaks, nothing where the hole is wide, and refuses what cannot be', () => {
    expect(leakAreaMm2(REFERENCE_TESTER, 80 * PSI)).toBe(0);
    expect(percentOnReference(0)).toBeCloseTo(0, 6);
    expect(percentOnReference(1e4)).toBeGreaterThan(99);
    expect(() => leakAreaMm2(REFERENCE_TESTER, 81 * PSI)).toThrow(RangeError);
    expect(() => leakAreaMm2(REFERENCE_TESTER, 0)).toThrow(RangeError);
    expect(() => orificeFlow(1.1)).toThrow(RangeError);
  });
});

describe('the crank under air (Heywood, ch. 2)', () => {
  const engine = { boreMm: 80, strokeMm: 69, rodMm: 112 };
  it.each([
    [5, 10.9],
    [10, 21.7],
    [30, 60.7],
  ])('80 psi has to be held with, at %i degrees, %f N m (worked figures)', (deg, newtonMetres) => {
    expect(holdTorqueNm(engine, 80 * PSI, deg)).toBeCloseTo(newtonMetres, 1);
  });

  it.each([7, 24, 75, 120])('at %i degrees it is the work of the air over a small turn', (deg) => {
    const step = 1e-3;
    const area = (Math.PI / 4) * 0.08 ** 2;
    const travel = pistonTravelMm(engine, deg + step) - pistonTravelMm(engine, deg - step);
    const work = (80 * PSI * area * travel) / 1000;
    within(holdTorqueNm(engine, 80 * PSI, deg), work / ((2 * step * Math.PI) / 180), 0.001);
  });

  it('leaving the rod out errs by 4 to 5 degrees at a quarter inch (worked figure)', () => {
    const withoutRod = (Math.acos(1 - 6.35 / 34.5) * 180) / Math.PI;
    const error = withoutRod - crankAngleDegAt(engine, 6.35);
    expect(error).toBeGreaterThan(4);
    expect(error).toBeLessThan(5);
  });

  it('a ruler reads the chord, a tape the arc', () => {
    // Euclid: the chord of 60 degrees is the radius.
    expect(rimChordMm(230, 60)).toBeCloseTo(115, 9);
    expect(rimArcMm(230, 60)).toBeGreaterThan(rimChordMm(230, 60));
  });

  it('a millimetre on a one-inch taper is 4.5 degrees (circle)', () => {
    expect(timingOffsetDeg(1, 25.4)).toBeCloseTo(4.51, 2);
    expect(timingOffsetDeg(Math.PI * 20, 20)).toBeCloseTo(360, 9);
  });
});

describe('fuel', () => {
  it.each([
    [694, 3600],
    [347, 3600],
    [500, 3000],
  ])('%i ml at %i rpm, worked out with units by mathjs (common practice figures)', (ml, rpm) => {
    const perMinute = evaluate(
      `${ml} cm^3 * ${rpm} / minute / 2 * 0.75 * 1.2041 kg/m^3 / 12.5 / (0.74 kg/liter) to cm^3/minute`,
    ) as { toNumber: (unit: string) => number };
    within(demandMlPerMin(ml, rpm), perMinute.toNumber('cm^3/minute'), 0.001);
  });

  it('half a litre over in 2.4 is 20.8 % fuel; less than the fill is none', () => {
    expect(fuelInOilPercent(2.4, 1.9)).toBeCloseTo(20.83, 2);
    expect(fuelInOilPercent(1.7, 1.9)).toBe(0);
  });
});

describe('lash', () => {
  it('the lever decides the turns: valve screw 1, push-rod screw the ratio, pivot nut one more (levers, Archimedes)', () => {
    expect(adjusterTurns(0.1, 1, 'valve-screw', 1.3)).toBeCloseTo(0.1, 12);
    expect(adjusterTurns(0.1, 1, 'push-rod-screw', 1.3)).toBeCloseTo(0.0769, 4);
    expect(adjusterTurns(0.1, 1, 'pivot-nut', 1.3)).toBeCloseTo(0.0435, 4);
    expect(adjusterTurns(-0.1, 1, 'pivot-nut', 1.3)).toBeLessThan(0);
  });

  it('lash beyond the bump kills the release', () => {
    expect(releaseLeftMm(0.3, 0.1)).toBeCloseTo(0.2, 12);
    expect(releaseLeftMm(0.3, 0.4)).toBe(0);
  });

  it('two blades bracket a gap', () => {
    expect(bladeBracket(0.1, 0.125)).toEqual({ value: 0.1125, plusMinus: expect.closeTo(0.0125, 12) });
    expect(() => bladeBracket(0.1, 0.1)).toThrow(RangeError);
  });
});

describe('rhythm and balance', () => {
  it('two alike have an exact null at the fourth harmonic, one dead has all alike (sum of two unit vectors)', () => {
    expect(harmonicStrength(4, 1)).toBeCloseTo(0, 12);
    for (const order of [1, 2, 3, 4, 5]) expect(harmonicStrength(order, 0)).toBe(1);
    expect(harmonicStrength(8, 1)).toBeCloseTo(2, 12);
  });

  it.each([0, 0.2, 0.5, 0.8, 0.95, 1])('a strength of %f comes back out of its own harmonics', (strength) => {
    const [h3, h4, h5] = [3, 4, 5].map((order) => harmonicStrength(order, strength)) as [number, number, number];
    expect(strengthRatio(h3, h4, h5)).toBeCloseTo(strength, 6);
  });

  it('the fourth falls on twice the mains at 3000 rpm on 50 Hz and at 3600 on 60 Hz (worked figures)', () => {
    expect(harmonicHz(4, 3000)).toBe(2 * 50);
    expect(harmonicHz(4, 3600)).toBe(2 * 60);
  });

  it('shares of the speed lost add to one, and nothing lost is no share', () => {
    expect(dropShares([300, 100])).toEqual([0.75, 0.25]);
    expect(dropShares([0, 0])).toBeNull();
    expect(() => dropShares([-1, 5])).toThrow(RangeError);
  });

  it('strengths of 1.0 and 0.6 lose 1617 and 817 from 3600 at a held throttle (worked figures): the drops are not the strengths', () => {
    expect(strengthFromHeldSpeeds({ both: 3600, cutStronger: 3600 - 1617, cutWeaker: 3600 - 817 })).toBeCloseTo(0.6, 3);
    expect(817 / 1617).toBeLessThan(0.51);
    expect(strengthFromHeldSpeeds({ both: 3600, cutStronger: 2400, cutWeaker: 2400 })).toBe(1);
    expect(strengthFromHeldSpeeds({ both: 1500, cutStronger: 900, cutWeaker: 1500 })).toBe(0);
    expect(() => strengthFromHeldSpeeds({ both: 1500, cutStronger: 1400, cutWeaker: 900 })).toThrow(RangeError);
  });

  it.each([
    [0.9, 0.7],
    [0.6, 0.5],
    [0.25, 1.4],
  ])('a strength of %f comes back from speeds found by balancing torque against load (root by halving)', (weak, r) => {
    // Torque a T (1 - N / N8) per cylinder against a load k N, with r = T N8 / (k N8^2); solved apart from the closed form.
    const speed = (strength: number) => {
      let [low, high] = [0, 7000];
      for (let i = 0; i < 60; i++) {
        const n = (low + high) / 2;
        if (strength * r * (1 - n / 7000) > n / 7000) low = n;
        else high = n;
      }
      return low;
    };
    const seen = { both: speed(1 + weak), cutStronger: speed(weak), cutWeaker: speed(1) };
    within(strengthFromHeldSpeeds(seen), weak, 0.001);
    // And an engine that is held loses far more than one that is governed.
    expect(seen.both - seen.cutStronger).toBeGreaterThan(600);
  });

  it('a governor opens the throttle twice as far for half the strength and gives away 60 rpm, or gives up (worked figure)', () => {
    expect(governedDrop(0.25, 0.5, 240)).toEqual({ rpm: 60, opening: 0.5 });
    expect(governedDrop(0.25, 0.5, 0)).toEqual({ rpm: 0, opening: 0.5 });
    expect(governedDrop(0.7, 0.5, 240)).toBeNull();
  });
});

describe('the engine cranked', () => {
  const cylinder = { boreMm: 80, strokeMm: 69, rodMm: 112, compressionRatio: 8.4, intakeClosesAbdcDeg: 55 };

  it('without a leak it comes to the closed form of polytropic compression (Heywood, ch. 5)', () => {
    const ratio = effectiveRatio(pistonTravelMm({ strokeMm: 69, rodMm: 112 }, 180 - 55), 69, 8.4);
    for (const n of [1.2, 1.25, 1.3])
      within(crankingPeakPa(cylinder, 400, 0, SEA_LEVEL_PA, n), compressionGaugePa(ratio, n), 0.001);
  });

  it('a leak that reads 50 % in leak-down costs about a tenth of the compression (worked figure; orifice, Shapiro ch. 4)', () => {
    const area = leakAreaMm2(REFERENCE_TESTER, 0.5 * 80 * PSI);
    const left = crankingPeakPa(cylinder, 450, area) / crankingPeakPa(cylinder, 450, 0);
    expect(1 - left).toBeGreaterThan(0.08);
    expect(1 - left).toBeLessThan(0.13);
    // Slower cranking leaves it more time.
    expect(crankingPeakPa(cylinder, 200, area)).toBeLessThan(crankingPeakPa(cylinder, 450, area));
  });

  it('the first stroke shows about half, four to six the whole (worked figures; the hose fills as the clearance does)', () => {
    const shown = gaugeByStrokePa(6.7, 1, 8);
    const whole = compressionGaugePa(6.7, 1.25);
    expect(shown[0]! / whole).toBeGreaterThan(0.4);
    expect(shown[0]! / whole).toBeLessThan(0.6);
    expect(shown[4]! / whole).toBeGreaterThan(0.93);
    shown.slice(1).forEach((p, i) => {
      expect(p).toBeGreaterThan(shown[i]!);
    });
    // Without a hose the first stroke is the whole.
    within(gaugeByStrokePa(6.7, 0, 1)[0]!, whole, 1e-9);
  });
});
