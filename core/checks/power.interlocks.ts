import { outcomes } from './assessment.ts';
import { defineCheck } from './define.ts';

export const powerInterlocks = defineCheck({
  id: 'power.interlocks',
  code: 'il',
  title: 'Interlock switches',
  todo: 'Each switch by the meter at its plug: seat, brake, blade, levers. Work it and watch it close and open.',
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
