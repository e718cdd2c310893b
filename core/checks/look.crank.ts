import { outcomes } from './assessment.ts';
import { defineCheck } from './define.ts';

export const lookCrank = defineCheck({
  id: 'look.crank',
  code: 'cr',
  title: 'Crank it and watch',
  system: 'power',
  scope: 'machine',
  states: ['cranking'],
  minutes: 0.5,
  hazards: ['stops-dead'],
  outcomes: outcomes({
    normal: 'Normal',
    slow: 'Slow',
    hesitates: 'Hesitates, then goes over',
    'kicks-back': 'Kicks back',
    'spins-fast': 'Spins too fast',
    'spins-free': 'Starter spins, engine still',
    groans: 'Groans, stops',
    'stops-dead': 'Stops dead',
    'click-only': 'One click',
    silent: 'Silent',
  }),
  impliesState: false,
  seenInstead: 'it-does-not-crank',
  // Whoever starts it to run it sees how it turns.
  handsBack: { rank: 1, condition: 'cranking', temperature: null },
  cranking: { unsafeAfter: 'stops-dead' },
  combine: {
    kind: 'dominance',
    order: [
      'normal',
      'slow',
      'hesitates',
      'kicks-back',
      'spins-fast',
      'spins-free',
      'groans',
      'stops-dead',
      'click-only',
      'silent',
    ],
  },
});
