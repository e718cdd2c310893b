import { outcomes } from './assessment.ts';
import { defineCheck } from './define.ts';

export const runStartCold = defineCheck({
  id: 'run.start-cold',
  code: 'mc',
  title: 'Cold start in the morning',
  system: 'turning',
  scope: 'machine',
  states: ['cranking'],
  temperatures: ['cold'],
  minutes: 3,
  unattendedMinutes: 480,
  hazards: ['carbon-monoxide', 'stops-dead'],
  outcomes: outcomes({ starts: 'Starts at once', hard: 'Hard', no: 'Does not start' }),
  mayDieInIt: true,
  combine: { kind: 'ordered' },
  impliesState: false,
  proposed: false,
});
