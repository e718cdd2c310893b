import { outcomes } from './assessment.ts';
import { defineCheck } from './define.ts';

export const splitChoke = defineCheck({
  id: 'split.choke',
  code: 'ch',
  title: 'Choke in and out',
  todo: 'Running or trying to: close the choke by half, then open it. Better, worse, or the same?',
  system: 'fuel',
  scope: 'machine',
  states: ['idle', 'full-speed'],
  needsOnlyStart: true,
  minutes: 1,
  hazards: ['carbon-monoxide'],
  cannotClear: ['which jet, and whether it is the jet or air drawn in'],
  outcomes: outcomes({
    'no-change': 'No change',
    worse: 'Worse',
    better: 'Better',
    'only-on-choke': 'Runs only on choke',
  }),
  combine: { kind: 'dominance', order: ['no-change', 'worse', 'better', 'only-on-choke'] },
  via: {
    fuel: {
      lean: { better: 0.55, 'only-on-choke': 0.25 },
      none: { better: 0.2, 'only-on-choke': 0.3 },
      rich: { worse: 0.9 },
    },
  },
  leak: { worse: 0.3, better: 0.03, 'only-on-choke': 0.003 },
});
