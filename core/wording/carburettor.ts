import {
  CARBURETTOR_STEPS,
  type CarburettorDepth,
  type CarburettorStep,
  type CarburettorWork,
} from '../faults/carburettor.ts';

/** How deep the work on a carburettor went. */
export const DEPTH_WORDS: Readonly<Record<CarburettorDepth, string>> = {
  'in-place': 'Cleaned in place',
  stripped: 'Stripped and bathed',
  kit: 'Rebuilt with a kit',
  replaced: 'Replaced whole',
};

/** What was done to it. */
export const STEP_WORDS: Readonly<Record<CarburettorStep, string>> = {
  'bowl-off': 'Bowl off',
  'jets-out': 'Jets out',
  'plugs-pulled': 'Passage plugs pulled',
  bath: 'Bath, rubber off',
  'seals-new': 'Seals new',
  'needle-new': 'Needle and seat new',
  'float-set': 'Float level set',
  'screen-cleaned': 'Screen cleaned',
  'screen-left-out': 'Screen left out',
  'solenoid-new': 'Solenoid new',
  'gasket-new': 'Mounting gasket new',
  'screws-set': 'Mixture screws set',
};

/** One job on the carburettor, as it is printed. */
export const carburettorText = ({ depth, done }: CarburettorWork): string =>
  [
    DEPTH_WORDS[depth],
    ...CARBURETTOR_STEPS.filter((step) => done.includes(step)).map((step) => STEP_WORDS[step].toLowerCase()),
  ].join(', ');
