import { describe, expect, it } from 'vitest';
import { toPutBack } from '@/core/checks/putBack.ts';
import { DEFAULT_RULES as RULES } from '@/core/house/rules.ts';
import {
  accessPlan,
  checkOf,
  type EngineWords,
  firingAnglesDeg,
  type HeededLine,
  heededBy,
  parseTyped,
} from '@/core/index.ts';
import { holeMm2, legDropVolts, solenoidVerdict } from '@/core/measure/index.ts';
import { type InjectedFault, injectFaults } from '@/core/mower/injectFaults.ts';
import { soundMower } from '@/core/mower/machine.ts';
import { viewOf } from '@/core/mower/tell.ts';
import {
  coilPair,
  crankStand,
  cutBars,
  dialOf,
  flowShares,
  heatBars,
  JUMP_ORDER,
  leakDownScene,
  limitBar,
  loadTable,
  needleDeg,
  needleLine,
  readsOn,
  SHOW_ME,
  SOLENOID_ROWS,
  solenoidTable,
  timedRun,
  valueAtDeg,
  valveLadder,
  voltageStairs,
} from '@/core/station/index.ts';
import { random } from './random.ts';

const PSI = 6894.757;

describe('a needle gauge', () => {
  it('stands straight up in the middle, at the ends of its sweep at nothing and at full, and rests on its stops beyond', () => {
    expect([0, 50, 100].map((v) => needleDeg(v, 100))).toEqual([-135, 0, 135]);
    expect(needleDeg(400, 100)).toBe(137);
    expect(needleDeg(-5, 100)).toBe(-137);
  });
  it('tapped where the needle stands it takes that figure, to its step', () => {
    for (const value of [0, 12, 55, 80, 100]) expect(valueAtDeg(needleDeg(value, 100), 100, 1)).toBe(value);
    expect(valueAtDeg(needleDeg(83.4, 100), 100, 5)).toBe(85);
    expect(valueAtDeg(170, 100, 1)).toBe(100);
  });
  it('has a scale, or is none', () => {
    expect(() => needleDeg(1, 0)).toThrow(RangeError);
    expect(() => valueAtDeg(0, 100, 0)).toThrow(RangeError);
  });
});

describe('the leak-down bench', () => {
  const seen = {
    supplyPa: 80 * PSI,
    heldPa: 64 * PSI,
    orificeMm: 1.016,
    heldErrorPa: PSI,
    ambientPa: 101_325,
    twinMm2: null,
    beforeMm2: null,
  };
  it('draws 20 % at 80 psi and 0.040 in as a hole of 0.75 mm2, and says what it reads elsewhere (worked example: 23 % at 40 psi, 4.5 % through 0.060 in)', () => {
    const scene = leakDownScene(seen, RULES);
    expect(holeMm2(scene.holeMm!)).toBeCloseTo(0.75, 2);
    const [same, low, wide] = scene.elsewhere.map((e) => e.percent);
    expect(same).toBeCloseTo(20, 1);
    expect(low).toBeCloseTo(23, 0);
    expect(wide).toBeCloseTo(4.5, 1);
    expect(readsOn(holeMm2(scene.holeMm!), 0.04, 80)).toBeCloseTo(20, 1);
  });
  it('on the reference tester the zones end where the house’s percents are (FAA AC 43.13-1B: share of the supply)', () => {
    const { zones, fullPa } = leakDownScene(seen, RULES);
    const [sound, worn, leaks, open] = zones;
    const at = (percent: number) => needleDeg(80 * PSI * (1 - percent / 100), fullPa);
    expect(sound!.fromDeg).toBeCloseTo(at(RULES.leakGoodPercent.value), 1);
    expect(worn!.fromDeg).toBeCloseTo(at(RULES.leakLimitPercent.value), 1);
    expect(leaks!.fromDeg).toBeCloseTo(at(RULES.leakOpenPercent.value), 1);
    expect([sound!.toDeg, open!.fromDeg]).toEqual([at(0), needleDeg(0, fullPa)]);
    expect([worn!.toDeg, leaks!.toDeg, open!.toDeg]).toEqual([sound!.fromDeg, worn!.fromDeg, leaks!.fromDeg]);
  });
  it('a wider orifice moves the zones up the gauge: the same leak reads less', () => {
    const narrow = leakDownScene(seen, RULES).zones[0]!;
    const wide = leakDownScene({ ...seen, orificeMm: 1.524 }, RULES).zones[0]!;
    expect(wide.fromDeg).toBeGreaterThan(narrow.fromDeg);
  });
  it('held over supply, or nothing read, is no hole', () => {
    expect(leakDownScene({ ...seen, heldPa: 90 * PSI }, RULES).holeMm).toBeNull();
    const blank = leakDownScene({ ...seen, supplyPa: null, heldPa: null }, RULES);
    expect([blank.supplyDeg, blank.heldDeg, blank.holeMm, blank.zones]).toEqual([null, null, null, []]);
  });
  it('the twin’s needle stands where it stood, on whichever tester', () => {
    const twinMm2 = holeMm2(leakDownScene(seen, RULES).holeMm!);
    const scene = leakDownScene({ ...seen, heldPa: null, twinMm2 }, RULES);
    expect(scene.twinDeg).toBeCloseTo(needleDeg(64 * PSI, scene.fullPa), 1);
  });
  it('a supply over the scale takes the next gauge', () => {
    expect(leakDownScene({ ...seen, supplyPa: 120 * PSI }, RULES).fullPa / PSI).toBeCloseTo(160);
  });
});

