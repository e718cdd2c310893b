import { outcomes } from './assessment.ts';
import { defineCheck } from './define.ts';

export const sparkKillOffAll = defineCheck({
  id: 'spark.kill-off-all',
  code: 'ka',
  title: 'Part the kill connector',
  todo: 'Part the engine from the chassis at the kill connector and run or crank it. Does spark come back?',
  system: 'spark',
  scope: 'machine',
  states: ['cranking', 'idle'],
  minutes: 1,
  access: ['hood'],
  hazards: ['kill-lead-off', 'carbon-monoxide'],
  cannotClear: ['the engine side of the connector: a shorted diode or a chafed leg under the shroud stays'],
  outcomes: outcomes({ same: 'No change', returns: 'Comes back' }),
  combine: {
    kind: 'cure',
    failure: 'pull',
    same: 'same',
    cures: [{ outcome: 'returns', of: 'any' }],
    reliability: 0.96,
  },
  appliesTo: (engine) => engine.ignition !== 'points',
});
