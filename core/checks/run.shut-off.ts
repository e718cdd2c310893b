import { outcomes } from './assessment.ts';
import { defineCheck } from './define.ts';

export const runShutOff = defineCheck({
  id: 'run.shut-off',
  code: 'so',
  title: 'Shut off by the key',
  system: 'spark',
  scope: 'machine',
  asksSide: 'Which one fires on',
  states: ['idle'],
  minutes: 1,
  hazards: ['carbon-monoxide'],
  outcomes: outcomes({ 'all-stop': 'All stop', 'after-fires': 'After-fires', 'one-keeps-firing': 'One keeps firing' }),
  handsBack: { rank: 5, condition: 'idle', temperature: null },
  mayDieInIt: true,
  combine: { kind: 'dominance', order: ['all-stop', 'after-fires', 'one-keeps-firing'] },
});
