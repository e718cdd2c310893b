import type { Random } from '../chance/random.ts';
import { checkOf } from '../checks/index.ts';
import type { Symptom } from '../complaint/symptoms.ts';
import type { RunningState, Temperature } from '../engine/index.ts';
import { chargePercent } from '../measure/battery.ts';
import { heldPa, holeMm2 } from '../measure/leakDown.ts';
import { diodeRange } from './killHarness.ts';
import { AMPLE_ML_MIN, type CylinderState, type Mower } from './machine.ts';
import { atInletMlPerMin, heldOpenOf, leakOf, POLARISATION, RPM, sparkAt, speedCut, supplyMlPerMin } from './run.ts';
import { cranks, drips, firesAtStop, starts, symptomsOf, type View, viewOf } from './tell.ts';

export interface Asked {
  readonly check: string;
  readonly cylinder: number | null;
  readonly condition: RunningState;
  readonly temperature: Temperature | null;
}

type Quantity = { readonly value: number; readonly unit: string } | 'OL';
/** A reading as it would be typed, for the same door as any other. */
export type Taken = Readonly<Record<string, unknown>>;
type Figures = {
  readonly value?: Quantity;
  readonly fields?: Readonly<Record<string, Quantity | string | boolean | Readonly<Record<string, string>>>>;
};
type Found =
  | string
  | Figures
  | { readonly readings: Readonly<Record<string, Quantity>>; readonly fields?: Readonly<Record<string, Quantity>> }
  | { readonly outcome: string; readonly where: string }
  | { readonly outcome: string; readonly cylinder: number };

interface Taking {
  readonly view: View;
  readonly m: Mower;
  readonly asked: Asked;
  /** Index of the cylinder asked for. */
  readonly i: number;
  readonly hot: boolean;
  readonly chance: Random;
  /** A figure as an instrument of that class shows it, a share of the reading, and its last digit. */
  readonly shown: (value: number, share: number, digit: number) => number;
}

const of = (value: number | 'OL', unit: string): Quantity => (value === 'OL' ? value : { value, unit });
const one = (value: number | 'OL', unit: string): Figures => ({ value: of(value, unit) });
/** An outcome seen on the first cylinder of which that holds. */
const on = (m: Mower, outcome: string, holds: (c: CylinderState, i: number) => boolean) => ({
  outcome,
  cylinder: m.cylinders.findIndex(holds) + 1,
});
const yes = (test: boolean, good: string, bad: string) => (test ? good : bad);

/** The ohms a meter shows, or OL. */
const ohms = (t: Taking, value: number) =>
  Number.isFinite(value) ? of(t.shown(value, 0.01, value < 200 ? 0.1 : 10), 'ohm') : of('OL', 'ohm');

const swapped = (m: Mower, what: 'plug' | 'coil'): Mower => {
  const [a, b] = m.cylinders;
  if (!a || !b) return m;
  return {
    ...m,
    cylinders: [
      { ...a, [what]: b[what] },
      { ...b, [what]: a[what] },
    ],
  };
};
const strengthOf = (view: View, state: RunningState, hot: boolean) => view.going(state, hot).strength;
/** The weakest side, where one is plainly weaker. */
const weakSide = (strength: readonly number[]) => {
  if (strength.length < 2) return strength[0]! < 0.5 ? 0 : null;
  const least = strength.indexOf(Math.min(...strength));
  return strength[least]! < 0.7 * Math.max(...strength) ? least : null;
};
const legOff = (m: Mower, off: (i: number) => boolean): Mower => ({
  ...m,
  harness: { ...m.harness, legs: m.harness.legs.map((leg, i) => (off(i) ? { ...leg, lead: 'off' as const } : leg)) },
});

/** Speed at that state; one it does not hold it is revved up to. */
const speedIn = (view: View, state: RunningState, hot: boolean) =>
  state === 'cranking' ? (view.turned(hot).run?.rpm ?? 0) : view.going(state, hot).rpm || RPM[state]!;

const sparkWord = (left: number) => (left > 0.55 ? 'strong' : left > 0.28 ? 'weak' : left > 0.12 ? 'skips' : 'none');

