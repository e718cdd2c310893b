import { outcomes } from './assessment.ts';
import { defineCheck } from './define.ts';

export const runRestartHot = defineCheck({
  id: 'run.restart-hot',
  code: 'hr',
  title: 'Restart hot',
  system: 'turning',
  scope: 'machine',
  states: ['cranking'],
  temperatures: ['hot'],
  minutes: 20,
  hazards: ['carbon-monoxide', 'hot-exhaust', 'stops-dead'],
  outcomes: outcomes({ starts: 'Starts at once', hard: 'Hard', no: 'Does not start' }),
  handsBack: { rank: 7, condition: 'cranking', temperature: 'hot' },
  mayDieInIt: true,
  combine: { kind: 'ordered' },
  impliesState: false,
  proposed: false,
});
