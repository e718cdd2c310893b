/**
 * Each cylinder's share of the speed lost when one after the other is cut out.
 * @param drops speed lost per cylinder [1/min], 0 or more
 * @returns shares summing to 1, or null when nothing was lost at all
 * @throws RangeError for a negative drop
 */
export function dropShares(drops: readonly number[]): number[] | null {
  if (drops.some((d) => !(d >= 0))) throw new RangeError('dropShares: drops must be 0 or more');
  const sum = drops.reduce((a, b) => a + b, 0);
  return sum > 0 ? drops.map((d) => d / sum) : null;
}

/** A 90-degree V-twin fires at 0 and 270 of 720 degrees: the second comes after this share of the cycle. */
const SECOND_FIRING = 270 / 720;

/**
 * How strong harmonic `order` of half the engine speed is for two pulses of strength 1 and `strength`.
 * |1 + a e^(-j 2 pi k s)|, s = 0.375 on a 90-degree V-twin.
 * @param strength of the weaker cylinder against the stronger, 0 .. 1
 * @throws RangeError outside that range
 */
export function harmonicStrength(order: number, strength: number, share = SECOND_FIRING): number {
  if (!(strength >= 0 && strength <= 1)) throw new RangeError('harmonicStrength: strength must be 0 to 1');
  const phase = 2 * Math.PI * order * share;
  return Math.hypot(1 + strength * Math.cos(phase), strength * Math.sin(phase));
}

/**
 * Where a harmonic of half the engine speed lies; mains hum on it fakes a weak cylinder.
 * @param order of half the engine speed, above 0
 * @param rpm [1/min], above 0
 * @returns [Hz]
 * @throws RangeError outside those ranges
 * @example harmonicHz(4, 3000) // 100, twice 50 Hz mains
 */
export function harmonicHz(order: number, rpm: number): number {
  if (!(order > 0 && rpm > 0)) throw new RangeError('harmonicHz: order and speed must be above 0');
  return (order * rpm) / 120;
}

/**
 * Strength of the weaker cylinder from harmonics three, four and five of half the engine speed, for a smooth pulse spectrum:
 * q = H4^2 / (H3 H5) = (1 - a)^2 / (1 + a^2 + sqrt(2) a), solved for a. It does not tell which cylinder.
 * @param h3 amplitudes in any one unit, above 0; `h4` 0 or more
 * @returns 0 (one is dead) .. 1 (alike)
 * @throws RangeError outside those ranges
 */
export function strengthRatio(h3: number, h4: number, h5: number): number {
  if (!(h3 > 0 && h5 > 0 && h4 >= 0)) throw new RangeError('strengthRatio: amplitudes must be above 0');
  const q = h4 ** 2 / (h3 * h5);
  if (q >= 1) return 0;
  const half = (2 + Math.SQRT2 * q) / 2;
  return (half - Math.sqrt(half ** 2 - (1 - q) ** 2)) / (1 - q);
}

/**
 * Speeds of a twin with the throttle held: with both cylinders pulling, and with one or the other cut out [1/min].
 * Held means that the torque of a charge falls straight with speed and the load grows with it, so that 1/speed is a straight line
 * over 1/strength: 1/N = A + B / (a1 + a2).
 */
export interface HeldSpeeds {
  readonly both: number;
  readonly cutStronger: number;
  readonly cutWeaker: number;
}

/**
 * Strength of the weaker cylinder against the stronger from three speeds at a held throttle. The drops themselves stand in another
 * ratio: strengths of 1.0 and 0.6 lose 1617 and 817 from 3600.
 * @param speeds both above either, and less lost without the weaker [1/min]
 * @returns 0 (it does nothing) .. 1 (alike)
 * @throws RangeError for speeds that cannot be
 * @example strengthFromHeldSpeeds({ both: 3600, cutStronger: 1983, cutWeaker: 2783 }) // 0.6
 */
export function strengthFromHeldSpeeds({ both, cutStronger, cutWeaker }: HeldSpeeds): number {
  if (!(cutStronger > 0 && cutWeaker >= cutStronger && both >= cutWeaker))
    throw new RangeError('strengthFromHeldSpeeds: speed falls when a cylinder is cut, least without the weaker');
  const lostByWeaker = 1 / cutWeaker - 1 / both;
  if (lostByWeaker === 0) return 0;
  return 1 / Math.sqrt(1 + (1 / cutStronger - 1 / cutWeaker) / lostByWeaker);
}

/**
 * Speed lost at a governed throttle when part of the strength is cut out: the governor opens the throttle by as much as is missing
 * and gives away only its droop on the way.
 * @param opening of the throttle before, 0 .. 1
 * @param left strength that is left over what there was, above 0 .. 1
 * @param droopRpm speed the governor gives away from shut to wide open [1/min], 0 or more
 * @returns speed lost and the opening after, or null where a wide-open throttle does not make up for it
 * @throws RangeError outside those ranges
 * @example governedDrop(0.25, 0.5, 240) // { rpm: 60, opening: 0.5 }
 */
export function governedDrop(
  opening: number,
  left: number,
  droopRpm: number,
): { readonly rpm: number; readonly opening: number } | null {
  if (!(opening > 0 && opening <= 1 && left > 0 && left <= 1 && droopRpm >= 0))
    throw new RangeError('governedDrop: opening and what is left above 0 to 1, droop 0 or more');
  const after = opening / left;
  return after > 1 ? null : { rpm: droopRpm * (after - opening), opening: after };
}
