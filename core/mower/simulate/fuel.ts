import { AMPLE_ML_MIN, type Mower } from '../machine.ts';
import { atInletMlPerMin } from '../run.ts';
import { viewOf } from '../tell.ts';
import { PULLS_IN_V } from '../turn.ts';
import { of, ohms, on, type Shows, yes } from './simulation.ts';

/** The solenoid hangs on the key's fuse. */
const isFed = ({ solenoid, line, battery }: Mower) =>
  solenoid.feed && line.fuse !== 'blown' && battery.openVolts > PULLS_IN_V;

export const FUEL_SHOWS = {
  'fuel.solenoid-click': ({ m }) =>
    yes(isFed(m) && m.solenoid.ohms > 5 && Number.isFinite(m.solenoid.ohms), 'clicks', 'silent'),
  'fuel.solenoid-volts': (t) => {
    const volts = t.m.battery.openVolts;
    return {
      fields: {
        value: of(isFed(t.m) ? t.shown(volts - 0.2, 0.004, 0.01) : 0, 'V'),
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
  'fuel.inlet-screen': ({ m }) => (!m.fuel.screenFitted ? 'none-fitted' : yes(m.fuel.screen > 120, 'clean', 'blocked')),
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
  // The mower that is simulated has a carburettor.
  'fuel.injection': () => 'sound',
  'fuel.tap': ({ m }) =>
    m.fuel.tap === 'none'
      ? 'none-fitted'
      : m.fuel.tap === 'passes'
        ? 'passes-when-shut'
        : m.fuel.shut
          ? 'shut'
          : 'open',
  'fuel.governor-link': ({ m }) => m.fuel.governor,
  'fuel.governor-plate': ({ m, view, hot }) => {
    if (m.fuel.governor === 'binding') return 'stuck';
    const { mixture } = view.going('idle', hot);
    return m.fuel.governor === 'off' || mixture.some((x) => x < 0.85) ? 'hunts' : 'follows';
  },
  'fuel.vent-heard': ({ m }) => yes(m.fuel.vent > 80, 'silent', 'draws-air'),
  'fuel.mixture-screws': (t) => ({
    fields: {
      turns: of(Math.max(0, Math.round(t.shown(t.m.cylinders[t.i]!.screwTurns, 0.02, 0.125) * 8) / 8), 'turns'),
    },
  }),
  'fuel.carburettor-swap': (t) => {
    const { fuel } = t.m;
    const other = viewOf({
      ...t.m,
      fuel: {
        ...fuel,
        main: 1,
        idle: 1,
        emulsion: 1,
        level: 1,
        needleMlMin: 0,
        float: 'ok',
        jetSeal: 'ok',
        bowlSeal: 'ok',
        richer: t.m.fuel.pumpHole ? 0.12 : 0,
        screen: AMPLE_ML_MIN,
      },
      cylinders: t.m.cylinders.map((c) => ({ ...c, jet: 1, screwTurns: 1.75 })),
    });
    const lean = (view: typeof other) => view.going(t.asked.condition, t.hot).mixture.some((x) => x < 0.86 || x > 1.25);
    return yes(!(lean(t.view) && !lean(other)), 'same', 'returns');
  },
  'air.intake-seal': ({ m, i }) => yes(m.cylinders[i]!.airLeakMm2 < 3, 'sealed', 'leaks'),
  'air.exhaust': ({ m }) => yes(m.air.exhaust > 0.8, 'free', 'blocked'),
} satisfies Partial<Shows>;
