import { type Assessment, EMPTY_ASSESSMENT, outcomes, plainOutcome } from './assessment.ts';
import { defineCheck } from './define.ts';
import { numberField } from './field.ts';
import { runClean, USUAL_MIN } from './runClean.ts';

const OUTCOMES = outcomes({ clean: 'Ran clean', failed: 'It failed' });
/** What was looked at in the moment it died, each a place of its own; the sound answer first. */
const AT_THAT_MOMENT = {
  spark: ['good', 'gone'],
  fuel: ['full', 'dry'],
  restart: ['at-once', 'after-cooling', 'no'],
} as const;
const GRABS = ['spark', 'fuel', 'restart'] as const;
const head = (when: string) => numberField(`Head ${when}`, 'temperature', [-40, 900], ['degC', 'degF'], { adds: true });

export const runTimed = defineCheck({
  id: 'run.timed',
  code: 'rt',
  title: 'Run it until it fails',
  system: 'turning',
  scope: 'machine',
  states: ['loaded', 'full-speed', 'half-speed', 'idle'],
  offeredIn: ['loaded'],
  temperatures: ['hot'],
  minutes: 20,
  lastsMin: USUAL_MIN,
  hazards: ['carbon-monoxide', 'secondary-voltage', 'open-fuel'],
  outcomes: OUTCOMES,
  mayDieInIt: true,
  warmsUp: true,
  combine: { kind: 'parts' },
  partsOf: () => [
    { id: '', outcomes: ['clean', 'failed'] as const },
    ...GRABS.map((id) => ({ id, outcomes: AT_THAT_MOMENT[id] })),
  ],
  // A run that fails says only that something is still wrong; what was grabbed in that moment says more.
  viaComplaint: 'failed',
  fields: {
    minutes: numberField('Ran for', 'time', [0, 24 * 3600], ['min', 'min']),
    stumbled: numberField('First stumble', 'time', [0, 24 * 3600], ['min', 'min']),
    spark: { kind: 'choice', label: 'Spark in that moment', choices: AT_THAT_MOMENT.spark, required: false },
    fuel: { kind: 'choice', label: 'Bowl in that moment', choices: AT_THAT_MOMENT.fuel, required: false },
    restart: { kind: 'choice', label: 'Started again', choices: ['at once', 'after cooling', 'no'], required: false },
    headAt5: head('at 5 min'),
    headAt10: head('at 10 min'),
    headAt15: head('at 15 min'),
    headAtEnd: head('as it ended'),
  },
  place: runClean,
  assess: (reading): Assessment => {
    const { outcome } = reading;
    if (outcome === null) return EMPTY_ASSESSMENT;
    if (outcome === 'clean') return plainOutcome(OUTCOMES, outcome);
    const grabbed = GRABS.flatMap((id) => {
      const seen = reading.fields[id];
      return typeof seen === 'string' ? [[id, { [seen.replace(' ', '-')]: 1 }] as const] : [];
    });
    return {
      ...plainOutcome(OUTCOMES, outcome),
      weights: { '': { failed: 1 }, ...Object.fromEntries(grabbed) },
      missing: grabbed.length > 0 ? [] : [{ name: 'grab', reason: 'Nothing was looked at in the moment it failed.' }],
    };
  },
});
