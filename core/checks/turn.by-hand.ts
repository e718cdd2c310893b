import { outcomes } from './assessment.ts';
import { defineCheck } from './define.ts';

export const turnByHand = defineCheck({
  id: 'turn.by-hand',
  code: 'bh',
  title: 'Turn it by hand',
  system: 'turning',
  scope: 'machine',
  states: ['bench'],
  minutes: 3,
  hazards: ['by-hand', 'liquid-lock'],
  cranking: { unsafeWhile: ['stops-solid', 'locked'] },
  outcomes: outcomes({
    free: 'Free',
    'firm-at-compression': 'Firm at compression, goes past',
    drags: 'Drags all the way',
    'stops-solid': 'Comes to a solid stop',
    locked: 'Locked both ways',
  }),
  combine: { kind: 'dominance', order: ['free', 'firm-at-compression', 'drags', 'stops-solid', 'locked'] },
});
