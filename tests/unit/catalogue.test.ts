import { describe, expect, it } from 'vitest';
import {
  type AssessContext,
  type CautionId,
  CHECKS,
  checkOf,
  DEFAULT_RULES,
  type EngineFigures,
  readEvent,
} from '@/core/index.ts';
import { eventOf, TWIN } from './jobs.ts';

/** Every check the trade makes, by the ids case files use. */
const IDS = `
  look.crank look.run look.oil look.air-filter look.fuel look.wiring look.stains look.cooling
  power.rest-volts power.tester power.load power.crank-volts power.jump power.drop-positive power.drop-relay
  power.drop-ground power.start-signal power.relay power.starter-direct power.crank-current power.fuse power.interlocks
  power.draw charge.volts charge.stator charge.regulator-drop turn.by-hand turn.plugs-out turn.pto split.primer
  split.choke split.cap-loose balance.cut-out balance.heat balance.rhythm spark.tester spark.plug-look spark.plug-gap
  spark.plug-swap spark.plug-new spark.kill-off spark.kill-off-all spark.coil-ohms spark.coil-swap spark.air-gap spark.lead-look
  spark.kill-continuity spark.kill-diode spark.key spark.magnet spark.magnet-at-tdc spark.flywheel-nut
  fuel.solenoid-click fuel.solenoid-volts fuel.solenoid-ohms fuel.solenoid-plunger fuel.flow fuel.pump fuel.line-look
  fuel.filter fuel.pickup fuel.inlet-screen fuel.bowl-look fuel.needle-hold fuel.needle-look fuel.bowl-seal-look
  fuel.float fuel.jets fuel.jet-seals fuel.choke fuel.governor-link air.intake-seal air.exhaust valve.motion
  valve.pushrods valve.rocker-studs valve.lash valve.springs valve.lifter seal.thumb seal.compression seal.wet
  seal.piston-moves seal.leak-down seal.fluid-test seal.bore-look seal.crankcase-vacuum run.restart-hot run.minutes
  run.leak-watch run.shut-off run.timed run.top-speed run.start-cold fuel.tap fuel.injection
  fuel.carburettor-swap fuel.vent-heard fuel.mixture-screws fuel.governor-plate spark.points spark.condenser spark.oil-switch
  seal.dipstick-hiss seal.stud-holes oil.drop turn.pto-drag power.clutch-ohms power.ring-teeth`
  .trim()
  .split(/\s+/);

const SHEET: EngineFigures = {
  boreMm: 80,
  strokeMm: 69,
  rodMm: 112,
  compressionRatio: 8.4,
  flywheelRimMm: 230,
  crankTaperMm: 25.4,
  governedRpm: 3600,
  rockerRatio: 1.3,
  adjusterKind: 'pivot-nut',
  adjusterPitchMm: 1,
  releaseBumpMm: 0.3,
  lashIntakeLowMm: 0.08,
  lashIntakeHighMm: 0.13,
  lashExhaustLowMm: 0.13,
  lashExhaustHighMm: 0.18,
  intakeClosesAbdcDeg: 50,
  statorVoltsAc: 28,
};
const NO_RELEASE = { ...TWIN, compressionRelease: 'none' } as const;

/** One reading through the door and judged. */
function assess(raw: object, context: Partial<AssessContext> = {}) {
  const engine = context.engine ?? NO_RELEASE;
  const event = eventOf(raw, engine);
  if (event.kind !== 'reading') throw new Error('not a reading');
  return checkOf(event.reading.check).assess(event.reading, {
    engine,
    figures: {},
    rules: DEFAULT_RULES,
    ambient: {},
    ...context,
  });
}
const psi = (value: number) => ({ value, unit: 'psi' });
const volts = (value: number) => ({ value, unit: 'V' });