/** What each check shows, worked out from the machine as it is. */
const TAKE: Readonly<Record<string, (t: Taking) => Found>> = {
  'look.crank': ({ view, hot }) => view.turned(hot).how,
  'look.oil': ({ m }) => {
    const water = m.cylinders.some((c) => c.water);
    if (water) return 'milky';
    if (m.oil.fuelShare > 0.05) return 'overfull-fuel';
    return m.oil.level === 'low' ? 'low' : m.oil.level === 'over' ? 'overfull-clean' : 'ok';
  },
  'look.air-filter': ({ m }) =>
    !m.air.housing ? 'housing-broken' : m.air.filter < 0.6 ? 'blocked' : m.air.filter < 0.85 ? 'dirty' : 'clean',
  'look.fuel': ({ m }) => (m.fuel.shut && m.fuel.quality === 'fresh' ? 'tap-shut' : m.fuel.quality),
  'look.wiring': ({ m, chance }) => {
    const place = m.wiringSeen.find(() => chance.next() < 0.65);
    return place ? { outcome: 'chafed', where: place } : 'ok';
  },
  'look.stains': ({ m }) =>
    drips(m)
      ? 'fuel-at-carb'
      : m.cylinders.some((c) => c.leakMm2.edge > 0.8)
        ? on(m, 'oil-at-head', (c) => c.leakMm2.edge > 0.8)
        : 'dry',
  'look.cooling': ({ m }) => yes(!m.air.packed, 'clean', 'packed'),
  'power.rest-volts': (t) => ({
    fields: { value: of(t.shown(t.m.battery.openVolts, 0.004, 0.01), 'V'), restedMinutes: of(600, 'min') },
  }),
  'power.tester': ({ m, shown }) => ({
    fields: {
      measuredCca: of(Math.round(shown(3 / m.battery.testerOhms, 0.04, 1)), 'A'),
      ratedCca: of(m.sheet.ratedCcaA, 'A'),
      // A cell that is gone takes no charge: it is tested as it is.
      ...(m.battery.cellGone ? {} : { stateOfCharge: of(Math.round(chargePercent(m.battery.openVolts)), '%') }),
    },
  }),
  'power.load': (t) => {
    const volts =
      t.m.battery.openVolts -
      1.5 * t.m.battery.testerOhms * (t.m.sheet.ratedCcaA / 2) -
      (t.m.battery.openVolts < 12.3 ? 0.5 : 0);
    return {
      fields: {
        // A battery that cannot is pulled to next to nothing.
        value: of(t.shown(Math.max(0.4, volts), 0.004, 0.01), 'V'),
        temperature: of(Math.round(t.m.ambientC), 'degC'),
      },
    };
  },
  'power.crank-volts': (t) => {
    const { how, run } = t.view.turned(t.hot);
    if (!run) return one(t.shown(t.m.battery.openVolts - 0.05, 0.004, 0.01), 'V');
    const fields: Record<string, Quantity> = {
      value: of(t.shown(run.postVolts, 0.004, 0.01), 'V'),
      restVolts: of(t.shown(t.m.battery.openVolts, 0.004, 0.01), 'V'),
    };
    fields.rpm = of(how === 'click-only' ? 0 : Math.round(t.shown(run.rpm, 0.03, 1)), 'rpm');
    return { fields };
  },
  'power.jump': ({ view, m, hot }) => {
    if (cranks(view, hot) && view.turned(hot).how !== 'slow') return 'same';
    const jumped = viewOf({
      ...m,
      battery: { ...m.battery, openVolts: 12.7, testerOhms: Math.min(m.battery.testerOhms, 0.008) },
    });
    return ['normal', 'spins-fast', 'kicks-back'].includes(jumped.turned(hot).how) ? 'cures' : 'same';
  },
  'power.drop-positive': (t) => drop(t, t.m.ohms.positive),
  'power.drop-relay': (t) => drop(t, t.m.ohms.relay, false),
  'power.drop-ground': (t) => drop(t, t.m.ohms.ground),
  'power.relay': ({ m }) => yes(m.relayCoil && startSignal(m, 'relay'), 'clicks', 'silent'),
  'power.starter-direct': ({ m }) => {
    if (m.starter.strength < 0.18) return 'dead';
    if (!m.starter.drives) return 'spins-no-engage';
    // It spins as well as what it is fed from lets it.
    const fed = Math.min(1, (m.battery.openVolts - 120 * POLARISATION * m.battery.testerOhms) / 8.6);
    return m.starter.strength * fed < 0.62 ? 'spins-weak' : 'spins-strong';
  },
  'power.crank-current': (t) => {
    const run = t.view.turned(t.hot).run;
    return one(run ? Math.round(t.shown(run.amps, 0.03, 1)) : 0, 'A');
  },
  'power.fuse': ({ m }) => m.line.fuse,
  'power.interlocks': ({ m }) => yes(m.line.interlock, 'ok', 'open'),
  'power.draw': (t) => one(t.shown(t.m.drawA, 0.02, 0.001), 'A'),
  'charge.volts': (t) => {
    const { stator, regulator } = t.m.charging;
    const set = regulator === 'over' ? 15.9 : regulator === 'none' ? t.m.battery.openVolts - 0.1 : 14.3;
    const reach = Math.min(set, 12.2 + 2.3 * stator) - 2.2 * Math.min(1, t.m.ohms.regulatorGround / 0.8);
    return one(t.shown(Math.max(reach, t.m.battery.openVolts - 0.2), 0.004, 0.01), 'V');
  },
  'charge.stator': (t) => one(t.shown(t.m.sheet.statorVoltsAc * t.m.charging.stator, 0.02, 0.1), 'V'),
  'charge.regulator-drop': (t) =>
    one(t.shown(Math.min(4, 12 * t.m.ohms.regulatorGround * Math.min(1, t.m.charging.stator)), 0.01, 0.01), 'V'),
  'turn.by-hand': ({ m, hot }) => {
    if (m.turning.seized || m.turning.ptoNm > 60) return 'locked';
    if (m.cylinders.some((c) => c.liquidMl > 45)) return 'stops-solid';
    if (m.turning.ptoNm > 12 || m.turning.frictionNm > 20) return 'drags';
    const release = m.release.works ? Math.max(0, ...m.cylinders.map((c) => m.release.bumpMm - c.lashMm.exhaust)) : 0;
    const tight = m.cylinders.some((c) => leakOf(c, hot) < 6);
    return m.engine.compressionRelease === 'automatic' && release < 0.05 && tight ? 'firm-at-compression' : 'free';
  },
  'turn.plugs-out': ({ m }) => {
    if (m.turning.seized || m.turning.ptoNm > 60) return 'still-locked';
    const wet = m.cylinders.find((c) => c.liquidMl > 15);
    return !wet ? 'spins-free' : wet.water ? 'water-out' : 'fuel-out';
  },
  'turn.pto': ({ m }) => (m.turning.ptoNm > 60 ? 'seized' : m.turning.ptoNm > 8 ? 'rough' : 'free'),
  'split.primer': ({ view, m, hot }) => {
    const fed = viewOf({
      ...m,
      fuel: {
        ...m.fuel,
        quality: 'fresh',
        main: 1,
        idle: 1,
        shut: false,
        vent: AMPLE_ML_MIN,
        pickup: AMPLE_ML_MIN,
        line: AMPLE_ML_MIN,
        filter: AMPLE_ML_MIN,
        pump: AMPLE_ML_MIN,
        screen: AMPLE_ML_MIN,
      },
      solenoid: { feed: true, ohms: 30, plunger: 'free' },
      cylinders: m.cylinders.map((c) => ({ ...c, jet: 1 })),
    });
    if (!cranks(view, hot)) return 'nothing';
    const strength = strengthOf(fed, 'cranking', hot);
    const fires = strength.filter((s) => s > 0.3).length;
    return fires === strength.length
      ? 'runs-on-primer'
      : fires > 0
        ? 'one-side-only'
        : strength.some((s) => s > 0.1)
          ? 'coughs'
          : 'nothing';
  },
  'split.choke': ({ view, asked, hot }) => {
    const now = view.going(asked.condition, hot);
    const mean = now.mixture.reduce((a, b) => a + b, 0) / now.mixture.length;
    if (!now.runs) return mean < 0.8 ? 'only-on-choke' : 'no-change';
    return mean < 0.62 ? 'only-on-choke' : mean < 0.86 ? 'better' : mean > 1.2 ? 'worse' : 'no-change';
  },
  'split.cap-loose': ({ m, view }) => {
    const before = view.going('loaded', true);
    const after = viewOf({ ...m, fuel: { ...m.fuel, vent: AMPLE_ML_MIN } }).going('loaded', true);
    return yes(after.fed < before.fed + 0.15, 'same', 'cures');
  },
  'balance.heat': (t) => {
    const { strength, throttle } = t.view.going(t.asked.condition, t.hot);
    return {
      readings: Object.fromEntries(
        strength.map((s, k) => [
          k + 1,
          of(
            Math.round(t.shown(t.m.ambientC + (42 + 150 * Math.min(1, s * 1.05)) * (0.85 + 0.15 * throttle), 0.03, 1)),
            'degC',
          ),
        ]),
      ),
      fields: { ambient: of(Math.round(t.m.ambientC), 'degC') },
    };
  },
  'balance.cut-out': (t) => {
    const now = t.view.going(t.asked.condition, t.hot);
    const before = Math.round(t.shown(now.rpm || 1500, 0.004, 5));
    const after = speedCut(now.strength, t.i, before, true);
    return {
      fields: { before: of(before, 'rpm'), after: of(Math.round(t.shown(after, 0.006, 5)), 'rpm'), throttle: 'held' },
    };
  },
  'balance.rhythm': ({ view, asked, hot }) => {
    const { strength, fires } = view.going(asked.condition, hot);
    const r = Math.min(...strength) / Math.max(0.01, ...strength);
    if (fires.some((f) => f > 0.15 && f < 0.85)) return 'irregular';
    return r < 0.25 ? 'one-dead' : r < 0.75 ? 'one-weak' : 'even';
  },
  'spark.tester': ({ view, m, i, asked, hot }) => {
    const rpm = speedIn(view, asked.condition, hot);
    return sparkWord(sparkAt(m, i, rpm, hot));
  },
  'spark.plug-look': ({ m, view, i }) => {
    const c = m.cylinders[i]!;
    if (c.plug.look) return c.plug.look;
    if (c.liquidMl > 5) return 'wet';
    const idle = view.going('idle', false);
    if (c.oilPassed > 0.5) return 'oily';
    if (idle.fires[i]! < 0.3 && supplyMlPerMin(m, false) > 50) return idle.mixture[i]! > 0.6 ? 'wet' : 'clean-cold';
    if (idle.strength[i]! < 0.25) return 'clean-cold';
    return idle.mixture[i]! > 1.3 ? 'sooty' : idle.mixture[i]! < 0.75 ? 'lean-white' : 'normal';
  },
  'spark.plug-gap': (t) =>
    one(Math.max(0, Math.round(t.shown(t.m.cylinders[t.i]!.plug.gapMm, 0.03, 0.05) * 100) / 100), 'mm'),
  'spark.plug-swap': ({ m, view, asked, hot }) =>
    follows(view, viewOf(swapped(m, 'plug')), asked.condition, hot, 'follows-plug'),
  'spark.plug-new': ({ m, view, i, asked, hot }) => {
    const fitted = viewOf({
      ...m,
      cylinders: m.cylinders.map((c, k) => (k === i ? { ...c, plug: { passes: 1, gapMm: 0.76, look: null } } : c)),
    });
    const gives = (v: View) => strengthOf(v, asked.condition, hot)[i]!;
    return yes(gives(fitted) < gives(view) + 0.25, 'same', 'returns');
  },
  'spark.coil-swap': ({ m, view, asked, hot }) =>
    follows(view, viewOf(swapped(m, 'coil')), asked.condition, hot, 'follows-coil'),
  'spark.lead-look': ({ m, i }) => m.cylinders[i]!.lead.look,
  'spark.kill-off': ({ m, view, i, asked, hot }) => {
    const rpm = speedIn(view, asked.condition, hot);
    const off = legOff(m, (k) => k === i);
    const back = (k: number) => sparkAt(m, k, rpm, hot) < 0.35 && sparkAt(off, k, rpm, hot) > 0.5;
    if (back(i)) return 'returns';
    return m.cylinders.some((_, k) => k !== i && back(k)) ? 'other-returns' : 'same';
  },
  'spark.kill-off-all': ({ m, view, asked, hot }) => {
    const rpm = speedIn(view, asked.condition, hot);
    const off = { ...m, harness: { ...m.harness, connector: 'parted' as const, commonChafed: false } };
    return yes(
      !m.cylinders.some((_, k) => sparkAt(m, k, rpm, hot) < 0.35 && sparkAt(off, k, rpm, hot) > 0.5),
      'same',
      'returns',
    );
  },
  'spark.kill-continuity': ({ m }) =>
    m.harness.commonChafed || m.harness.key === 'stuck-closed'
      ? 'grounded-key-on'
      : m.harness.key === 'stuck-open'
        ? 'open-key-off'
        : 'correct',
  'spark.coil-ohms': (t) => {
    const { coil, lead } = t.m.cylinders[t.i]!;
    const windingC = t.hot ? 80 : t.m.ambientC;
    const at = coil.ohmsAt20C * (1 + 0.00393 * (windingC - 20));
    const broken = coil.open || (t.hot && coil.failsC < 80);
    const fields: Record<string, Quantity> = {
      toGround: ohms(t, broken ? Number.POSITIVE_INFINITY : at),
      coilTemperature: of(Math.round(windingC), 'degC'),
    };
    if (lead.flexes && !broken) {
      fields.flexMin = ohms(t, at * 0.98);
      fields.flexMax = of('OL', 'ohm');
    }
    return { fields };
  },
  'spark.air-gap': (t) => {
    const gap = t.m.cylinders[t.i]!.coil.gapMm;
    const legs = () => of(Math.max(0, Math.round(t.shown(gap, 0.02, 0.05) * 100) / 100), 'mm');
    return { fields: { gapA: legs(), gapB: legs() } };
  },
  'spark.kill-diode': ({ m, i }) => {
    const out = m.harness.polarity === 'to-common';
    const forward = out
      ? diodeRange(m.harness, { leg: i }, 'common', 'unplugged')
      : diodeRange(m.harness, 'common', { leg: i }, 'unplugged');
    const reverse = out
      ? diodeRange(m.harness, 'common', { leg: i }, 'unplugged')
      : diodeRange(m.harness, { leg: i }, 'common', 'unplugged');
    const volts = (v: number | 'OL') => of(v === 'OL' ? v : Math.abs(v), 'V');
    return { fields: { forward: volts(forward), reverse: volts(reverse), coilsPlugged: false } };
  },
  'spark.magnet': ({ m }) => yes(m.flywheel.magnet > 0.65, 'strong', 'weak'),
  'spark.magnet-at-tdc': ({ m }) => yes(Math.abs(m.flywheel.offsetDeg) < 5, 'lines-up', 'off'),
  'spark.flywheel-nut': ({ m }) => yes(!m.flywheel.nutLoose, 'tight', 'loose'),
  'spark.key': ({ m }) =>
    m.flywheel.offsetDeg < 1.5 ? 'intact' : m.flywheel.offsetDeg < 12 ? 'sheared-part' : 'sheared',
  'fuel.solenoid-click': ({ m }) =>
    yes(m.solenoid.feed && m.solenoid.ohms > 5 && Number.isFinite(m.solenoid.ohms), 'clicks', 'silent'),
  'fuel.solenoid-volts': (t) => {
    const volts = t.m.battery.openVolts;
    return {
      fields: {
        value: of(t.m.solenoid.feed ? t.shown(volts - 0.2, 0.004, 0.01) : 0, 'V'),
        posts: of(t.shown(volts, 0.004, 0.01), 'V'),
      },
    };
  },
  'fuel.solenoid-ohms': (t) => ({ value: ohms(t, t.m.solenoid.ohms) }),
  'fuel.solenoid-plunger': ({ m }) => m.solenoid.plunger,
  'fuel.flow': (t) => {
    const perMin =
      Math.min(400, atInletMlPerMin(t.m, false) * 1.15) *
      (t.asked.condition === 'cranking' && t.m.engine.fuelFeed !== 'gravity' ? 0.7 : 1);
    return { fields: { volume: of(Math.round(t.shown(perMin / 4, 0.04, 1)), 'ml'), time: of(15, 's') } };
  },
  'fuel.pump': ({ m }) =>
    m.fuel.pumpHole ? 'fuel-in-pulse-line' : m.fuel.pump < 8 ? 'none' : m.fuel.pump < 150 ? 'weak' : 'pulses-strong',
  'fuel.line-look': ({ m }) => m.fuel.lineLook,
  'fuel.filter': ({ m }) => yes(m.fuel.filter > 120, 'clean', 'restricted'),
  'fuel.pickup': ({ m }) => yes(m.fuel.pickup > 120, 'clear', 'blocked'),
  'fuel.inlet-screen': ({ m }) => yes(m.fuel.screen > 120, 'clean', 'blocked'),
  'fuel.bowl-look': ({ m }) => m.fuel.bowl,
  'fuel.needle-hold': (t) => {
    // A needle that lets that much past under its own head lets the air go in seconds.
    const leak = t.m.fuel.needleMlMin + (t.m.fuel.float === 'ok' || t.m.fuel.float === 'level-off' ? 0 : 1.2);
    const end = 34_500 * Math.exp(-leak * 0.35) - 250 * t.chance.next();
    return {
      fields: {
        start: of(34.5, 'kPa'),
        end: of(Math.round(Math.max(0, end) / 100) / 10, 'kPa'),
        time: of(15, 's'),
        how: 'in place, bowl full',
      },
    };
  },
  'fuel.needle-look': ({ m }) => m.fuel.needleLook,
  'fuel.bowl-seal-look': ({ m }) => m.fuel.bowlSeal,
  'fuel.float': ({ m }) => m.fuel.float,
  'fuel.jets': ({ m }) =>
    m.fuel.main < 0.8
      ? 'main-blocked'
      : m.cylinders.some((c) => c.jet < 0.8)
        ? on(m, 'one-barrel-blocked', (c) => c.jet < 0.8)
        : m.fuel.idle < 0.8
          ? 'idle-blocked'
          : m.fuel.emulsion < 0.85
            ? 'emulsion-blocked'
            : 'clear',
  'fuel.jet-seals': ({ m }) => m.fuel.jetSeal,
  'fuel.choke': ({ m }) => (m.fuel.choke === 'ok' ? 'opens-and-closes' : m.fuel.choke),
  'fuel.governor-link': ({ m }) => m.fuel.governor,
  'air.intake-seal': ({ m, i }) => yes(m.cylinders[i]!.airLeakMm2 < 3, 'sealed', 'leaks'),
  'air.exhaust': ({ m }) => yes(m.air.exhaust > 0.8, 'free', 'blocked'),
  'valve.motion': ({ m, i }) => {
    const c = m.cylinders[i]!;
    if (c.stuckMm2 > 15) return 'stays-open';
    const [inlet, outlet] = [
      c.lift.intake - Math.max(0, c.lashMm.intake - 0.2) / 6,
      c.lift.exhaust - Math.max(0, c.lashMm.exhaust - 0.25) / 6,
    ];
    return inlet < 0.1
      ? 'intake-still'
      : outlet < 0.1
        ? 'exhaust-still'
        : inlet < 0.82 * Math.max(outlet, 0.6)
          ? 'intake-short'
          : outlet < 0.82 * inlet
            ? 'exhaust-short'
            : 'equal';
  },
  'valve.pushrods': ({ m, i }) => m.cylinders[i]!.pushrod,
  'valve.rocker-studs': ({ m, i }) => yes(!m.cylinders[i]!.studLoose, 'tight', 'loose'),
  'valve.lash': (t) => {
    const { lashMm } = t.m.cylinders[t.i]!;
    // By blades of five hundredths' pitch: a bracket's middle.
    const blade = (mm: number) => of(Math.max(0, Math.round((mm + 0.006 * t.chance.normal()) / 0.0127) * 0.0127), 'mm');
    return { fields: { intake: blade(lashMm.intake), exhaust: blade(lashMm.exhaust) } };
  },
  'valve.springs': ({ m, i }) => yes(!m.cylinders[i]!.springBroken, 'ok', 'broken'),
  'valve.lifter': ({ m, i }) => yes(!m.cylinders[i]!.lifterCollapsed, 'firm', 'collapsed'),
  'seal.thumb': (t) => {
    const pa = gaugePa(t);
    return pa < 60_000 ? 'nothing' : pa < 260_000 ? 'soft' : 'blows-off';
  },
  'seal.compression': (t) => ({
    fields: { value: of(Math.round(t.shown(gaugePa(t), 0.03, 1000) / 1000), 'kPa'), strokes: '6', throttleOpen: true },
  }),
  'seal.wet': (t) => {
    const c = t.m.cylinders[t.i]!;
    const dry = gaugePa(t);
    // Oil closes rings, not seats; and takes up room itself.
    const wet =
      gaugePa(t, {
        ...c,
        leakMm2: {
          ...c.leakMm2,
          rings: c.bore === 'hole' ? c.leakMm2.rings : Math.min(c.leakMm2.rings, 0.25 + 0.25 * c.leakMm2.rings),
        },
      }) * 1.08;
    return {
      fields: {
        value: of(Math.round(t.shown(wet, 0.02, 1000) / 1000), 'kPa'),
        ...(dry > 2000 ? { dry: of(Math.round(t.shown(dry, 0.02, 1000) / 1000), 'kPa') } : {}),
      },
    };
  },
  'seal.piston-moves': ({ m, i }) =>
    m.cylinders[i]!.parted ? 'still' : m.cylinders[i]!.shortMm > 0.9 ? 'short' : 'moves',
  'seal.leak-down': (t) => {
    const c = t.m.cylinders[t.i]!;
    const supply = 80 * 6894.757;
    const held = heldPa({ supplyPa: supply, orificeMm2: holeMm2(1.016) }, leakOf(c, t.hot), t.m.ambientPa);
    const grade = (mm2: number) => (mm2 > 4 ? 'loud' : mm2 > 0.9 ? 'clear' : mm2 > 0.32 ? 'faint' : null);
    const own = heldOpenOf(c, t.hot);
    const places = {
      intake: grade(c.leakMm2.intake + (c.lashMm.intake < c.lashMm.exhaust ? own : 0)),
      exhaust: grade(c.leakMm2.exhaust + c.stuckMm2 + (c.lashMm.intake < c.lashMm.exhaust ? 0 : own)),
      'oil-fill': grade(c.leakMm2.rings + c.leakMm2.gallery),
      'head-edge': grade(c.leakMm2.edge * (t.hot ? c.edgeHot : 1)),
    };
    const heard = Object.fromEntries(Object.entries(places).flatMap(([place, g]) => (g === null ? [] : [[place, g]])));
    return {
      fields: {
        supply: of(80, 'psi'),
        held: of(Math.max(0, Math.round(t.shown(held / 6894.757, 0.01, 1))), 'psi'),
        orifice: of(1.016, 'mm'),
        ...(Object.keys(heard).length > 0 ? { heard } : {}),
      },
    };
  },
  'seal.fluid-test': ({ m, i }) => {
    const { intake, exhaust } = m.cylinders[i]!.leakMm2;
    return exhaust > 0.6 && exhaust >= intake ? 'weeps-exhaust' : intake > 0.6 ? 'weeps-intake' : 'holds';
  },
  'seal.bore-look': ({ m, i }) =>
    m.cylinders[i]!.bore === 'clean' && m.cylinders[i]!.liquidMl > 20 ? 'washed' : m.cylinders[i]!.bore,
  'seal.crankcase-vacuum': ({ m }) =>
    yes(m.oil.breather && m.cylinders.every((c) => c.leakMm2.rings + c.leakMm2.gallery < 2.5), 'pulls', 'pushes'),
  'run.restart-hot': ({ view }) =>
    starts(view, true)
      ? 'starts'
      : cranks(view, true) && view.going('cranking', true).strength.some((s) => s > 0.15)
        ? 'hard'
        : 'no',
  'run.minutes': ({ view, asked }) => {
    const cold = view.going(asked.condition, false);
    const hot = view.going(asked.condition, true);
    return yes(
      starts(view, false) && hot.runs && Math.min(...hot.strength) > 0.75 && Math.min(...cold.strength) > 0.7,
      'clean',
      'failed',
    );
  },
  'run.leak-watch': ({ m }) => yes(!drips(m), 'dry', 'wet'),
  'run.shut-off': ({ m }) =>
    m.harness.legs.some((_, i) => firesAtStop(m, i))
      ? on(m, 'one-keeps-firing', (_, i) => firesAtStop(m, i))
      : m.solenoid.plunger === 'stuck-open'
        ? 'after-fires'
        : 'all-stop',
};