const ENGINES: readonly Pick<EngineWords, 'cylinders' | 'layout' | 'crankPhase' | 'compressionRelease'>[] = [
  { cylinders: 1, layout: 'single', compressionRelease: 'none' },
  { cylinders: 2, layout: 'v-twin-90', compressionRelease: 'none' },
  { cylinders: 2, layout: 'opposed-twin', compressionRelease: 'automatic' },
  { cylinders: 2, layout: 'parallel-twin', crankPhase: '180', compressionRelease: 'none' },
  { cylinders: 2, layout: 'parallel-twin', crankPhase: '360', compressionRelease: 'none' },
  { cylinders: 3, layout: 'unknown', compressionRelease: 'none' },
];
/** The worked example: 69 mm stroke, 112 mm rod, 6.35 mm past top, rim of 230 mm, ring gear of 120 teeth. */
const SHEET = { strokeMm: 69, rodMm: 112, flywheelRimMm: 230, flywheelTeeth: 120, lashAtPastTdcMm: 6.35 };

describe('the crank stand', () => {
  it.each(ENGINES.slice(0, 5))(
    '$layout $crankPhase: each cylinder’s top is where it fires, the other a turn away, its strokes in order round two turns',
    (engine) => {
      const { cylinders } = crankStand(engine, SHEET, RULES, 'top');
      expect(cylinders!.map((c) => c.topCompressionDeg)).toEqual(firingAnglesDeg(engine));
      for (const { strokes, topCompressionDeg, topOverlapDeg } of cylinders!) {
        expect((topOverlapDeg - topCompressionDeg + 720) % 720).toBe(360);
        expect(strokes.map((s) => s.stroke)).toEqual(['power', 'exhaust', 'intake', 'compression']);
        strokes.forEach((s, i) => {
          expect(s.toDeg - s.fromDeg).toBe(180);
          expect(s.toDeg % 720).toBe(strokes[(i + 1) % 4]!.fromDeg);
        });
        expect(strokes[0]!.fromDeg).toBe(topCompressionDeg);
      }
    },
  );
  it('lash past the release: 31.0 degrees, 62.2 mm of rim by tape, 61.5 by ruler, 10.3 teeth (worked example; Heywood ch. 2)', () => {
    const { pastTop, cylinders } = crankStand(ENGINES[1]!, SHEET, RULES, 'lash');
    expect(pastTop!.deg).toBeCloseTo(31, 1);
    expect(pastTop!.arcMm).toBeCloseTo(62.2, 0);
    expect(pastTop!.chordMm).toBeCloseTo(230 * Math.sin((15.5 * Math.PI) / 180), 0);
    expect(pastTop!.teeth).toBeCloseTo(10.3, 1);
    expect(cylinders!.map((c) => Math.round(c.wantedDeg!))).toEqual([31, 301]);
  });
  it('from one cylinder to the next: 270 and 450 on a V-twin, in the order they fire', () => {
    const { onward } = crankStand(ENGINES[1]!, SHEET, RULES, 'top');
    expect(onward.map((o) => [o.from, o.to, o.way.deg])).toEqual([
      [1, 2, 270],
      [2, 1, 450],
    ]);
    expect(onward[0]!.way.arcMm).toBeCloseTo(0.75 * Math.PI * 230, 5);
    // A ruler across the wheel means nothing past half a turn.
    expect(onward[0]!.way.chordMm).toBeNull();
  });
  it('what is not known is not drawn: no layout no dial, no rod no angle', () => {
    expect(crankStand(ENGINES[5]!, SHEET, RULES, 'top').cylinders).not.toEqual([]);
    expect(crankStand({ ...ENGINES[3]!, crankPhase: 'unknown' }, SHEET, RULES, 'top').cylinders).toBeNull();
    const bare = crankStand(ENGINES[2]!, {}, RULES, 'lash');
    expect(bare.missing).toEqual(['stroke-or-rod', 'rim', 'teeth']);
    expect(bare.cylinders![0]!.wantedDeg).toBeNull();
  });
});

