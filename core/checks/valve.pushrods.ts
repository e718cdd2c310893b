import { outcomes } from './assessment.ts';
import { defineCheck } from './define.ts';

export const valvePushrods = defineCheck({
  id: 'valve.pushrods',
  code: 'vp',
  title: 'Push rods',
  system: 'valves',
  scope: 'cylinder',
  foundByEye: true,
  states: ['bench'],
  minutes: 1,
  mayBeOverlooked: true,
  access: ['valve-cover[c]'],
  hazards: ['by-hand'],
  outcomes: outcomes({ ok: 'Straight', bent: 'Bent', off: 'Off its seat' }),
  combine: { kind: 'dominance', order: ['ok', 'bent', 'off'] },
});
