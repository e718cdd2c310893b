import { outcomes } from './assessment.ts';
import { defineCheck } from './define.ts';

export const oilDrop = defineCheck({
  id: 'oil.drop',
  code: 'dq',
  title: 'Drop of oil',
  system: 'turning',
  scope: 'machine',
  states: ['key-off'],
  minutes: 1,
  mayBeOverlooked: true,
  hazards: ['fuel-in-oil'],
  outcomes: outcomes({ oil: 'Runs like oil', thin: 'Thin' }),
  combine: { kind: 'ordered' },
});
