import { cranks, drips, firesAtStop, starts } from '../tell.ts';
import { on, type Shows, yes } from './simulation.ts';

export const RUN_SHOWS = {
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
} satisfies Partial<Shows>;
