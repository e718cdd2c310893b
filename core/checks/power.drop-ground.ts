import { defineDrop } from './define.drop.ts';

export const powerDropGround = defineDrop({
  id: 'power.drop-ground',
  title: 'Drop on the ground side',
  todo: 'One probe on the battery negative post, one on the starter body. Crank and read.',
  rule: 'dropGroundVolts',
  points: 'ground cable and its joints',
});
