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
    // One that lets through what an engine wants that is not asked for much makes it lean, and it never dies.
    failure: ['run', 'fuel'],
    same: 'same',
    cures: [{ outcome: 'cures', of: 'any' }],
    reliability: 0.92,
  },
});
