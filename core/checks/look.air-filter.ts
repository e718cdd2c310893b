import { outcomes } from './assessment.ts';
import { defineCheck } from './define.ts';

export const lookAirFilter = defineCheck({
  id: 'look.air-filter',
  code: 'af',
  title: 'Air filter and housing',
  system: 'fuel',
  scope: 'machine',
  foundByEye: true,
  states: ['key-off'],
  minutes: 2,
  mayBeOverlooked: true,
  access: ['hood'],
  hazards: ['compressed-air'],
  outcomes: outcomes({ clean: 'Clean', dirty: 'Dirty', blocked: 'Blocked', 'housing-broken': 'Housing broken' }),
  combine: { kind: 'dominance', order: ['clean', 'dirty', 'blocked', 'housing-broken'] },
});
