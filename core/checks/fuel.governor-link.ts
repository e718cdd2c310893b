import { outcomes } from './assessment.ts';
import { defineCheck } from './define.ts';

export const fuelGovernorLink = defineCheck({
  id: 'fuel.governor-link',
  code: 'gl',
  title: 'Governor link',
  system: 'fuel',
  scope: 'machine',
  foundByEye: true,
  states: ['key-off'],
  minutes: 1,
  mayBeOverlooked: true,
  access: ['hood'],
  outcomes: outcomes({ ok: 'On and free', binding: 'Binds', off: 'Off or in the wrong hole' }),
  combine: { kind: 'dominance', order: ['ok', 'binding', 'off'] },
});
