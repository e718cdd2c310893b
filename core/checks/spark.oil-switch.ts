import { outcomes } from './assessment.ts';
import { defineCheck } from './define.ts';

export const sparkOilSwitch = defineCheck({
  id: 'spark.oil-switch',
  code: 'ls',
  title: 'Low-oil switch',
  system: 'spark',
  scope: 'machine',
  states: ['key-off'],
  minutes: 2,
  access: ['hood'],
  needs: ['multimeter'],
  hazards: ['fuel-in-oil'],
  outcomes: outcomes({ opens: 'Open', grounds: 'Grounds' }),
  combine: { kind: 'ordered' },
});
