import { outcomes } from './assessment.ts';
import { defineCheck } from './define.ts';

export const sparkMagnet = defineCheck({
  id: 'spark.magnet',
  code: 'mg',
  title: 'Flywheel magnet',
  todo: 'A screwdriver held flat near the magnet: how hard is it pulled? Beside a good wheel if there is one.',
  system: 'spark',
  scope: 'machine',
  states: ['bench'],
  minutes: 1,
  access: ['blower-housing'],
  hazards: ['by-hand'],
  outcomes: outcomes({ strong: 'Pulls hard', weak: 'Weak' }),
  combine: { kind: 'ordered' },
});
