/**
 * A weight governor on a spring: the faster it turns the further it closes the plate. From a shut plate to a wide open one it gives up so much
 * [1/min] [P: one to two hundred without a load to a full one].
 */
export const DROOP_RPM = 295;
/** Whatever the torque, its valves follow no faster [1/min] [M]. */
export const BREAKS_RPM = 5800;
/** An engine that is lugged under this dies: with blades in the grass, and without [1/min] [M]. */
export const STALLS_RPM = { loaded: 2000, free: 1000 } as const;

/** Without its spring the weights shut the plate as far as its stop; what binds does not come all the way back [share of the speed] [M]. */
const NO_SPRING = 0.52;
const BINDS = 0.88;

/** Torque an engine and its load take, by speed against that at which it is 1: rubbing, and what grows with the square [M]. */
export const torqueTaken = (x: number) => 0.55 + 0.45 * x * x;
/** Torque for a cycle falls with speed as it breathes worse [M]. */
export const torqueMade = (x: number) => 1 / x;
/** Under this share of its speed an engine without a load dies [M]. */
const DIES_AT = 0.2;

/**
 * Where a speed settles once an engine makes so much of the torque it made before, its plate where it is.
 * @param left share of the torque, 0 or more
 * @returns [1/min]; 0 where it dies
 */
export function heldSpeed(left: number, rpm: number): number {
  let [low, high] = [DIES_AT, 3];
  if (left * torqueMade(low) < torqueTaken(low)) return 0;
  for (let k = 0; k < 50; k++) {
    const x = (low + high) / 2;
    if (left * torqueMade(x) > torqueTaken(x)) low = x;
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

/** What is wrong with a governor. */
export interface GovernorAsItIs {
  readonly governor: 'ok' | 'binding' | 'off';
  readonly governorOff: 'rod' | 'spring' | 'hole' | null;
  /** Turns so much faster than it is set to, as a factor. */
  readonly races: number;
}

/**
 * Speed it holds where it is asked for one.
 * @param rpm what it is asked for [1/min]
 * @param spare torque with the plate wide open against what is taken at that speed, 1 or more
 * @returns [1/min]; without the rod from the weights to the plate nothing holds it: the speed of the torque
 */
export function speedHeld({ governor, governorOff, races }: GovernorAsItIs, rpm: number, spare: number): number {
  if (governorOff === 'rod') return heldSpeed(Math.max(1, spare), rpm);
  if (governorOff === 'spring') return rpm * NO_SPRING;
  return rpm * races * (governor === 'binding' ? BINDS : 1);
}
