import { carburetted } from '../engine/index.ts';
import { outcomes } from './assessment.ts';
import { defineCheck } from './define.ts';

export const fuelInletScreen = defineCheck({
  id: 'fuel.inlet-screen',
  code: 'is',
  title: 'Inlet screen',
  system: 'fuel',
  scope: 'machine',
  appliesTo: carburetted,
  foundByEye: true,
  states: ['bench'],
  minutes: 3,
  mayBeOverlooked: true,
  access: ['carburettor'],
  hazards: ['open-fuel'],
  outcomes: outcomes({ clean: 'Clean', 'none-fitted': 'None fitted', blocked: 'Blocked' }),
  combine: { kind: 'dominance', order: ['clean', 'none-fitted', 'blocked'] },
});
