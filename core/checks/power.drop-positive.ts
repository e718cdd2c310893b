import { defineDrop } from './define.drop.ts';

export const powerDropPositive = defineDrop({
  id: 'power.drop-positive',
  code: 'dp',
  title: 'Drop on the positive side',
  cable: true,
  rule: 'dropCableVolts',
  points: 'positive cable and its joints',
});