describe('the valve ladder', () => {
  const window = { lowMm: 0.08, highMm: 0.13, refusesMm: null, beforeMm: null, turns: null };
  const lies = (goesMm: number | null, refusesMm: number | null = null) =>
    valveLadder([{ ...window, goesMm, refusesMm }], null).valves[0]!.lies;
  it('a gap lies in its window, wide or tight, and on the limit where its bracket holds one', () => {
    expect([lies(0.1), lies(0.2), lies(0.05), lies(null)]).toEqual(['in', 'wide', 'tight', null]);
    expect([lies(0.12, 0.15), lies(0.05, 0.1), lies(0.1, 0.12)]).toEqual(['on-the-limit', 'on-the-limit', 'in']);
  });
  it('an eighth of a turn in is an eighth of the clock face, clockwise; out is back', () => {
    const hand = (turns: number) => valveLadder([{ ...window, goesMm: 0.3, turns }], null).valves[0]!;
    expect(hand(-0.125).handDeg).toBe(45);
    expect(hand(0.25).handDeg).toBe(-90);
    expect([hand(-1.25).handDeg, hand(-1.25).wholeTurns]).toEqual([90, 1]);
  });
  it('lash beyond the bump leaves nothing of the release; every figure has room on the scale', () => {
    const two = (exhaust: number) =>
      valveLadder(
        [
          { ...window, goesMm: 0.1 },
          { ...window, goesMm: exhaust },
        ],
        0.4,
      );
    expect(two(0.1).release!.leftMm).toBeCloseTo(0.3);
    expect(two(0.1).release!.share).toBeCloseTo(0.75);
    expect(two(0.5).release!.leftMm).toBe(0);
    for (const rung of two(0.5).valves) for (const at of [rung.goes!, rung.low, rung.high]) expect(at).toBeLessThan(1);
  });
});

