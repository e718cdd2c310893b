import { outcomes } from './assessment.ts';
import { defineCheck } from './define.ts';

export const turnPto = defineCheck({
  id: 'turn.pto',
  code: 'pt',
  title: 'Blade clutch and drive',
  system: 'turning',
  scope: 'machine',
  foundByEye: true,
  states: ['bench'],
  minutes: 3,
  access: ['belly'],
  hazards: ['by-hand', 'raised-machine'],
  outcomes: outcomes({ free: 'Free', rough: 'Rough', seized: 'Seized' }),
  combine: { kind: 'ordered' },
});