describe('the catalogue', () => {
  it('has every check of the trade, and none twice', () => {
    expect(CHECKS.map((c) => c.id).sort()).toEqual([...IDS].sort());
  });

  it.each(CHECKS.filter((c) => c.outcomes.length > 0).map((c) => [c.id, c] as const))(
    '%s takes each of its plain outcomes and knows the sound one from the worst',
    (_id, check) => {
      if (check.combine.kind === 'parts' || check.scope === 'all-cylinders') return;
      const engine = [
        NO_RELEASE,
        { ...NO_RELEASE, lifters: 'hydraulic' as const },
        { ...NO_RELEASE, carburettor: 'injection' as const },
        { ...NO_RELEASE, ignition: 'points' as const },
      ].find((words) => check.appliesTo(words))!;
      const severities = check.outcomes.map((o) => {
        const cylinder = check.scope === 'cylinder' ? { cylinder: 1 } : {};
        const { outcome, severity } = assess({ check: check.id, ...cylinder, outcome: o.id }, { engine });
        expect(outcome).toBe(o.id);
        return severity!;
      });
      expect(severities[0]).toBe(0);
      expect(severities.at(-1)).toBe(1);
      if (check.combine.kind === 'dominance')
        expect([...check.combine.order].sort()).toEqual(check.outcomes.map((o) => o.id).sort());
    },
  );
});

describe('cautions stand on the checks that have the hazard', () => {
  const WHERE: Readonly<Record<CautionId, readonly string[]>> = {
    'plate-held': ['balance.cut-out'],
    overspeed: ['run.top-speed', 'fuel.governor-plate', 'fuel.carburettor-swap'],
    'stops-dead': ['look.crank', 'power.crank-volts', 'power.crank-current', 'seal.compression', 'power.jump'],
    'liquid-lock': ['turn.by-hand', 'turn.plugs-out'],
    'open-plug-hole': ['turn.plugs-out', 'spark.plug-look', 'seal.thumb', 'seal.compression', 'seal.leak-down'],
    'by-hand': ['turn.by-hand', 'valve.lash', 'seal.leak-down', 'spark.key', 'spark.magnet', 'turn.pto'],
    'kill-lead-off': ['spark.kill-off', 'spark.kill-off-all'],
    'starter-direct': ['power.starter-direct', 'power.jump'],
    'jump-order': ['power.jump'],
    battery: ['power.rest-volts', 'power.load', 'power.tester', 'power.jump', 'power.draw'],
    'secondary-voltage': ['spark.tester', 'spark.coil-ohms', 'balance.cut-out', 'seal.compression'],
    'carbon-monoxide': ['look.run', 'charge.volts', 'balance.rhythm', 'run.minutes', 'air.intake-seal'],
    'hot-exhaust': ['balance.heat', 'air.exhaust', 'run.restart-hot'],
    'open-fuel': ['fuel.flow', 'fuel.pump', 'fuel.needle-hold', 'fuel.bowl-look', 'fuel.jets', 'run.leak-watch'],
    'fuel-in-oil': ['look.oil'],
    'leak-down': ['seal.leak-down'],
    primer: ['split.primer'],
    'compressed-air': ['fuel.jets', 'fuel.filter', 'seal.leak-down', 'look.air-filter'],
    'raised-machine': ['turn.pto'],
    'flywheel-puller': ['spark.key'],
    interlocks: ['power.interlocks', 'power.start-signal'],
    'altered-safety': ['power.interlocks'],
    'bypass-fitted': ['power.interlocks'],
  };
  it.each(Object.entries(WHERE))('%s', (caution, ids) => {
    for (const id of ids) expect(checkOf(id).hazards, id).toContain(caution);
  });
});

