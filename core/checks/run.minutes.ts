import { defineCheck, numberField, outcomes, plainOutcome } from './define.ts';

const OUTCOMES = outcomes({ clean: 'Ran clean', failed: 'Failed' });

export const runMinutes = defineCheck({
  id: 'run.minutes',
  code: 'rm',
  title: 'Run it for a while',
  todo: 'Fifteen to twenty minutes the way it failed, under load if that is how. Did it stay clean?',
  system: 'turning',
  scope: 'machine',
  states: ['loaded', 'full-speed', 'half-speed', 'idle'],
  temperatures: ['hot'],
  minutes: 20,
  hazards: ['carbon-monoxide'],
  cannotClear: ['what comes only after hours or on a slope'],
  outcomes: OUTCOMES,
  combine: { kind: 'ordered' },
  leak: { failed: 0.02 },
  // A run that fails says only that something is still wrong: every running failure shows in it.
  via: {
    pull: { dead: { failed: 0.95 }, weak: { failed: 0.8 } },
    fuel: { none: { failed: 0.97 }, lean: { failed: 0.75 }, rich: { failed: 0.5 } },
    run: { nostart: { failed: 0.98 }, dies: { failed: 0.9 } },
  },
  proposed: false,
  fields: { minutes: numberField('Ran for', 'time', [0, 24 * 3600], ['min', 'min']) },
  assess: (reading) => plainOutcome(OUTCOMES, reading.outcome),
});
