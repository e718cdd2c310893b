import { defineDrop } from './define.drop.ts';

export const powerDropGround = defineDrop({
  id: 'power.drop-ground',
  code: 'dg',
  title: 'Drop on the ground side',
  cable: true,
  rule: 'dropGroundVolts',
  points: 'ground cable and its joints',
});
