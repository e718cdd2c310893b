import { outcomes } from './assessment.ts';
import { defineCheck } from './define.ts';

export const valveRockerStuds = defineCheck({
  id: 'valve.rocker-studs',
  code: 'rs',
  title: 'Rocker studs',
  system: 'valves',
  scope: 'cylinder',
  foundByEye: true,
  states: ['bench'],
  minutes: 1,
  mayBeOverlooked: true,
  access: ['valve-cover[c]'],
  hazards: ['by-hand'],
  outcomes: outcomes({ tight: 'Tight', loose: 'Loose' }),
  combine: { kind: 'ordered' },
});
