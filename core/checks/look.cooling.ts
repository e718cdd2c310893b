import { outcomes } from './assessment.ts';
import { defineCheck } from './define.ts';

export const lookCooling = defineCheck({
  id: 'look.cooling',
  code: 'cg',
  title: 'Cooling fins',
  system: 'turning',
  scope: 'machine',
  foundByEye: true,
  states: ['key-off'],
  minutes: 2,
  mayBeOverlooked: true,
  access: ['blower-housing'],
  hazards: ['by-hand', 'compressed-air'],
  outcomes: outcomes({ clean: 'Clean', packed: 'Packed' }),
  combine: { kind: 'ordered' },
});
