import { SYMPTOM_IDS, type Symptom } from '../complaint/symptoms.ts';
import { EMPTY_ASSESSMENT } from './assessment.ts';
import { defineCheck } from './define.ts';

/** How much a symptom the technician did not tick speaks against it; he looked, but not for every one of them. */
const UNTICKED_COUNTS = 0.8;

/** What a run under load is made to see. */
const UNDER_LOAD = [
  'low-power',
  'one-cylinder',
  'misfire-steady',
  'misfire-intermittent',
  'runs-rough',
  'surges',
  'bogs-open-throttle',
  'runs-on-choke-only',
  'cuts-out-at-speed',
  'dies-after-minutes',
  'smoke-black',
  'smoke-blue',
  'pops-intake',
  'pops-exhaust',
] as const satisfies readonly Symptom[];

export const lookRun = defineCheck({
  id: 'look.run',
  code: 'rl',
  title: 'Run it and listen',
  todo: 'Run it the way the customer says it fails. Tick what you can confirm; tick nothing if it runs clean.',
  system: 'turning',
  scope: 'machine',
  states: ['loaded', 'full-speed', 'half-speed', 'idle', 'cranking'],
  minutes: 2,
  hazards: ['carbon-monoxide'],
  cannotClear: ['a twin running on one cylinder may sound normal at idle', 'faults that come with time and heat'],
  outcomes: [],
  combine: { kind: 'parts' },
  offeredIn: ['loaded'],
  hopesFor: UNDER_LOAD,
  grossErrorChance: 0,
  takesSymptoms: true,
  seenInstead: 'it-cranks',
  showsGone: { outcome: 'runs-clean', of: 'any-other' },
  handsBack: { rank: 1, condition: 'loaded', temperature: null },
  partsOf: () => SYMPTOM_IDS.map((id) => ({ id, outcomes: ['absent', 'present'] as const })),
  assess: (reading) => {
    if (reading.symptoms === null) return EMPTY_ASSESSMENT;
    const ticked = new Set(reading.symptoms);
    const weights = Object.fromEntries(
      SYMPTOM_IDS.map((id) => [
        id,
        ticked.has(id) ? { present: 1, absent: 0 } : { absent: 1, present: 1 - UNTICKED_COUNTS },
      ]),
    );
    return {
      ...EMPTY_ASSESSMENT,
      outcome: ticked.size === 0 ? 'runs-clean' : 'symptoms',
      weights,
      severity: ticked.size === 0 ? 0 : 0.7,
    };
  },
});
