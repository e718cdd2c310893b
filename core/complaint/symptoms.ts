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
  races: 'Revs too high',
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
