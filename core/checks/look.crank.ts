import { NOT_CRANKING } from '../complaint/symptoms.ts';
import { outcomes } from './assessment.ts';
import { defineCheck } from './define.ts';

export const lookCrank = defineCheck({
  id: 'look.crank',
  code: 'cr',
  title: 'Crank it and watch',
  todo: 'Turn the key to start for two seconds. Nothing, one click, slow, a dead stop, or a normal even rhythm?',
  system: 'power',
  scope: 'machine',
  states: ['cranking'],
  minutes: 0.5,
  hazards: ['stops-dead'],
  cannotClear: ['a battery that only just manages cold', 'an uneven rhythm no ear picks up'],
  mayOnlyMean: ['a bad cable, where it cranks slowly: a worn battery cranks alike, volts at the posts part them'],
  outcomes: outcomes({
    normal: 'Normal',
    slow: 'Slow',
    'kicks-back': 'Kicks back',
    'spins-fast': 'Spins too fast',
    'spins-free': 'Starter spins, engine still',
    'stops-dead': 'Stops dead',
    'click-only': 'One click',
    silent: 'Silent',
  }),
  impliesState: false,
  seenInstead: 'it-does-not-crank',
  showsGone: { outcome: 'normal', of: [...NOT_CRANKING, 'cranks-slow'] },
  cranking: { unsafeAfter: 'stops-dead' },
  combine: {
    kind: 'dominance',
    order: ['normal', 'slow', 'kicks-back', 'spins-fast', 'spins-free', 'stops-dead', 'click-only', 'silent'],
  },
  leak: {
    slow: 0.03,
    'click-only': 0.004,
    silent: 0.004,
    'stops-dead': 0.002,
    'kicks-back': 0.002,
    'spins-free': 0.001,
    'spins-fast': 0.001,
  },
  via: {
    crank: {
      slow: { slow: 0.95 },
      click: { 'click-only': 0.96 },
      silent: { silent: 0.97 },
      stops: { 'stops-dead': 0.95 },
      free: { 'spins-free': 0.96 },
      kick: { 'kicks-back': 0.9 },
      fast: { 'spins-fast': 0.7 },
    },
  },
});
