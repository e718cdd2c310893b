import { outcomes, plainOutcome } from './assessment.ts';
import { defineCheck } from './define.ts';
import { numberField } from './field.ts';

const OUTCOMES = outcomes({ dry: 'Dry', wet: 'Wet' });

export const runLeakWatch = defineCheck({
  id: 'run.leak-watch',
  code: 'lw',
  title: 'Leave it standing',
  system: 'fuel',
  scope: 'machine',
  states: ['key-off'],
  minutes: 2,
  unattendedMinutes: 240,
  lastsMin: 240,
  hazards: ['open-fuel'],
  outcomes: OUTCOMES,
  handsBack: { rank: 4, condition: 'key-off', temperature: null },
  combine: { kind: 'ordered' },
  fields: { minutes: numberField('Stood for', 'time', [0, 14 * 24 * 3600], ['h', 'h']) },
  assess: (reading) => plainOutcome(OUTCOMES, reading.outcome),
});
