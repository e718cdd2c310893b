import { runsDry } from '../run.ts';
import { cranks, drips, firesAtStop, heardOn, starts } from '../tell.ts';
import { of, on, type Shows, type Simulation, yes } from './simulation.ts';

/** Whoever runs it for a quarter of an hour notices what he would notice of any run, as surely. */
function staysClean({ view, asked }: Simulation): boolean {
  return (
    starts(view, false) && view.going(asked.condition, true).runs && heardOn(view, asked.condition, 'hot').length === 0
  );
}

export const RUN_SHOWS = {
  'run.restart-hot': ({ view }) =>
    starts(view, true)
      ? 'starts'
      : cranks(view, true) && view.going('cranking', true).strength.some((s) => s > 0.15)
        ? 'hard'
        : 'no',
  'run.start-cold': ({ view }) =>
    !starts(view, false)
      ? 'no'
      : Math.max(...view.going('cranking', false).strength) < 0.5 || view.m.fuel.choke === 'stuck-open'
        ? 'hard'
        : 'starts',
  'run.minutes': (t) => yes(staysClean(t), 'clean', 'failed'),
  'run.timed': (t) => {
    if (staysClean(t)) return 'clean';
    const { view, m, asked } = t;
    const [cold, hot] = [view.going(asked.condition, false), view.going(asked.condition, true)];
    // It dies of what was there cold and is gone, or of what is short.
    const spark = hot.spark.some((s, i) => s < 0.7 && (cold.spark[i]! > 1 || !hot.runs));
    const fuel = runsDry(m, asked.condition);
    const again = starts(view, true) ? 'at once' : starts(view, false) ? 'after cooling' : 'no';
    return {
      outcome: 'failed',
      fields: {
        minutes: of(hot.runs && !fuel ? 20 : 12, 'min'),
        spark: spark ? 'gone' : 'good',
        fuel: fuel ? 'dry' : 'full',
        restart: again,
      },
    };
  },
  'run.top-speed': (t) => {
    const { rpm } = t.view.going('full-speed', t.hot);
    return {
      fields: {
        value: of(Math.round(t.shown(rpm, 0.006, 5)), 'rpm'),
        idle: of(Math.round(t.shown(t.m.sheet.idleRpm, 0.01, 5)), 'rpm'),
      },
    };
  },
  'run.leak-watch': ({ m }) => yes(!drips(m), 'dry', 'wet'),
  'run.shut-off': ({ m }) =>
    m.harness.legs.some((_, i) => firesAtStop(m, i))
      ? on(m, 'one-keeps-firing', (_, i) => firesAtStop(m, i))
      : m.solenoid.plunger === 'stuck-open'
        ? 'after-fires'
        : 'all-stop',
} satisfies Partial<Shows>;
