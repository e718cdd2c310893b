import { outcomes } from './assessment.ts';
import { defineCheck } from './define.ts';

export const valveMotion = defineCheck({
  id: 'valve.motion',
  code: 'vm',
  title: 'Watch the valves move',
  system: 'valves',
  scope: 'cylinder',
  states: ['bench'],
  minutes: 3,
  mayBeOverlooked: true,
  access: ['valve-cover[c]', 'plug[c]'],
  hazards: ['by-hand'],
  outcomes: outcomes({
    equal: 'Both alike',
    'intake-short': 'Intake short',
    'exhaust-short': 'Exhaust short',
    'intake-still': 'Intake still',
    'exhaust-still': 'Exhaust still',
    'stays-open': 'One stays open',
  }),
  combine: {
    kind: 'dominance',
    order: ['equal', 'intake-short', 'exhaust-short', 'intake-still', 'exhaust-still', 'stays-open'],
  },
});
