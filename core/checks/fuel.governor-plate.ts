import { carburetted } from '../engine/index.ts';
import { outcomes } from './assessment.ts';
import { defineCheck } from './define.ts';

export const fuelGovernorPlate = defineCheck({
  id: 'fuel.governor-plate',
  code: 'gv',
  title: 'Governor at the plate',
  system: 'fuel',
  scope: 'machine',
  states: ['idle'],
  minutes: 2,
  access: ['air-box'],
  hazards: ['overspeed', 'carbon-monoxide'],
  appliesTo: carburetted,
  outcomes: outcomes({ follows: 'Follows', hunts: 'Hunts', stuck: 'Sticks' }),
  combine: { kind: 'dominance', order: ['follows', 'hunts', 'stuck'] },
});
