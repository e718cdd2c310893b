import { outcomes } from './assessment.ts';
import { defineCheck } from './define.ts';

export const airExhaust = defineCheck({
  id: 'air.exhaust',
  code: 'ex',
  title: 'Exhaust',
  system: 'fuel',
  scope: 'machine',
  foundByEye: true,
  states: ['key-off'],
  minutes: 3,
  hazards: ['hot-exhaust'],
  outcomes: outcomes({ free: 'Free', blocked: 'Blocked' }),
  combine: { kind: 'ordered' },
});
