import { outcomes, plainOutcome } from './assessment.ts';
import { defineCheck } from './define.ts';
import { numberField } from './field.ts';
import { runClean, USUAL_MIN } from './runClean.ts';

const OUTCOMES = outcomes({ clean: 'Ran clean', failed: 'Failed' });

export const runMinutes = defineCheck({
  id: 'run.minutes',
  code: 'rm',
  title: 'Run it for a while',
  system: 'turning',
  scope: 'machine',
  states: ['loaded', 'full-speed', 'half-speed', 'idle'],
  temperatures: ['hot'],
  minutes: 20,
  lastsMin: USUAL_MIN,
  hazards: ['carbon-monoxide'],
  outcomes: OUTCOMES,
  handsBack: { rank: 6, condition: 'loaded', temperature: 'hot' },
  mayDieInIt: true,
  warmsUp: true,
  combine: { kind: 'ordered' },
  // A run that fails says only that something is still wrong: every running failure shows in it.
  viaComplaint: 'failed',
  proposed: false,
  fields: { minutes: numberField('Ran for', 'time', [0, 24 * 3600], ['min', 'min']) },
  assess: (reading) => plainOutcome(OUTCOMES, reading.outcome),
  place: runClean,
});
