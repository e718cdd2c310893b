import { outcomes } from './assessment.ts';
import { defineCheck } from './define.ts';

export const powerInterlocks = defineCheck({
  id: 'power.interlocks',
  code: 'il',
  title: 'Interlock switches',
  system: 'power',
  scope: 'machine',
  states: ['key-off'],
  minutes: 6,
  access: ['hood'],
  needs: ['multimeter'],
  hazards: ['interlocks', 'altered-safety', 'bypass-fitted'],
  outcomes: outcomes({ ok: 'All close', open: 'One stays open' }),
  combine: { kind: 'ordered' },
});
