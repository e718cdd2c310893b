import { outcomes } from './assessment.ts';
import { defineCheck } from './define.ts';

export const powerRingTeeth = defineCheck({
  id: 'power.ring-teeth',
  code: 'tg',
  title: 'Teeth of the ring',
  system: 'power',
  scope: 'machine',
  states: ['bench'],
  minutes: 3,
  foundByEye: true,
  access: ['belly'],
  hazards: ['by-hand', 'battery'],
  outcomes: outcomes({ ok: 'Whole', worn: 'Worn or gone' }),
  combine: { kind: 'ordered' },
});
