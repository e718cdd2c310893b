import { COMES_WITH_HEAT, NOT_RUNNING, SYMPTOM_IDS, type Symptom } from '../complaint/symptoms.ts';
import type { RunningState, Temperature } from '../engine/index.ts';
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
  'smoke-black',
  'smoke-blue',
  'pops-intake',
  'pops-exhaust',
] as const satisfies readonly Symptom[];

/** Told of, or seen elsewhere, and not on a run. */
export const NOT_ON_A_RUN: readonly Symptom[] = [
  'idles-fine',
  'battery-goes-flat',
  'oil-level-rises',
  'fuel-drips',
  'will-not-turn',
];
/** Seen while it turns on the starter; of an engine that runs the state says already how it cranked, this once. */
const SEEN_CRANKING: readonly Symptom[] = [...NOT_RUNNING, 'cranks-slow'];
/** Seen as it is shut off, which is a check of its own. */
const SEEN_SHUTTING_OFF: readonly Symptom[] = ['after-fire-at-shutdown', 'will-not-shut-off'];
const NOT_AT_IDLE: readonly Symptom[] = ['low-power', 'cuts-out-at-speed', 'bogs-open-throttle'];

/** Whether a run in this state would show it: what it would not show is not gone because nobody ticked it. */
export function showsOnRun(symptom: Symptom, state: RunningState, temperature: Temperature | null): boolean {
  if (NOT_ON_A_RUN.includes(symptom)) return false;
  if (state === 'cranking') return SEEN_CRANKING.includes(symptom);
  if (SEEN_CRANKING.includes(symptom) || SEEN_SHUTTING_OFF.includes(symptom)) return false;
  if (COMES_WITH_HEAT.includes(symptom)) return temperature === 'hot';
  if (symptom === 'hard-start-cold') return temperature !== 'hot';
  return state !== 'idle' || !NOT_AT_IDLE.includes(symptom);
}

export const lookRun = defineCheck({
  id: 'look.run',
  code: 'rl',
  title: 'Run it and listen',
  system: 'turning',
  scope: 'machine',
  states: ['loaded', 'full-speed', 'half-speed', 'idle', 'cranking'],
  minutes: 2,
  // How it fails to get there is what is to be seen.
  needsOnlyStart: true,
  hazards: ['carbon-monoxide'],
  outcomes: [],
  combine: { kind: 'parts' },
  offeredIn: ['loaded'],
  hopesFor: UNDER_LOAD,
  grossErrorChance: 0,
  takesSymptoms: true,
  seenInstead: 'it-cranks',
  handsBack: { rank: 2, condition: 'loaded', temperature: null },
  partsOf: () => SYMPTOM_IDS.map((id) => ({ id, outcomes: ['absent', 'present'] as const })),
  assess: (reading) => {
    if (reading.symptoms === null) return EMPTY_ASSESSMENT;
    const ticked = new Set(reading.symptoms);
    const weights = Object.fromEntries(
      SYMPTOM_IDS.filter((id) => ticked.has(id) || showsOnRun(id, reading.condition, reading.temperature)).map((id) => [
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