/** A drop over one leg while cranking; the meter's resolution is a hundredth of a volt. */
function drop(t: Taking, legOhms: number, cable = true): Found {
  const run = t.view.turned(t.hot).run;
  if (!run) return one(0, 'V');
  // With a clamp round the cable beside it: what a sound cable loses depends on what flows.
  return {
    fields: {
      value: of(t.shown(run.amps * legOhms, 0.004, 0.01), 'V'),
      current: of(Math.max(1, Math.round(t.shown(run.amps, 0.03, 1))), 'A'),
      ...(cable ? { cableLength: of(1200, 'mm'), gauge: '4' } : {}),
    },
  };
}

/** Highest pressure the cylinder makes while cranking with both plugs out of the way of speed: a gauge fills to it [Pa]. */
function gaugePa(t: Taking, changed = t.m.cylinders[t.i]!): number {
  const m = {
    ...t.m,
    cylinders: t.m.cylinders.map((c, k) =>
      k === t.i ? { ...changed, liquidMl: Math.min(changed.liquidMl, 5) } : { ...c, liquidMl: 0 },
    ),
  };
  const view = changed === t.m.cylinders[t.i] && t.m.cylinders.every((c) => c.liquidMl <= 5) ? t.view : viewOf(m);
  return Math.max(0, view.turned(t.hot).run?.peakPa[t.i] ?? 0);
}

