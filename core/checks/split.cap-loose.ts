import { outcomes } from './assessment.ts';
import { defineCheck } from './define.ts';

export const splitCapLoose = defineCheck({
  id: 'split.cap-loose',
  code: 'cp',
  title: 'Run with the cap loose',
  system: 'fuel',
  scope: 'machine',
  states: ['full-speed', 'loaded'],
  minutes: 15,
  hazards: ['carbon-monoxide', 'open-fuel'],
  outcomes: outcomes({ same: 'Changes nothing', cures: 'Comes back' }),
  combine: {
    kind: 'cure',
    failure: 'run',
    same: 'same',
    cures: [{ outcome: 'cures', of: 'any' }],
    reliability: 0.92,
  },
});
