import { defineDrop } from './define.drop.ts';

export const powerDropRelay = defineDrop({
  id: 'power.drop-relay',
  code: 'dr',
  title: 'Drop over the relay',
  rule: 'dropRelayVolts',
  points: 'relay contacts',
});
