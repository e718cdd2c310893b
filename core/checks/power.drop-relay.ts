import { defineDrop } from './define.drop.ts';

export const powerDropRelay = defineDrop({
  id: 'power.drop-relay',
  code: 'dr',
  title: 'Drop over the relay',
  todo: 'Meter across the two big terminals of the starter relay while cranking.',
  rule: 'dropRelayVolts',
  points: 'relay contacts',
});
