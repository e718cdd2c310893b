import { carburetted } from '../engine/index.ts';
import { outcomes } from './assessment.ts';
import { defineCheck } from './define.ts';

export const fuelFloat = defineCheck({
  id: 'fuel.float',
  code: 'ft',
  title: 'Float',
  system: 'fuel',
  scope: 'machine',
  appliesTo: carburetted,
  foundByEye: true,
  states: ['bench'],
  minutes: 2,
  mayBeOverlooked: true,
  access: ['bowl'],
  hazards: ['open-fuel'],
  outcomes: outcomes({ ok: 'Sound', 'level-off': 'Level off', sticks: 'Sticks', sunk: 'Takes in fuel' }),
  combine: { kind: 'dominance', order: ['ok', 'level-off', 'sticks', 'sunk'] },
});
