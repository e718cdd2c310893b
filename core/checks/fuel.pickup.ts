import { outcomes } from './assessment.ts';
import { defineCheck } from './define.ts';

export const fuelPickup = defineCheck({
  id: 'fuel.pickup',
  code: 'pu',
  title: 'Tank pickup',
  system: 'fuel',
  scope: 'machine',
  foundByEye: true,
  states: ['bench'],
  minutes: 6,
  mayBeOverlooked: true,
  access: ['fuel-line'],
  hazards: ['open-fuel', 'compressed-air'],
  outcomes: outcomes({ clear: 'Clear', blocked: 'Blocked' }),
  combine: { kind: 'ordered' },
});
