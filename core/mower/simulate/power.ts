import { chargePercent } from '../../measure/battery.ts';
import type { Mower } from '../machine.ts';
import { cranks, viewOf } from '../tell.ts';
import { POLARISATION } from '../turn.ts';
import { type Figures, of, ohms, one, type Quantity, type Shows, type Simulation, yes } from './simulation.ts';

/** A drop over one leg while cranking; the meter's resolution is a hundredth of a volt. */
function drop(t: Simulation, legOhms: number, cable = true): Figures {
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

/** Lost on the start line with the relay pulled in [V] [M: 4 A over some hundredths of an ohm]. */
const RELAY_TAKES_V = 0.2;

/** How often somebody measures after twenty minutes, and what the charger has left on the plates by then [V] [M]. */
const RESTED_TOO_LITTLE = 0.4;
const SURFACE_V = 0.25;

const TAPS = ['feed', 'key-out', 'interlock-out', 'relay'] as const;
type Tap = (typeof TAPS)[number];

/** Where on the start line there is still voltage. */
function startSignal({ line, battery }: Mower, tap: Tap): boolean {
  if (battery.openVolts < 4 || line.fuse === 'blown') return false;
  if (tap === 'feed') return true;
  if (!line.key) return false;
  if (tap === 'key-out') return true;
  if (!line.interlock) return false;
  return tap === 'interlock-out' ? true : line.wiring;
}

/** What a meter makes of posts that are pulled down and let go again [V] [M]. */
const CHATTERS_V = 6.5;
/** Of its amps what a tester finds with one of six cells gone [M]. */
const CELL_GONE = 0.45;
/** From this share of the governed speed the regulator has enough [M: about 2,500 1/min]. */
const FULL_CHARGE_FROM = 0.7;
/** Speed it turns at, as a share of the governed one. */
const speedShare = ({ view, asked, hot, m }: Simulation) => view.going(asked.condition, hot).rpm / m.sheet.governedRpm;

export const POWER_SHOWS = {
  // At the relay first; if there is none, back along the line.
  'power.start-signal': ({ m, shown }) => {
    // What the battery has, less what the coil of the relay takes over the thin wire to it.
    const tap = (at: Tap, there: boolean) => {
      const volts = there ? m.battery.openVolts - RELAY_TAKES_V : 0;
      return { fields: { value: of(shown(volts, 0.004, 0.01), 'V'), tap: at } };
    };
    return startSignal(m, 'relay') ? [tap('relay', true)] : TAPS.map((at) => tap(at, startSignal(m, at)));
  },
  'power.rest-volts': (t) => {
    // Of one that came off the charger a while ago, its plates are still fuller than it is.
    const hasty = t.m.battery.fed && t.chance.next() < RESTED_TOO_LITTLE;
    const volts = t.m.battery.openVolts + (hasty ? SURFACE_V : 0);
    return { fields: { value: of(t.shown(volts, 0.004, 0.01), 'V'), restedMinutes: of(hasty ? 20 : 600, 'min') } };
  },
  'power.tester': ({ m, shown }) => ({
    fields: {
      // With the volts of a cell gone a tester reckons hardly any amps.
      measuredCca: of(
        Math.round(shown(((m.battery.cellGone ? CELL_GONE : 1) * 3) / m.battery.testerOhms, 0.04, 1)),
        'A',
      ),
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
    // A relay that chatters pulls the posts down each time it closes.
    if (!run) return one(t.shown(how === 'click-only' ? CHATTERS_V : t.m.battery.openVolts - 0.05, 0.004, 0.01), 'V');
    const fields: Record<string, Quantity> = {
      value: of(t.shown(run.postVolts, 0.004, 0.01), 'V'),
      restVolts: of(t.shown(t.m.battery.openVolts, 0.004, 0.01), 'V'),
    };
    fields.rpm = of(how === 'click-only' ? 0 : Math.round(t.shown(run.rpm, 0.03, 1)), 'rpm');
    return { fields };
  },
  'power.jump': ({ view, m, hot }) => {
    if (cranks(view, hot) && !['slow', 'hesitates'].includes(view.turned(hot).how)) return 'same';
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
  'power.ring-teeth': ({ m }) => m.ringTeeth,
  'power.clutch-ohms': (t) => ({ value: ohms(t, t.m.clutchOhms) }),
  'power.interlocks': ({ m }) => yes(m.line.interlock, 'ok', 'open'),
  'power.draw': (t) => one(t.shown(t.m.drawA, 0.02, 0.001), 'A'),
  'charge.volts': (t) => {
    const { stator, regulator } = t.m.charging;
    const set = regulator === 'over' ? 15.9 : regulator === 'none' ? t.m.battery.openVolts - 0.1 : 14.3;
    const reach =
      Math.min(set, 12.2 + (regulator === 'over' ? 4 : 2.3) * stator * Math.min(1, speedShare(t) / FULL_CHARGE_FROM)) -
      2.2 * Math.min(1, t.m.ohms.regulatorGround / 0.8);
    return one(t.shown(Math.max(reach, t.m.battery.openVolts - 0.2), 0.004, 0.01), 'V');
  },
  // Volts of a coil go with how fast the magnets pass it.
  'charge.stator': (t) => one(t.shown(t.m.sheet.statorVoltsAc * t.m.charging.stator * speedShare(t), 0.02, 0.1), 'V'),
  'charge.regulator-drop': (t) =>
    one(t.shown(Math.min(4, 12 * t.m.ohms.regulatorGround * Math.min(1, t.m.charging.stator)), 0.01, 0.01), 'V'),
} satisfies Partial<Shows>;
