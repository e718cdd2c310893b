import { outcomes } from './assessment.ts';
import { defineCheck } from './define.ts';

export const fuelVentHeard = defineCheck({
  id: 'fuel.vent-heard',
  code: 'vh',
  title: 'Listen to the cap',
  todo: 'Run it until two litres have gone or it begins to die, key off, then loosen the cap slowly by the ear: does it draw air?',
  system: 'fuel',
  scope: 'machine',
  states: ['key-off'],
  minutes: 3,
  mayBeOverlooked: true,
  hazards: ['open-fuel', 'hot-exhaust'],
  outcomes: outcomes({ silent: 'Silent', 'draws-air': 'Draws air' }),
  combine: { kind: 'ordered' },
});
