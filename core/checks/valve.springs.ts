import { outcomes } from './assessment.ts';
import { defineCheck } from './define.ts';

export const valveSprings = defineCheck({
  id: 'valve.springs',
  code: 'sn',
  title: 'Valve springs',
  system: 'valves',
  scope: 'cylinder',
  foundByEye: true,
  states: ['bench'],
  minutes: 1,
  mayBeOverlooked: true,
  access: ['valve-cover[c]'],
  hazards: ['by-hand'],
  outcomes: outcomes({ ok: 'Whole', broken: 'Broken' }),
  combine: { kind: 'ordered' },
});
