import { outcomes } from './assessment.ts';
import { defineCheck } from './define.ts';

export const sparkFlywheelNut = defineCheck({
  id: 'spark.flywheel-nut',
  code: 'fn',
  title: 'Flywheel nut',
  system: 'spark',
  scope: 'machine',
  states: ['bench'],
  minutes: 2,
  access: ['blower-housing'],
  needs: ['torque wrench'],
  hazards: ['by-hand'],
  outcomes: outcomes({ tight: 'Tight', loose: 'Loose' }),
  combine: { kind: 'ordered' },
});
