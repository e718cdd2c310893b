import { NOT_ON_A_RUN } from '../../checks/look.run.ts';
import { cranks, drips, firesAtStop, noticed, starts } from '../tell.ts';
import { on, type Shows, yes } from './simulation.ts';

export const RUN_SHOWS = {
  'run.restart-hot': ({ view }) =>
    starts(view, true)
      ? 'starts'
      : cranks(view, true) && view.going('cranking', true).strength.some((s) => s > 0.15)
        ? 'hard'
        : 'no',
  // Whoever runs it for a quarter of an hour notices what he would notice of any run, as surely.
  'run.minutes': ({ view, asked, chance }) => {
    const cold = view.going(asked.condition, false);
    const hot = view.going(asked.condition, true);
    const goes =
      starts(view, false) && hot.runs && Math.min(...hot.strength) > 0.75 && Math.min(...cold.strength) > 0.7;
    const seen = noticed(view, chance, 1.1).filter((symptom) => !NOT_ON_A_RUN.includes(symptom));
    return yes(goes && seen.length === 0, 'clean', 'failed');
  },
  'run.leak-watch': ({ m }) => yes(!drips(m), 'dry', 'wet'),
  'run.shut-off': ({ m }) =>
    m.harness.legs.some((_, i) => firesAtStop(m, i))
      ? on(m, 'one-keeps-firing', (_, i) => firesAtStop(m, i))
      : m.solenoid.plunger === 'stuck-open'
        ? 'after-fires'
        : 'all-stop',
} satisfies Partial<Shows>;
