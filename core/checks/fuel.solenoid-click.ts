import { carburetted } from '../engine/index.ts';
import { outcomes } from './assessment.ts';
import { defineCheck } from './define.ts';

export const fuelSolenoidClick = defineCheck({
  id: 'fuel.solenoid-click',
  code: 'sc',
  title: 'Does the fuel solenoid click',
  system: 'fuel',
  scope: 'machine',
  appliesTo: carburetted,
  states: ['key-on'],
  minutes: 1,
  access: ['hood'],
  outcomes: outcomes({ clicks: 'Clicks', silent: 'Silent' }),
  combine: { kind: 'ordered' },
  impliesState: false,
});
