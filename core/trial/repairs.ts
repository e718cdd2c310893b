import { endsBesides, type FaultId, findFault, isCondition } from '../faults/index.ts';
import { splitKey } from '../machine/key.ts';
import { hungOnWire, injectedKey } from '../mower/injectFaults.ts';
import type { Mower } from '../mower/machine.ts';
import type { Drawn } from './draw.ts';

const GNAWED: FaultId = 'power.wiring';
/** Whoever restores a feed, or finds what draws, follows the wire to where it is gnawed. */
const FOLLOWS_THE_WIRE: Partial<Record<FaultId, ReturnType<typeof hungOnWire>>> = {
  'fuel.solenoid-feed': 'solenoid-feed',
  'power.draw': 'path-to-ground',
};

/** What was wrong is cured by the repair of another fault, where both take the same new part. */
export function curedBy(key: string, put: Drawn['puts'][number]): boolean {
  if (injectedKey(put) === key) return true;
  const { id, cylinder } = splitKey(key);
  if (put.fault === GNAWED && FOLLOWS_THE_WIRE[id as FaultId] === hungOnWire(put.form)) return true;
  const [made, was] = [findFault(id), findFault(put.fault)];
  return made !== undefined && was !== undefined && endsBesides(made, was) && cylinder === put.cylinder;
}

/** That repair as it is written down. */
export function repairOf(key: string): unknown {
  const { id, cylinder } = splitKey(key);
  const action = isCondition(id) ? 'cleaned' : (findFault(id)?.repair.action ?? 'replaced');
  return { repair: id, action, ...(cylinder === null ? {} : { cylinder }) };
}

export const FLAT: FaultId = 'power.battery-flat';
const FUSE: FaultId = 'power.fuse';
/** A battery under this something emptied [V] [M]. */
export const EMPTIED_V = 12.2;

/** It is so because of something else: a battery that was emptied, a fuse that was blown. */
export const hasOnlyFollowed = (fault: string, { battery, line }: Mower): boolean =>
  fault === FLAT ? battery.openVolts < EMPTIED_V : fault === FUSE && line.fuse === 'blown';
