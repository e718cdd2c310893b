import { defineDrop } from './define.drop.ts';

export const powerDropGround = defineDrop({
  id: 'power.drop-ground',
  code: 'dg',
  title: 'Drop on the ground side',
  todo: 'One probe on the battery negative post, one on the starter body. Crank and read.',
  cable: true,
  rule: 'dropGroundVolts',
  points: 'ground cable and its joints',
});
