import { outcomes } from './assessment.ts';
import { defineCheck } from './define.ts';

export const lookStains = defineCheck({
  id: 'look.stains',
  code: 'ss',
  title: 'Stains',
  system: 'fuel',
  scope: 'machine',
  asksSide: 'Which head',
  states: ['key-off'],
  minutes: 1,
  mayBeOverlooked: true,
  access: ['hood'],
  hazards: ['open-fuel'],
  outcomes: outcomes({ dry: 'Dry', 'fuel-at-carb': 'Fuel at the carburettor', 'oil-at-head': 'Oil at a head edge' }),
  combine: { kind: 'dominance', order: ['dry', 'oil-at-head', 'fuel-at-carb'] },
});
