import { outcomes } from './assessment.ts';
import { defineCheck } from './define.ts';

export const fuelFilter = defineCheck({
  id: 'fuel.filter',
  code: 'fi',
  title: 'Fuel filter',
  system: 'fuel',
  scope: 'machine',
  foundByEye: true,
  states: ['key-off'],
  minutes: 1,
  mayBeOverlooked: true,
  access: ['hood'],
  hazards: ['open-fuel', 'compressed-air'],
  outcomes: outcomes({ clean: 'Clean', restricted: 'Restricted' }),
  combine: { kind: 'ordered' },
});
