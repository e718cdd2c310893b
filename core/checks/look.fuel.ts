import { outcomes } from './assessment.ts';
import { defineCheck } from './define.ts';

export const lookFuel = defineCheck({
  id: 'look.fuel',
  code: 'fu',
  title: 'Fuel in the tank',
  system: 'fuel',
  scope: 'machine',
  foundByEye: true,
  states: ['key-off'],
  minutes: 2,
  mayBeOverlooked: true,
  hazards: ['open-fuel'],
  outcomes: outcomes({
    fresh: 'Fresh',
    stale: 'Stale',
    water: 'Water in it',
    'tap-shut': 'Fresh, but its tap is shut',
    empty: 'Empty',
  }),
  combine: { kind: 'dominance', order: ['fresh', 'stale', 'water', 'tap-shut', 'empty'] },
});