describe('the coil pair', () => {
  const coil = { name: 'Cylinder 1', toKillTab: null, flexMin: null, flexMax: null, windingC: null, part: false };
  const window = { low: 3000, high: 4600 };
  it('takes the winding’s temperature out (IEC 60028: 0.00393 a kelvin) and says how far apart two are', () => {
    const pair = coilPair(
      [
        { ...coil, toGround: 3610, windingC: 45 },
        { ...coil, toGround: 4000, windingC: 20 },
      ],
      window,
      50,
    );
    const [one, two] = pair.rows.map((r) => r.at20C! * pair.fullOhms);
    expect(one).toBeCloseTo(3610 / (1 + 0.00393 * 25), 3);
    expect(two).toBeCloseTo(4000, 3);
    expect(pair.apartPercent).toBeCloseTo((200 * (4000 - one!)) / (4000 + one!), 6);
  });
  it('a part on the bench is drawn and does not count as a twin; OL is open, also while flexed', () => {
    const pair = coilPair(
      [
        { ...coil, toGround: 'OL' },
        { ...coil, toGround: 3500, flexMin: 3400, flexMax: 'OL' },
        { ...coil, toGround: 3550, part: true },
      ],
      window,
      50,
    );
    expect(pair.rows.map((r) => r.open)).toEqual([true, false, false]);
    expect(pair.rows[1]!.flex!.toOpen).toBe(true);
    expect(pair.apartPercent).toBeNull();
  });
  it('a reading far over the window does not squeeze it', () => {
    const pair = coilPair([{ ...coil, toGround: 900_000 }], window, 50);
    expect(pair.high).toBeGreaterThan(0.5);
    expect(pair.rows[0]!.read).toBeGreaterThan(1);
  });
});

describe('the voltage stairs', () => {
  const limits = { positive: 0.25, relay: 0.2, ground: 0.4 };
  const seen = { atPosts: null, positive: null, relay: null, ground: null, atStarter: null };
  it('a circuit worked by hand: 10.4 V at the posts, 150 A, six gauge of 1.2 m each way and 2 mohm of contacts leave 9.1 V', () => {
    // IEC 60028 and ASTM B258: 1.296 mohm a metre; 150 A over 1.2 m lose 0.233 V.
    const cable = legDropVolts({ lengthM: 1.2, gauge: 6, joints: 0, relayContacts: false }, 150);
    expect(cable).toBeCloseTo(0.233, 3);
    const stairs = voltageStairs(
      { ...seen, atPosts: 10.4, positive: cable, relay: 150 * 0.002, ground: 0.767 },
      limits,
    );
    expect(stairs.leftForStarter).toBeCloseTo(10.4 - 0.233 - 0.3 - 0.767, 2);
    expect(stairs.stairs.map((s) => s.over)).toEqual([false, true, true]);
    expect([stairs.next, stairs.doesNotFit]).toEqual([null, null]);
  });
  it('asks for the posts first, then for what is not read; a sum that cannot be is named', () => {
    expect(voltageStairs(seen, limits).next).toBe('at-posts');
    expect(voltageStairs({ ...seen, atPosts: 11, positive: 0.1 }, limits).next).toBe('relay');
    expect(voltageStairs({ ...seen, atPosts: 8, positive: 5, ground: 4 }, limits).doesNotFit).toBe('sum-over-posts');
    const apart = { atPosts: 10, positive: 0.2, relay: 0.1, ground: 0.2, atStarter: 7 };
    expect(voltageStairs(apart, limits).doesNotFit).toBe('starter-does-not-add-up');
  });
});