/** Figures from sound to hopeless, each side of the target by itself; the rest of the reading around them. */
const RAMPS: readonly [string, (figure: number) => object, readonly number[]][] = [
  ['power.rest-volts', (v) => ({ value: volts(v) }), [12.6, 12.3, 12.1, 11.5, 10.4]],
  [
    'power.tester',
    (v) => ({ fields: { measuredCca: { value: v, unit: 'A' }, ratedCca: { value: 300, unit: 'A' } } }),
    [310, 250, 180, 90, 20],
  ],
  ['power.crank-volts', (v) => ({ value: volts(v) }), [10.3, 9.4, 8.5, 7.0, 4]],
  ['power.drop-positive', (v) => ({ value: volts(v) }), [0.1, 0.3, 0.6, 2]],
  ['power.drop-ground', (v) => ({ value: volts(v) }), [0.1, 0.5, 0.9, 3]],
  ['spark.coil-ohms', (v) => ({ cylinder: 1, fields: { toGround: { value: v, unit: 'ohm' } } }), [4000, 2000, 800, 20]],
  ['spark.coil-ohms', (v) => ({ cylinder: 1, fields: { toGround: { value: v, unit: 'ohm' } } }), [4000, 16000, 40000]],
  ['spark.air-gap', (v) => ({ cylinder: 1, fields: { gapA: { value: v, unit: 'mm' } } }), [0.25, 0.33, 0.5, 1.2]],
  ['spark.air-gap', (v) => ({ cylinder: 1, fields: { gapA: { value: v, unit: 'mm' } } }), [0.25, 0.17, 0.08, 0]],
  [
    'balance.heat',
    (v) => ({
      readings: { 1: { value: 220, unit: 'degC' }, 2: { value: v, unit: 'degC' } },
      fields: { ambient: { value: 20, unit: 'degC' } },
    }),
    [218, 175, 140, 60, 25],
  ],
  [
    'balance.cut-out',
    (v) => ({
      cylinder: 1,
      fields: { before: { value: 1700, unit: 'rpm' }, after: { value: 1700 - v, unit: 'rpm' }, throttle: 'held' },
    }),
    [500, 280, 150, 40, 0],
  ],
  [
    'fuel.needle-hold',
    (v) => ({ fields: { start: psi(5), end: psi(5 - v), time: { value: 15, unit: 's' } } }),
    [0, 0.6, 1.2, 3, 5],
  ],
  ['seal.piston-moves', (v) => ({ cylinder: 1, fields: { travel: { value: v, unit: 'mm' } } }), [69, 62, 40, 2]],
  ['power.load', (v) => ({ value: volts(v) }), [11, 9.6, 9.4, 9, 8, 6.5]],
  ['power.crank-current', (v) => ({ value: { value: v, unit: 'A' } }), [150, 205, 240, 290, 400]],
  ['power.crank-current', (v) => ({ value: { value: v, unit: 'A' } }), [60, 45, 30, 5]],
  ['power.draw', (v) => ({ value: { value: v, unit: 'mA' } }), [3, 24, 30, 60, 500]],
  ['power.drop-relay', (v) => ({ value: volts(v) }), [0.05, 0.25, 0.4, 1, 4]],
  ['power.clutch-ohms', (v) => ({ value: { value: v, unit: 'ohm' } }), [3.2, 1.8, 1, 0.2]],
  ['power.clutch-ohms', (v) => ({ value: { value: v, unit: 'ohm' } }), [3.2, 7, 20, 900]],
  ['fuel.mixture-screws', (v) => ({ cylinder: 1, fields: { turns: { value: v, unit: 'turns' } } }), [1.75, 1.4, 1, 0]],
  ['fuel.mixture-screws', (v) => ({ cylinder: 1, fields: { turns: { value: v, unit: 'turns' } } }), [1.75, 2.2, 3, 5]],
  ['power.start-signal', (v) => ({ value: volts(v) }), [12, 9, 8, 5, 0]],
  ['charge.volts', (v) => ({ value: volts(v) }), [14.2, 13.7, 13.2, 12.6, 12]],
  ['charge.volts', (v) => ({ value: volts(v) }), [14.2, 14.8, 15.3, 16.2]],
  ['charge.regulator-drop', (v) => ({ value: volts(v) }), [0.02, 0.12, 0.3, 2]],
  ['charge.stator', (v) => ({ value: volts(v) }), [28, 23, 18, 6, 0]],
  ['spark.plug-gap', (v) => ({ cylinder: 1, value: { value: v, unit: 'mm' } }), [0.76, 0.92, 1.1, 1.4]],
  ['spark.plug-gap', (v) => ({ cylinder: 1, value: { value: v, unit: 'mm' } }), [0.76, 0.6, 0.3, 0]],
  ['spark.key', (v) => ({ fields: { offset: { value: v, unit: 'mm' } } }), [0, 0.3, 0.8, 1.9, 4]],
  ['fuel.solenoid-ohms', (v) => ({ value: { value: v, unit: 'ohm' } }), [30, 14, 8, 1]],
  ['fuel.solenoid-ohms', (v) => ({ value: { value: v, unit: 'ohm' } }), [30, 70, 150, 900]],
  [
    'fuel.flow',
    (v) => ({ fields: { volume: { value: v, unit: 'ml' }, time: { value: 30, unit: 's' } } }),
    [200, 110, 60, 20, 0],
  ],
  [
    'valve.lash',
    (v) => ({ cylinder: 1, fields: { intake: { value: v, unit: 'mm' }, exhaust: { value: 0.15, unit: 'mm' } } }),
    [0.1, 0.15, 0.3, 0.6],
  ],
  [
    'valve.lash',
    (v) => ({ cylinder: 1, fields: { intake: { value: v, unit: 'mm' }, exhaust: { value: 0.15, unit: 'mm' } } }),
    [0.1, 0.07, 0.03, 0],
  ],
  ['seal.compression', (v) => ({ cylinder: 1, value: psi(v) }), [140, 98, 75, 40, 5]],
  ['seal.wet', (v) => ({ cylinder: 1, fields: { value: psi(v), dry: psi(80) } }), [80, 95, 105, 130]],
  ['seal.leak-down', (v) => ({ cylinder: 1, fields: { supply: psi(80), held: psi(v) } }), [77, 71, 66, 55, 30, 5]],
];

