import { mayBe } from '../engine/index.ts';
import { outcomes } from './assessment.ts';
import { defineCheck } from './define.ts';

export const sparkKillOff = defineCheck({
  id: 'spark.kill-off',
  code: 'kl',
  title: 'Kill lead off this coil',
  system: 'spark',
  scope: 'cylinder',
  states: ['idle', 'half-speed', 'full-speed', 'cranking'],
  offeredIn: ['idle', 'full-speed', 'cranking'],
  temperatures: ['cold', 'hot'],
  minutes: 2,
  access: ['kill-leads'],
  hazards: ['kill-lead-off', 'carbon-monoxide'],
  outcomes: outcomes({ same: 'No change', returns: 'Comes back', 'other-returns': 'The other one comes back' }),
  combine: {
    kind: 'cure',
    failure: 'pull',
    same: 'same',
    cures: [
      { outcome: 'returns', of: 'same' },
      { outcome: 'other-returns', of: 'other' },
    ],
    reliability: 0.96,
  },
  appliesTo: (engine) => mayBe(engine.ignition, 'coil-per-cylinder', 'one-coil'),
});
