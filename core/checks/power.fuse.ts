import { outcomes } from './assessment.ts';
import { defineCheck } from './define.ts';

export const powerFuse = defineCheck({
  id: 'power.fuse',
  code: 'fs',
  title: 'Main fuse',
  system: 'power',
  scope: 'machine',
  foundByEye: true,
  states: ['key-off'],
  minutes: 2,
  access: ['battery'],
  hazards: ['battery'],
  outcomes: outcomes({ ok: 'Whole', corroded: 'Corroded holder', blown: 'Blown' }),
  combine: { kind: 'ordered' },
});
