import { carburetted } from '../engine/index.ts';
import { outcomes } from './assessment.ts';
import { defineCheck } from './define.ts';

export const fuelCarburettorSwap = defineCheck({
  id: 'fuel.carburettor-swap',
  code: 'cx',
  title: 'Another carburettor',
  system: 'fuel',
  scope: 'machine',
  states: ['idle', 'loaded'],
  minutes: 25,
  access: ['carburettor'],
  hazards: ['open-fuel', 'overspeed', 'carbon-monoxide'],
  proposed: true,
  appliesTo: carburetted,
  outcomes: outcomes({ same: 'Changes nothing', returns: 'Runs as it should' }),
  combine: {
    kind: 'cure',
    failure: 'fuel',
    same: 'same',
    cures: [{ outcome: 'returns', of: 'any' }],
    reliability: 0.93,
  },
});
