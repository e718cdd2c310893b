/**
 * A weight governor on a spring: the faster it turns the further it closes the plate. From a shut plate to a wide open one it gives up so much
 * [1/min] [P: one to two hundred without a load to a full one].
 */
export const DROOP_RPM = 295;
/** Torque an engine and its load take, by speed against that at which it is 1: rubbing, and what grows with the square [M]. */
const taken = (x: number) => 0.55 + 0.45 * x * x;
/** Torque for a cycle falls with speed as it breathes worse [M]. */
const made = (x: number) => 1 / x;
/** Under this share of its speed an engine without a load dies [M]. */
const DIES_AT = 0.2;

/**
 * Where a speed settles once an engine makes so much of the torque it made before, its plate where it is.
 * @param left share of the torque, 0 or more
 * @returns [1/min]; 0 where it dies
 */
export function heldSpeed(left: number, rpm: number): number {
  let [low, high] = [DIES_AT, 3];
  if (left * made(low) < taken(low)) return 0;
  for (let k = 0; k < 50; k++) {
    const x = (low + high) / 2;
    if (left * made(x) > taken(x)) low = x;
    else high = x;
  }
  return rpm * low;
}

/**
 * The same with a governor that opens the plate for it, as far as it goes: wide open it has nothing left to give.
 * @param plate how far it stood open before, above 0 .. 1
 * @returns speed [1/min], 0 where it dies, and how far the plate stands open
 */
export function governedSpeed(
  left: number,
  rpm: number,
  plate: number,
): { readonly rpm: number; readonly plate: number } {
  if (!(plate > 0 && plate <= 1)) throw new RangeError('governedSpeed: a plate stands open above 0 .. 1');
  // The more it opens the more it makes; the further speed fell the more it opens.
  const wide = heldSpeed(left / plate, rpm);
  const atWide = rpm - DROOP_RPM * (1 - plate);
  if (wide <= atWide) return { rpm: wide, plate: 1 };
  let [low, high] = [plate, 1];
  for (let k = 0; k < 50; k++) {
    const p = (low + high) / 2;
    if (heldSpeed((left * p) / plate, rpm) < rpm - DROOP_RPM * (p - plate)) low = p;
    else high = p;
  }
  return { rpm: rpm - DROOP_RPM * (low - plate), plate: low };
}
