import { outcomes } from './assessment.ts';
import { defineCheck } from './define.ts';

export const powerFuse = defineCheck({
  id: 'power.fuse',
  code: 'fs',
  title: 'Main fuse',
  todo: 'Fuse out, look and feel: whole, blown, or whole in a green holder? Meter across it with the key on.',
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
