import { outcomes } from './assessment.ts';
import { defineCheck } from './define.ts';

export const sparkMagnet = defineCheck({
  id: 'spark.magnet',
  code: 'mg',
  title: 'Flywheel magnet',
  system: 'spark',
  scope: 'machine',
  states: ['bench'],
  minutes: 1,
  access: ['blower-housing'],
  hazards: ['by-hand'],
  outcomes: outcomes({ strong: 'Pulls hard', weak: 'Weak' }),
  combine: { kind: 'ordered' },
});
