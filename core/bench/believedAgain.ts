import { type Belief, withGroupsAsTheyAre } from '../reason/belief.ts';
import { COMPLAINT } from '../reason/catalogue/instances.ts';
import type { Network } from '../reason/network.ts';
import { applyRepair } from '../reason/repair.ts';
import { complained } from './complained.ts';
import type { Bench } from './state.ts';

/** The belief of a bench over other hypotheses: what was read is put to them epoch by epoch, each group of readings once. */
export function believedAgain({ head, epochs, belief }: Bench, network: Network): Belief {
  let again = complained(network, head.complaint);
  for (const { groups, operator } of epochs) again = applyRepair(network, withAllOf(network, again, groups), operator);
  return withAllOf(network, again, belief.groups);
}

const withAllOf = (network: Network, belief: Belief, groups: Belief['groups']): Belief =>
  // The complaint is heard already, in a way of its own.
  withGroupsAsTheyAre(network, belief, new Map([...groups].filter(([key]) => key !== COMPLAINT)));