function follows(before: View, after: View, state: RunningState, hot: boolean, moved: string): Found {
  const was = weakSide(strengthOf(before, state, hot));
  const is = weakSide(strengthOf(after, state, hot));
  return was !== null && is !== null && was !== is ? { outcome: moved, cylinder: was + 1 } : 'stays';
}

/** Where on the start line there is still voltage. */
export function startSignal({ line, battery }: Mower, tap: 'feed' | 'key-out' | 'interlock-out' | 'relay'): boolean {
  if (battery.openVolts < 4 || line.fuse === 'blown') return false;
  if (tap === 'feed') return true;
  if (!line.key) return false;
  if (tap === 'key-out') return true;
  if (!line.interlock) return false;
  return tap === 'interlock-out' ? true : line.wiring;
}

/** Checks the mower can be asked for. */
export const canTake = (check: string): boolean =>
  check in TAKE || check === 'look.run' || check === 'power.start-signal';

/** Chance that something plain to see is overlooked all the same [M]. */
const OVERLOOKED = 0.02;

/**
 * One check made on the machine, as it would be typed in; a look along a line of several places gives one reading for each.
 * @param chance the instrument's own error and the reader's; the same seed reads the same
 * @throws RangeError for a check the mower does not know
 */
export function take(view: View, asked: Asked, chance: Random): Taken[] {
  const hot = asked.temperature === 'hot';
  const where = {
    check: asked.check,
    condition: asked.condition,
    ...(asked.cylinder === null ? {} : { cylinder: asked.cylinder }),
    ...(asked.temperature === null ? {} : { temperature: asked.temperature }),
  };
  if (asked.check === 'look.run') return [{ ...where, symptoms: noticed(view, chance, 1.1) }];
  if (asked.check === 'power.start-signal') {
    const relay = startSignal(view.m, 'relay');
    const tap = (at: string, there: boolean) => ({ ...where, fields: { value: of(there ? 12.3 : 0, 'V'), tap: at } });
    return relay
      ? [tap('relay', true)]
      : (['feed', 'key-out', 'interlock-out', 'relay'] as const).map((at) => tap(at, startSignal(view.m, at)));
  }
  const how = TAKE[asked.check];
  if (!how) throw new RangeError(`take: the mower cannot be asked for ${asked.check}`);
  const found = how({
    view,
    m: view.m,
    asked,
    i: (asked.cylinder ?? 1) - 1,
    hot,
    chance,
    shown: (value, share, digit) => Math.round((value * (1 + 0.5 * share * chance.normal())) / digit) * digit,
  });
  if (typeof found !== 'string') return [{ ...where, ...found }];
  const check = checkOf(asked.check);
  const sound = check.outcomes[0]!.id;
  const overlooked = found !== sound && check.mayBeOverlooked && chance.next() < OVERLOOKED;
  return [{ ...where, outcome: overlooked ? sound : found }];
}

/** What is noticed of what the machine does, by one who looks that closely: over 1 he misses nothing plain. */
export function noticed(view: View, chance: Random, closely: number): Symptom[] {
  return [...symptomsOf(view)].filter(([, surely]) => chance.next() < surely * closely).map(([symptom]) => symptom);
}
