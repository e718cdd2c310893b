import { outcomes } from './assessment.ts';
import { defineCheck } from './define.ts';

export const valveLifter = defineCheck({
  id: 'valve.lifter',
  code: 'vf',
  title: 'Lifter',
  system: 'valves',
  scope: 'cylinder',
  foundByEye: true,
  states: ['bench'],
  minutes: 2,
  access: ['valve-cover[c]'],
  hazards: ['by-hand', 'hot-exhaust'],
  outcomes: outcomes({ firm: 'Firm', collapsed: 'Collapsed' }),
  combine: { kind: 'ordered' },
  appliesTo: (engine) => engine.lifters !== 'solid',
});
