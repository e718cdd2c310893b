import { outcomes } from './assessment.ts';
import { defineCheck } from './define.ts';

export const fuelVentHeard = defineCheck({
  id: 'fuel.vent-heard',
  code: 'vh',
  title: 'Listen to the cap',
  system: 'fuel',
  scope: 'machine',
  states: ['key-off'],
  minutes: 3,
  mayBeOverlooked: true,
  hazards: ['open-fuel', 'hot-exhaust'],
  outcomes: outcomes({ silent: 'Silent', 'draws-air': 'Draws air' }),
  combine: { kind: 'ordered' },
});
