import { outcomes } from './assessment.ts';
import { defineCheck } from './define.ts';

export const fuelLineLook = defineCheck({
  id: 'fuel.line-look',
  code: 'll',
  title: 'Fuel line',
  system: 'fuel',
  scope: 'machine',
  foundByEye: true,
  states: ['key-off'],
  minutes: 2,
  mayBeOverlooked: true,
  access: ['hood'],
  hazards: ['open-fuel'],
  outcomes: outcomes({ ok: 'Sound', kinked: 'Kinked', cracked: 'Cracked', collapsed: 'Collapsed' }),
  combine: { kind: 'dominance', order: ['ok', 'kinked', 'cracked', 'collapsed'] },
});