describe('the voltage stairs on the virtual mower', () => {
  const ENGINE = { ...ENGINES[1]!, fuelFeed: 'pump', lifters: 'solid', ignition: 'coil-per-cylinder' } as EngineWords;
  const limits = {
    positive: RULES.dropCableVolts.value,
    relay: RULES.dropRelayVolts.value,
    ground: RULES.dropGroundVolts.value,
  };
  const stairsOf = (seed: number, puts: readonly InjectedFault[]) => {
    const m = injectFaults(soundMower(ENGINE, random(seed)), puts);
    const run = viewOf(m).turned(false).run!;
    const { positive, relay, ground } = m.ohms;
    const amps = run.amps;
    const seen = { positive: amps * positive, relay: amps * relay, ground: amps * ground };
    return { run, stairs: voltageStairs({ atPosts: run.postVolts, ...seen, atStarter: null }, limits) };
  };
  it('what is left is what the motor takes: its winding times the current, and what turning it gives back (motor equation: V = R I + k w)', () => {
    for (let seed = 1; seed <= 12; seed++) {
      const { run, stairs } = stairsOf(seed, []);
      // 12 mohm, 0.0185 V s through a gear of 15, as the mower's starter is made.
      const taken = 0.012 * run.amps + 0.0185 * 15 * ((run.rpm * Math.PI) / 30);
      expect(Math.abs(stairs.leftForStarter! - taken) / taken).toBeLessThan(0.04);
    }
  });
  it('a bad ground cable, and burnt contacts, stand out on their own leg alone', () => {
    for (let seed = 1; seed <= 12; seed++) {
      expect(stairsOf(seed, []).stairs.stairs.map((s) => s.over)).toEqual([false, false, false]);
      const bad = (fault: string) =>
        stairsOf(seed, [{ fault, cylinder: null, severity: 0.7, form: 0 } as InjectedFault]).stairs.stairs;
      expect(bad('power.cable-ground').map((s) => s.over)).toEqual([false, false, true]);
      expect(bad('power.relay-contacts').map((s) => s.over)).toEqual([false, true, false]);
    }
  });
});

describe('solenoid and bowl', () => {
  it('every row of the table is what the truth table calls it (common practice, no source)', () => {
    for (const { is, shows } of SOLENOID_ROWS) expect(solenoidVerdict(shows)).toBe(is);
  });
  it('what was seen leaves the rows that fit, and the look that parts them', () => {
    const fed = solenoidTable({ feed: true });
    expect(fed.rows.filter((r) => r.left).map((r) => r.is)).not.toContain('feed');
    const named = solenoidTable({ feed: true, clicks: false, ohms: 'open' });
    expect(named.rows.filter((r) => r.left).map((r) => r.is)).toEqual(['coil']);
    expect(named.partsBest).toBeNull();
    expect(solenoidTable({ feed: true, clicks: true, ohms: 'ok' }).partsBest).toBe('plunger');
  });
});

describe('balance, needle, flow', () => {
  it('drops share out once both were cut; under the governor they say nothing of strength', () => {
    const cut = { before: 1800, after: 1500, throttle: 'held' as const, plateBefore: null, plateAfter: null };
    const { bars } = cutBars([
      { ...cut, cylinder: 1 },
      { ...cut, cylinder: 2, after: 1700, throttle: 'governed', plateBefore: 10, plateAfter: 20 },
    ]);
    expect(bars.map((b) => b.share)).toEqual([0.75, 0.25]);
    expect(bars.map((b) => b.hidden)).toEqual([false, true]);
    expect(bars[1]!.opens).toBe(2);
    expect(
      cutBars([
        { ...cut, cylinder: 1 },
        { ...cut, cylinder: 2, after: null },
      ]).bars[0]!.share,
    ).toBeNull();
  });
  it('heat counts over the air: 70 beside 180 in air of 20 is under a third', () => {
    expect(heatBars([180, 70], 20).bars[1]!.ofHottest).toBeCloseTo(50 / 160);
    expect(heatBars([180, 70], null).bars[1]!.ofHottest).toBeNull();
  });
  it('half a psi in fifteen seconds is the line a needle may not fall below (common practice, no source)', () => {
    const line = needleLine({ startPa: 5 * PSI, endPa: 4 * PSI, seconds: 15 }, 2)!;
    expect(line.at(-1)!.limit).toBeCloseTo(4.5);
    expect(line.at(-1)!.held).toBeCloseTo(4);
    expect(needleLine({ startPa: null, endPa: null, seconds: null }, 2)).toBeNull();
  });
  it('flow stands against the demand once and twice', () => {
    const shares = flowShares(150, 100, 2)!;
    expect(shares.enough).toBeCloseTo(2 * shares.once);
    expect(shares.flow!).toBeCloseTo(1.5 * shares.once);
    expect(flowShares(150, null, 2)).toBeNull();
  });
});

