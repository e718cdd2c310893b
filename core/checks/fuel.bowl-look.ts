import { carburetted } from '../engine/index.ts';
import { outcomes } from './assessment.ts';
import { defineCheck } from './define.ts';

export const fuelBowlLook = defineCheck({
  id: 'fuel.bowl-look',
  code: 'bw',
  title: 'Into the bowl',
  system: 'fuel',
  scope: 'machine',
  appliesTo: carburetted,
  foundByEye: true,
  states: ['bench'],
  minutes: 1,
  mayBeOverlooked: true,
  access: ['bowl'],
  hazards: ['open-fuel'],
  outcomes: outcomes({ clean: 'Clean', debris: 'Dirt', water: 'Water', varnish: 'Varnish' }),
  combine: { kind: 'dominance', order: ['clean', 'debris', 'varnish', 'water'] },
});
