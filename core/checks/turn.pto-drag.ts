import { outcomes } from './assessment.ts';
import { defineCheck } from './define.ts';

export const turnPtoDrag = defineCheck({
  id: 'turn.pto-drag',
  code: 'pd',
  title: 'Blade drive, by hand',
  todo: 'Clutch off, plug leads grounded: turn the blades by hand, then each pulley with the belt slack. Free, or does one drag?',
  system: 'turning',
  scope: 'machine',
  states: ['key-off'],
  minutes: 2,
  access: ['belly'],
  hazards: ['by-hand', 'raised-machine'],
  outcomes: outcomes({ free: 'Free', drags: 'Drags' }),
  combine: { kind: 'ordered' },
});
