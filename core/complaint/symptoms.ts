import type { FailureId, FailureLevel } from '../machine/failures.ts';

/** The complaint, in the customer's and the technician's words. Ids are shared with case files. */
export const SYMPTOMS = {
  'no-crank-silent': 'Nothing at all at the key',
  'no-crank-click': 'One click, no cranking',
  'crank-stops': 'Starts to turn, stops dead',
  'cranks-slow': 'Cranks slowly',
  'starter-spins-free': 'Starter whirs, engine stands still',
  'cranks-no-start': 'Cranks, does not start',
  'hard-start-cold': 'Hard to start cold',
  'hard-start-hot': 'Hard to start hot',
  'starts-then-dies': 'Starts, dies within seconds',
  'dies-after-minutes': 'Dies after some minutes',
  'low-power': 'Lost power',
  'one-cylinder': 'Pulls on one cylinder',
  'misfire-steady': 'Misfires steadily',
  'misfire-intermittent': 'Misfires now and then',
  'cuts-out-at-speed': 'Cuts out above some speed',
  'pops-intake': 'Pops back through the intake',
  'pops-exhaust': 'Pops in the exhaust',
  'kicks-back': 'Kicks back while cranking',
  surges: 'Surges',
  'surges-warm': 'Surges when warm',
  'bogs-open-throttle': 'Bogs at open throttle',
  'runs-on-choke-only': 'Runs on choke only',
  'smoke-blue': 'Blue smoke',
  'smoke-black': 'Black smoke',
  'smoke-white': 'White smoke',
  'after-fire-at-shutdown': 'Bangs at shutdown',
  'will-not-shut-off': 'Will not shut off',
  'fuel-drips': 'Fuel drips',
  'oil-level-rises': 'Oil level rises',
  knock: 'Knocks',
  'battery-goes-flat': 'Battery goes flat',
  overheats: 'Overheats',
  'idles-fine': 'Idles fine',
  'runs-rough': 'Runs rough',
  'stopped-suddenly': 'Stopped suddenly',
  'will-not-turn': 'Will not turn ("seized")',
  'dies-with-seat-or-blades': 'Dies with seat or blade lever',
} as const;

export type Symptom = keyof typeof SYMPTOMS;
export const SYMPTOM_IDS = Object.keys(SYMPTOMS) as Symptom[];

/** What the machine has been through; each may raise or lower faults. `tried:<fault id>` comes besides. */
export const HISTORY_FLAGS = {
  'worse-over-weeks': 'Got worse over weeks',
  'only-hot': 'Only when hot',
  'only-under-load': 'Only under load',
  'since-work-on:ignition': 'Since work on the ignition',
  'since-work-on:fuel': 'Since work on the fuel side',
  'since-work-on:valves': 'Since work on the valves',
  'since-work-on:electrical': 'Since work on the electrics',
  'since-work-on:head': 'Since the head was off',
  rodents: 'Rodents about',
  'stood-in-rain': 'Stood in the rain',
  'struck-object': 'Struck something',
  'ran-out-of-fuel': 'Ran out of fuel',
  'stood-outdoors': 'Stood outdoors',
  'no-fuel-cap': 'No fuel cap',
  'parked-fuel-on': 'Parked with fuel on',
  'came-back': 'Came back after a repair',
  'history-unknown': 'History unknown',
} as const;
export type HistoryFlag = keyof typeof HISTORY_FLAGS;

/** How failures are complained of, by level; a fault that states a symptom itself replaces this for that symptom. */
export const SYMPTOMS_VIA: {
  readonly [F in FailureId]: { readonly [L in FailureLevel<F>]: Partial<Record<Symptom, number>> };
} = {
  pull: {
    dead: {
      'low-power': 0.72,
      'one-cylinder': 0.4,
      'runs-rough': 0.55,
      'misfire-steady': 0.3,
      'pops-exhaust': 0.12,
      'smoke-black': 0.08,
    },
    weak: { 'low-power': 0.5, 'runs-rough': 0.45, 'misfire-intermittent': 0.25, 'misfire-steady': 0.15 },
  },
  crank: {
    slow: { 'cranks-slow': 0.9 },
    click: { 'no-crank-click': 0.95 },
    silent: { 'no-crank-silent': 0.95 },
    stops: { 'crank-stops': 0.9 },
    free: { 'starter-spins-free': 0.95 },
    kick: { 'kicks-back': 0.9 },
    fast: {},
  },
  run: { nostart: { 'cranks-no-start': 0.92 }, dies: { 'dies-after-minutes': 0.6, 'starts-then-dies': 0.3 } },
  fuel: {
    none: {},
    lean: {
      'low-power': 0.4,
      surges: 0.3,
      'bogs-open-throttle': 0.3,
      'hard-start-cold': 0.25,
      'runs-rough': 0.25,
      'runs-on-choke-only': 0.12,
      'surges-warm': 0.12,
      'pops-intake': 0.12,
    },
    rich: { 'smoke-black': 0.55, 'low-power': 0.4, 'runs-rough': 0.4, 'hard-start-hot': 0.25 },
  },
  seal: {
    weak: { 'low-power': 0.45, 'runs-rough': 0.3, 'hard-start-cold': 0.25 },
    gone: { 'low-power': 0.7, 'one-cylinder': 0.4, 'runs-rough': 0.5 },
  },
};

/** How one level of a failure is complained of. */
export const showsAs = (failure: FailureId, level: string): Partial<Record<Symptom, number>> =>
  (SYMPTOMS_VIA[failure] as Readonly<Record<string, Partial<Record<Symptom, number>>>>)[level] ?? {};

/** Chance that a symptom is told of with nothing in the catalogue behind it. */
export const SYMPTOM_LEAK = 0.004;
/** Not signs of a fault: told to describe the complaint. */
export const SYMPTOM_LEAKS: Partial<Record<Symptom, number>> = {
  'idles-fine': 0.5,
  'runs-rough': 0.02,
  'low-power': 0.02,
  'hard-start-cold': 0.02,
  knock: 0.01,
};
/** A symptom the customer did not mention counts weakly: how much of its absence is believed. */
export const UNMENTIONED_COUNTS = 0.25;

/** Complaints of an engine that does not even crank: nothing may be taken for granted. */
export const NOT_CRANKING: readonly Symptom[] = [
  'no-crank-silent',
  'no-crank-click',
  'crank-stops',
  'starter-spins-free',
  'will-not-turn',
];
/** Complaints of an engine that came to a stop by itself: it is not cranked before somebody knows why. */
export const STOPPED_DEAD: readonly Symptom[] = ['crank-stops', 'will-not-turn'];
/** Complaints of an engine that cranks but was not said to run. */
export const NOT_RUNNING: readonly Symptom[] = [...NOT_CRANKING, 'cranks-no-start', 'kicks-back', 'stopped-suddenly'];
/** Complaints that say nothing of whether it runs. */
export const STANDING: readonly Symptom[] = ['cranks-slow', 'battery-goes-flat', 'fuel-drips', 'oil-level-rises'];
/** Complaints that come with time and heat: the re-test is a long hot run. */
export const COMES_WITH_HEAT: readonly Symptom[] = ['hard-start-hot', 'dies-after-minutes', 'surges-warm', 'overheats'];
