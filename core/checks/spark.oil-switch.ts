import { outcomes } from './assessment.ts';
import { defineCheck } from './define.ts';

export const sparkOilSwitch = defineCheck({
  id: 'spark.oil-switch',
  code: 'ls',
  title: 'Low-oil switch',
  todo: 'Oil at its mark, its wire off: meter from the switch to ground. Open, or does it ground?',
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
