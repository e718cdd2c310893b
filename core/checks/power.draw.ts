import { defineAtMost } from './define.single.ts';

export const powerDraw = defineAtMost({
  id: 'power.draw',
  code: 'dw',
  title: 'Standing draw',
  system: 'power',
  states: ['key-off'],
  minutes: 4,
  access: ['battery'],
  needs: ['multimeter'],
  hazards: ['battery'],
  // What emptied a battery that had to be charged or replaced.
  handsBack: { rank: 8, condition: 'key-off', temperature: null, after: 'battery' },
  dimension: 'current',
  max: 20,
  unit: 'mA',
  rule: 'drawMilliamps',
  ruleScale: 0.001,
  quantity: 'drawMilliamps',
  spread: 0.006,
  labels: ['Small', 'Too much'],
  points: ['something that stays on'],
});
