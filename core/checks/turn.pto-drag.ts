import { outcomes } from './assessment.ts';
import { defineCheck } from './define.ts';

export const turnPtoDrag = defineCheck({
  id: 'turn.pto-drag',
  code: 'pd',
  title: 'Blade drive, by hand',
  system: 'turning',
  scope: 'machine',
  states: ['key-off'],
  minutes: 2,
  access: ['belly'],
  hazards: ['by-hand', 'raised-machine'],
  outcomes: outcomes({ free: 'Free', drags: 'Drags' }),
  combine: { kind: 'ordered' },
});
