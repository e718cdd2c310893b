import { defineAtMost } from './define.single.ts';

export const chargeRegulatorDrop = defineAtMost({
  id: 'charge.regulator-drop',
  code: 'rd',
  title: 'Regulator to ground',
  system: 'power',
  states: ['full-speed'],
  minutes: 2,
  access: ['hood'],
  needs: ['multimeter'],
  hazards: ['carbon-monoxide', 'battery'],
  dimension: 'voltage',
  max: 14,
  unit: 'V',
  rule: 'regulatorDropVolts',
  quantity: 'dropVolts',
  spread: 0.03,
  labels: ['Grounded', 'Poor ground'],
  points: ['regulator ground'],
});
