import { AMPLE_ML_MIN } from '../machine.ts';
import { speedCut } from '../run.ts';
import { cranks, viewOf } from '../tell.ts';
import { of, type Shows, strengthOf, yes } from './simulation.ts';

/** As the check is made: three minutes from cold; and what hot means [min] [P]. */
const RUN_FIRST_MIN = 3;
const HOT_AFTER_MIN = 20;

export const BALANCE_SHOWS = {
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
    const warm = t.view.heat(t.asked.condition, t.hot ? HOT_AFTER_MIN : RUN_FIRST_MIN);
    return {
      readings: Object.fromEntries(
        warm.map(({ exhaustC }, k) => [k + 1, of(Math.round(t.shown(exhaustC, 0.03, 1)), 'degC')]),
      ),
      fields: { ambient: of(Math.round(t.m.ambientC), 'degC') },
    };
  },
  'balance.cut-out': (t) => {
    const now = t.view.going(t.asked.condition, t.hot);
    if (!now.runs) throw new RangeError('balance.cut-out: an engine that does not run has no cylinder to cut out');
    const before = Math.round(t.shown(now.rpm, 0.004, 5));
    const after = speedCut(now.strength, t.i, before, 'held');
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
} satisfies Partial<Shows>;
