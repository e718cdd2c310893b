import { carburetted } from '../engine/index.ts';
import { outcomes } from './assessment.ts';
import { defineCheck } from './define.ts';

export const fuelSolenoidPlunger = defineCheck({
  id: 'fuel.solenoid-plunger',
  code: 'sp',
  title: 'Solenoid plunger',
  system: 'fuel',
  scope: 'machine',
  appliesTo: carburetted,
  foundByEye: true,
  states: ['bench'],
  minutes: 3,
  access: ['bowl'],
  hazards: ['open-fuel'],
  outcomes: outcomes({ free: 'Free', sticky: 'Sticky', 'stuck-open': 'Stuck in', 'stuck-shut': 'Stuck out' }),
  combine: { kind: 'dominance', order: ['free', 'sticky', 'stuck-open', 'stuck-shut'] },
});