describe('severity grows, and never falls, away from what is sound', () => {
  it.each(RAMPS)('%s', (check, reading, figures) => {
    const severities = figures.map((f) => assess({ check, ...reading(f) }, { figures: SHEET }).severity ?? -1);
    expect(severities[0]).toBe(0);
    for (const [i, severity] of severities.entries())
      if (i > 0) expect(severity).toBeGreaterThanOrEqual(severities[i - 1]!);
    expect(severities.at(-1)).toBeGreaterThan(0.3);
  });
});

describe('what each figure says', () => {
  it('a load is held to the temperature of the battery (battery-council table, from memory)', () => {
    const at = (value: number, fahrenheit: number) =>
      assess({
        check: 'power.load',
        fields: { value: volts(value), temperature: { value: fahrenheit, unit: 'degF' } },
      });
    expect(at(9.2, 70).outcome).toBe('sags');
    expect(at(9.2, 20).outcome).toBe('holds');
    expect(at(9.2, 20).quantities.loadMinVolts?.value).toBeCloseTo(8.9, 6);
    const unsaid = assess({ check: 'power.load', value: volts(9.7) });
    expect(unsaid.missing[0]?.name).toBe('loadMinVolts');
    expect(unsaid.quantities.loadMinVolts).toBeUndefined();
  });

  it('a leg with its cable known is held to what that copper loses (IEC 60028, ASTM B258; 0.1 V a joint common practice)', () => {
    const drop = (more: object) => assess({ check: 'power.drop-positive', fields: { value: volts(0.4), ...more } });
    expect(drop({}).outcome).toBe('high');
    // 1.2 m of gauge 6 at 150 A: 0.233 V, and two joints.
    const cable = { cableLength: { value: 1200, unit: 'mm' }, gauge: '6', current: { value: 150, unit: 'A' } };
    expect(drop(cable).quantities.expectedDropVolts?.value).toBeCloseTo(0.433, 3);
    expect(drop(cable).outcome).toBe('ok');
    expect(drop({ ...cable, gauge: '2' }).outcome).toBe('high');
  });

  it('the starting current from the sag is a band around its middle (common practice: two to three times the tester)', () => {
    const { quantities } = assess({
      check: 'power.crank-volts',
      fields: { value: volts(9.6), restVolts: volts(12.6), resistance: { value: 10, unit: 'mohm' } },
    });
    expect(quantities.crankCurrentA).toMatchObject({ value: expect.closeTo(125, 6), plusMinus: expect.closeTo(25, 6) });
    expect(assess({ check: 'power.crank-volts', value: volts(9.6) }).quantities.crankCurrentA).toBeUndefined();
  });

  it('a needle that lets go over an empty bowl is not accused', () => {
    const hold = (how: string, end: number) =>
      assess({
        check: 'fuel.needle-hold',
        fields: { start: psi(5), end: psi(end), time: { value: 15, unit: 's' }, how },
      });
    expect(hold('in place, bowl empty', 1)).toMatchObject({ outcome: null, remarks: ['bowl_empty'] });
    expect(hold('in place, bowl empty', 4.9).outcome).toBe('holds');
    expect(hold('inverted', 1).outcome).not.toBe('holds');
  });

  it('charging between its two limits is a maybe, on either side', () => {
    for (const [value, close] of [
      [13.5, true],
      [14.85, true],
      [14.2, false],
      [12.8, false],
    ] as const)
      expect(assess({ check: 'charge.volts', value: volts(value) }).tooCloseToCall, `${value}`).toBe(close);
  });

  it('a stator without a sheet figure says so, and only none at all is a finding', () => {
    const none = assess({ check: 'charge.stator', value: volts(24) });
    expect(none).toMatchObject({ outcome: null, missing: [{ name: 'statorSharePercent' }] });
    expect(assess({ check: 'charge.stator', value: volts(0.4) }).outcome).toBe('low');
    // Such stators make 20 to 40 V AC at full speed (common practice, no source): 6 V is low for any of them, and no verdict yet.
    const low = (v: number) => assess({ check: 'charge.stator', value: volts(v) }).weights['']!.low!;
    expect(low(6)).toBeGreaterThan(0.99);
    expect(low(35)).toBeLessThan(0.2);
    expect(low(14)).toBeGreaterThan(low(20));
    expect(none.missing[0]?.reason).toContain('typical engine');
  });

  it('flow is held to twice what the engine needs; without the sheet it is a figure, no verdict, and weighed against a typical engine', () => {
    const flow = (figures: EngineFigures, ml: number) =>
      assess(
        { check: 'fuel.flow', fields: { volume: { value: ml, unit: 'ml' }, time: { value: 30, unit: 's' } } },
        { figures },
      );
    expect(flow(SHEET, 150)).toMatchObject({ outcome: 'ample' });
    expect(flow(SHEET, 80)).toMatchObject({ outcome: 'weak' });
    // 694 ml at 3600: 122 ml a minute (worked by hand from common-practice figures).
    expect(flow(SHEET, 80).quantities.demandMlPerMin!.value).toBeCloseTo(122, 0);
    const unknown = flow({}, 80);
    expect(unknown.outcome).toBeNull();
    expect(unknown.missing[0]?.reason).toContain('no bore, no stroke, no governed speed');
    expect(unknown.missing[0]?.reason).toContain('typical engine');
    expect(unknown.quantities.flowMlPerMin?.value).toBeCloseTo(160, 6);
    // Twins of ride-on mowers displace 600 to 800 ml (common practice, no source) and want twice 105 to 140 ml a minute.
    const leaning = (ml: number, figures: EngineFigures = {}) => {
      const { ample = 0, weak = 0, none = 0 } = flow(figures, ml).weights['']!;
      return ample / (ample + weak + none);
    };
    expect(leaning(25)).toBeLessThan(0.02);
    expect(leaning(300)).toBeGreaterThan(0.95);
    // Beside a limit that is not known a figure says less than beside one that is.
    for (const ml of [100, 150])
      expect(Math.abs(leaning(ml) - 0.5), `${ml} ml`).toBeLessThan(Math.abs(leaning(ml, SHEET) - 0.5));
    expect(flow({}, 0)).toMatchObject({ outcome: 'none' });
  });

  it('a kill wire is judged by the side it was measured on', () => {
    const kill = (side: string, keyOn: number | 'OL', keyOff: number | 'OL') => {
      const ohm = (v: number | 'OL') => (v === 'OL' ? 'OL' : { value: v, unit: 'ohm' });
      return assess({ check: 'spark.kill-continuity', fields: { side, keyOn: ohm(keyOn), keyOff: ohm(keyOff) } });
    };
    expect(kill('chassis', 'OL', 0.4).outcome).toBe('correct');
    expect(kill('chassis', 0.3, 0.3).outcome).toBe('grounded-key-on');
    expect(kill('chassis', 'OL', 'OL').outcome).toBe('open-key-off');
    expect(kill('chassis', 300, 0.4).remarks).toContain('neither_grounded_nor_free');
    // Three ohms are not the two that are called grounded, and nothing but a wire to ground reads so little.
    const between = (ohms: number) => kill('chassis', ohms, 0.4).weights['']!;
    expect(between(3.2)['grounded-key-on']! / between(3.2).correct!).toBeGreaterThan(5);
    expect(between(700).correct! / between(700)['grounded-key-on']!).toBeGreaterThan(5);
    // On the engine side a meter reads the primary through a diode: no verdict, unless it is bare ground.
    expect(kill('engine', 1.1, 1.1)).toMatchObject({ outcome: null, remarks: ['engine_side_reads_primary'] });
    expect(kill('engine', 0, 0).outcome).toBe('grounded-key-on');
  });

  it('a stepped key is counted in degrees: by the taper, or as given; without either it is missing', () => {
    const key = (fields: object, figures: EngineFigures = SHEET) => assess({ check: 'spark.key', fields }, { figures });
    expect(key({ offset: { value: 1, unit: 'mm' } }).quantities.timingOffsetDeg?.value).toBeCloseTo(4.51, 2);
    expect(key({ offset: { value: 1, unit: 'mm' } }).outcome).toBe('sheared-part');
    expect(key({ offsetAngle: { value: 12, unit: 'deg' } }, {}).outcome).toBe('sheared');
    expect(key({ offset: { value: 1, unit: 'mm' } }, {}).missing[0]?.name).toBe('timingOffsetDeg');
  });

  it('lash: where the crank stands, how far to turn, what is left of the release', () => {
    const lash = (intake: number, exhaust: number, more: object = {}, context: Partial<AssessContext> = {}) =>
      assess(
        {
          check: 'valve.lash',
          cylinder: 1,
          fields: { intake: { value: intake, unit: 'mm' }, exhaust: { value: exhaust, unit: 'mm' } },
          ...more,
        },
        { figures: SHEET, ...context },
      );
    const released = { engine: { ...TWIN, compressionRelease: 'automatic' } as const };
    const set = lash(0.1, 0.35, {}, released);
    // A quarter inch past the top on 69 x 112 and a 230 mm rim (worked figures).
    expect(set.quantities.lashAngleDeg?.value).toBeCloseTo(31.0, 1);
    expect(set.quantities.rimArcMm?.value).toBeCloseTo(62.2, 1);
    expect(set.quantities.releaseLeftMm?.value).toBe(0);
    expect(set.outcome).toBe('wide');
    expect(set.points).toEqual(['exhaust lash']);
    // (0.155 - 0.35) / (1 x 2.3): the nut goes down by a twelfth of a turn.
    expect(set.quantities.adjusterTurnsExhaust?.value).toBeCloseTo(-0.0848, 4);
    expect(lash(0.1, 0.15).quantities.lashAngleDeg?.value).toBe(0);
    expect(lash(0.02, 0.15).weights.intake?.tight).toBeGreaterThan(0.95);
    expect(lash(0.02, 0.15).weights.exhaust?.ok).toBeGreaterThan(0.9);
    expect(lash(0.02, 0.15, { temperature: 'hot' })).toMatchObject({ outcome: null, remarks: ['lash_is_cold'] });
    expect(lash(0.3, 0.15, {}, { figures: {} }).missing.map((m) => m.name)).toContain('adjusterTurnsIntake');
  });

  it('a compression gauge judges nothing on a release, a shut throttle or few strokes', () => {
    const gauge = (fields: object, context: Partial<AssessContext> = {}) =>
      assess(
        { check: 'seal.compression', cylinder: 1, fields: { value: psi(70), ...fields } },
        { figures: SHEET, ...context },
      );
    expect(gauge({}).outcome).toBe('low');
    expect(gauge({}, { engine: { ...TWIN, compressionRelease: 'automatic' } })).toMatchObject({
      outcome: null,
      remarks: ['release_fitted'],
    });
    expect(gauge({ throttleOpen: false }).remarks).toEqual(['throttle_shut']);
    expect(gauge({ strokes: '1' }).remarks).toEqual(['few_strokes']);
    expect(gauge({ value: psi(0) }, { engine: { ...TWIN, compressionRelease: 'automatic' } }).outcome).toBe('none');
  });

  it('compression is brought to sea level, and has no expected range without the valve’s closing', () => {
    const high = assess(
      { check: 'seal.compression', cylinder: 1, value: psi(95) },
      { figures: SHEET, ambient: { altitudeM: 1500 } },
    );
    expect(high.quantities.seaLevelPsi!.value).toBeGreaterThan(110);
    expect(high.outcome).toBe('good');
    expect(high.quantities.expectedPsiLow!.value).toBeLessThan(high.quantities.expectedPsiHigh!.value);
    const bare = assess({ check: 'seal.compression', cylinder: 1, value: psi(120) });
    expect(bare.quantities.expectedPsiLow).toBeUndefined();
    expect(bare.missing[0]?.reason).toContain('no expected range');
  });

  it('the weaker of two unlike twins is a finding above the limit, the stronger is not', () => {
    const reading = (cylinder: number, value: number) => {
      const event = eventOf({ check: 'seal.compression', cylinder, value: psi(value) }, NO_RELEASE);
      if (event.kind !== 'reading') throw new Error();
      return event.reading;
    };
    const weaker = assess({ check: 'seal.compression', cylinder: 1, value: psi(115) }, { twin: reading(2, 150) });
    expect(weaker.outcome).toBe('low');
    expect(weaker.quantities.twinSpreadPercent?.value).toBeCloseTo(23.3, 1);
    expect(assess({ check: 'seal.compression', cylinder: 2, value: psi(150) }, { twin: reading(1, 115) }).outcome).toBe(
      'good',
    );
  });

  it('a wet test takes off what the oil itself makes', () => {
    const wet = (value: number) =>
      assess({ check: 'seal.wet', cylinder: 1, fields: { value: psi(value), dry: psi(80) } }, { figures: SHEET });
    expect(wet(86.4).quantities.wetRisePercent?.value).toBeCloseTo(0, 0);
    expect(wet(86.4).outcome).toBe('same');
    expect(wet(105).outcome).toBe('rises');
    expect(assess({ check: 'seal.wet', cylinder: 1, value: psi(90) }).missing[0]?.name).toBe('wetRisePercent');
  });

  it('one leak is one area on three testers, and is judged alike (worked figures: 20, 23 and 4.5 %)', () => {
    const read = (supply: number, held: number, orificeIn: number) =>
      assess({
        check: 'seal.leak-down',
        cylinder: 1,
        fields: { supply: psi(supply), held: psi(held), orifice: { value: orificeIn, unit: 'in' } },
      });
    const three = [read(80, 64, 0.04), read(40, 30.8, 0.04), read(80, 76.4, 0.06)];
    for (const one of three) {
      expect(one.quantities.leakAreaMm2!.value).toBeCloseTo(0.75, 1);
      expect(Math.abs(one.quantities.percentAt80psi040!.value - 20)).toBeLessThan(0.6);
    }
    expect(three.map((t) => Math.round(t.quantities.percentLeak!.value * 10) / 10)).toEqual([20, 23, 4.5]);
  });

  it('the ear wins over the gauge, some air at the oil fill is sound, and each place names its part', () => {
    const leak = (held: number, heard: object) =>
      assess({ check: 'seal.leak-down', cylinder: 1, fields: { supply: psi(80), held: psi(held), heard } });
    expect(leak(77, {}).outcome).toBe('sound');
    expect(leak(77, { 'oil-fill': 'clear' }).outcome).toBe('sound');
    const hiss = leak(77, { exhaust: 'loud' });
    expect(hiss).toMatchObject({ outcome: 'leaks', points: ['exhaust valve'] });
    expect(hiss.remarks).toContain('ear_over_gauge');
    expect(leak(40, { intake: 'clear', 'head-edge': 'faint' }).points).toEqual([
      'intake valve',
      'head gasket, outward',
    ]);
    expect(leak(90, {})).toMatchObject({ outcome: null, remarks: ['held_over_supply'] });
  });

  it('a tester tried on a drilled jet is taken for what it is', () => {
    const read = (fields: object) =>
      assess({ check: 'seal.leak-down', cylinder: 1, fields: { supply: psi(80), held: psi(64), ...fields } });
    // Over a jet of its own bore a tester holds the same whatever the bore: 0.040 in over 0.040 in.
    const own = read({ orifice: { value: 0.04, unit: 'in' } }).quantities;
    const tried = read({ jet: { value: 1, unit: 'mm' }, jetHeld: psi(58.8) }).quantities;
    expect(tried.orificeMm?.value).toBeGreaterThan(0.9);
    expect(tried.orificeMm?.value).toBeLessThan(1.2);
    expect(tried.leakAreaMm2?.value).not.toBe(own.leakAreaMm2?.value);
  });

  it('says what torque has to be held at the angle, and at which tester it was read', () => {
    const { quantities, missing } = assess(
      {
        check: 'seal.leak-down',
        cylinder: 1,
        fields: { supply: psi(80), held: psi(80), angleDeg: { value: 10, unit: 'deg' } },
      },
      { figures: SHEET },
    );
    expect(quantities.holdTorqueNm?.value).toBeCloseTo(21.7, 1);
    expect(missing[0]?.reason).toContain('taken for 0.040 in');
  });

  it('the door refuses a place nobody can hear at and a grade that is none', () => {
    const refused = (heard: unknown) => {
      const read = readEvent(
        { check: 'seal.leak-down', cylinder: 1, fields: { supply: psi(80), held: psi(70), heard } },
        '$.event',
        NO_RELEASE,
      );
      return read.ok ? [] : read.issues.map((i) => i.path);
    };
    expect(refused({ tailpipe: 'loud' })).toEqual(['$.event.fields.heard.tailpipe']);
    expect(refused({ exhaust: 'deafening' })).toEqual(['$.event.fields.heard.exhaust']);
    expect(refused('loud')).toEqual(['$.event.fields.heard']);
    expect(refused({ exhaust: 'loud' })).toEqual([]);
  });
});
