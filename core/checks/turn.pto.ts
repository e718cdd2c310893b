import { outcomes } from './assessment.ts';
import { defineCheck } from './define.ts';

export const turnPto = defineCheck({
  id: 'turn.pto',
  code: 'pt',
  title: 'Blade clutch and drive',
  todo: 'Belt off or clutch out: turn the pulley and the drive by hand.',
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