describe('the small bar under a verdict', () => {
  const limits = [
    { name: 'from', value: 12.06, unit: 'V', source: '' },
    { name: 'to', value: 12.4, unit: 'V', source: '' },
  ];
  it('keeps reading, whisker and limits on it in their order, and has none where no figure is in the limits’ unit', () => {
    const bar = limitBar({ quantities: { volts: { value: 12.2, unit: 'V', plusMinus: 0.05 } }, limits }, null)!;
    const [from, to] = bar.limits.map((l) => l.at);
    expect([from! < bar.from, bar.from < bar.value, bar.value < bar.to, bar.to < to!]).toEqual([
      true,
      true,
      true,
      true,
    ]);
    for (const at of [from!, to!, bar.from, bar.to]) expect(at > 0 && at < 1).toBe(true);
    expect(limitBar({ quantities: { charge: { value: 60, unit: '%' } }, limits }, null)).toBeNull();
    expect(limitBar({ quantities: {}, limits }, { value: 12.1, unit: 'V' })).not.toBeNull();
  });
});

describe('cautions that were read', () => {
  const HOUR = 3_600_000;
  const read = (person: string, atMs: number, ...heeded: HeededLine['heeded']) => ({ person, atMs, heeded });
  it('hold for this person, this job and this shift, and are read again after a handover', () => {
    const tape = [read('ilse', 0, 'leak-down', 'battery'), read('ilse', HOUR)];
    expect([...heededBy(tape, 'ilse', 2 * HOUR)]).toEqual(['leak-down', 'battery']);
    expect([...heededBy(tape, 'bram', 2 * HOUR)]).toEqual([]);
    expect([...heededBy(tape, 'ilse', 13 * HOUR)]).toEqual([]);
    expect([...heededBy([...tape, read('bram', HOUR)], 'ilse', 2 * HOUR)]).toEqual([]);
    expect([...heededBy([...tape, read('bram', HOUR), read('ilse', HOUR, 'battery')], 'ilse', 2 * HOUR)]).toEqual([
      'battery',
    ]);
  });
});

describe('how a check is shown, frame by frame', () => {
  it.each(Object.keys(SHOW_ME))(
    '%s: six to eight frames, and what stands on them reads as it would on the plate',
    (id) => {
      const check = checkOf(id);
      const frames = SHOW_ME[id]!;
      expect(frames.length >= 6 && frames.length <= 8).toBe(true);
      for (const { typed = {}, choices = {} } of frames) {
        for (const [name, text] of Object.entries<string>(typed)) {
          const field = check.fields[name]!;
          if (field.kind !== 'number') throw new Error(name);
          for (const habit of [field.habit.metric, field.habit.imperial]) {
            const { dimension, openLoop } = field;
            expect(parseTyped(text, { dimension, habit, openLoopAllowed: openLoop })).toMatchObject({ ok: true });
          }
        }
        for (const [name, choice] of Object.entries<string>(choices)) {
          const [box, place] = name.split('.');
          const field = check.fields[box!]!;
          if (field.kind === 'choice') expect(field.choices).toContain(choice);
          else if (field.kind === 'places')
            expect([field.places.map((p) => p.id), field.grades]).toEqual([
              expect.arrayContaining([place]),
              expect.arrayContaining([choice]),
            ]);
          else throw new Error(name);
        }
      }
    },
  );
});

describe('what goes back on before the engine runs', () => {
  const TWIN = { ...ENGINES[1]!, fuelFeed: 'pump' } as EngineWords;
  const off = (id: string, cylinder: number | null, state: 'idle' | 'cranking' | 'bench', ...open: string[]) =>
    toPutBack(checkOf(id), cylinder, state, open, accessPlan({}), TWIN);
  it('shroud, air box, leads and plugs, but not what that very check needs open, and nothing where it does not run', () => {
    expect(off('balance.heat', null, 'idle', 'hood', 'blower-housing', 'lead[2]')).toEqual([
      'blower-housing',
      'lead[2]',
    ]);
    expect(off('balance.cut-out', 1, 'idle', 'hood', 'lead[1]', 'lead[2]')).toEqual(['lead[2]']);
    expect(off('spark.kill-off', 1, 'idle', 'hood', 'blower-housing')).toEqual([]);
    expect(off('spark.tester', 1, 'cranking', 'hood', 'plug[2]')).toEqual([]);
  });
});

