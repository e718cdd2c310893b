import { outcomes } from './assessment.ts';
import { defineCheck } from './define.ts';

export const valveLifter = defineCheck({
  id: 'valve.lifter',
  code: 'vf',
  title: 'Lifter',
  todo: 'Press the rocker over a lifter that has just run: firm, or down and spongy?',
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
