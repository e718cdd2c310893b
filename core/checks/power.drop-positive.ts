import { defineDrop } from './define.drop.ts';

export const powerDropPositive = defineDrop({
  id: 'power.drop-positive',
  code: 'dp',
  title: 'Drop on the positive side',
  todo: 'One probe on the battery post, one on the starter stud. Crank and read.',
  cable: true,
  rule: 'dropCableVolts',
  points: 'positive cable and its joints',
});