describe('the battery dials', () => {
  const says = (check: Parameters<typeof dialOf>[0], value: number, batteryC: number | null = null) =>
    dialOf(check, RULES, batteryC).zones.find((z) => value >= z.from && value < z.to)!.says;
  it('under 70 % of its rating a battery is worn, charging is a fault under 13.3 and over 15 V and a maybe in between (common practice, no source)', () => {
    expect([says('power.tester', 30), says('power.tester', 60), says('power.tester', 75)]).toEqual([
      'bad',
      'doubtful',
      'good',
    ]);
    expect([13.2, 13.5, 14.2, 14.8, 15.1].map((v) => says('charge.volts', v))).toEqual([
      'bad',
      'doubtful',
      'good',
      'doubtful',
      'bad',
    ]);
  });
  it('under load it must hold 9.6 V at 70 F and 8.5 at 0 F (battery-council table, from memory)', () => {
    expect([says('power.load', 9.65, 21.1), says('power.load', 9.55, 21.1), says('power.load', 8.6, -17.8)]).toEqual([
      'good',
      'bad',
      'good',
    ]);
    const table = loadTable();
    expect(table.at(-1)![1]).toBeCloseTo(9.6, 1);
    expect(table[0]![1]).toBeCloseTo(8.5, 1);
  });
  it('the zones cover the whole dial, one after the other', () => {
    for (const check of ['power.tester', 'power.load', 'charge.volts'] as const) {
      const { from, to, zones } = dialOf(check, RULES, 0);
      expect([zones[0]!.from, zones.at(-1)!.to]).toEqual([from, to]);
      zones.slice(1).forEach((z, i) => {
        expect(z.from).toBe(zones[i]!.to);
      });
    }
  });
});

describe('the timed run', () => {
  const nothing = {
    ...{ diedS: null, stumbledS: null, toldS: null },
    ...{ headAt5: null, headAt10: null, headAt15: null, headAtEnd: null },
  };
  it('is as long as such a run, or as the customer says and a fifth more', () => {
    expect(timedRun(nothing, 20).fullS).toBe(1200);
    expect(timedRun({ ...nothing, toldS: 3000 }, 20).fullS).toBe(3600);
    expect(timedRun({ ...nothing, diedS: 2000 }, 20).fullS).toBeCloseTo(2200);
  });
  it('puts the head where it was read, and the end where the run ended', () => {
    const run = timedRun({ ...nothing, diedS: 780, headAt5: 110, headAt10: 165, headAtEnd: 190 }, 20);
    expect(run.head.map(({ atS, c }) => [atS, c])).toEqual([
      [300, 110],
      [600, 165],
      [780, 190],
    ]);
    expect(run.between).toEqual({ fromC: 0, toC: 190 });
    expect(run.doesNotFit).toBe(false);
  });
  it('an end nobody timed has no place on the line; what was read after the end does not fit', () => {
    expect(timedRun({ ...nothing, headAtEnd: 190 }, 20).head).toEqual([]);
    expect(timedRun({ ...nothing, diedS: 480, headAt10: 165 }, 20).doesNotFit).toBe(true);
    expect(timedRun({ ...nothing, diedS: 480, stumbledS: 500 }, 20).doesNotFit).toBe(true);
  });
});

describe('the jump leads', () => {
  it('go on plus first and ground last, away from the battery (common practice, no source)', () => {
    expect(JUMP_ORDER.map(({ step, lead, at }) => `${step} ${lead} ${at}`)).toEqual([
      '1 plus flat battery',
      '2 plus good battery',
      '3 minus good battery',
      '4 minus engine',
    ]);
  });
});
