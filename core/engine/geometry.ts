/** Bore, stroke and rod of one cylinder, in millimetres as sheets print them. */
export interface CylinderGeometry {
  readonly boreMm: number;
  readonly strokeMm: number;
  readonly rodMm: number;
}

/**
 * How far the piston has come down from top dead centre.
 * x = r + l - (r cos t + sqrt(l^2 - r^2 sin^2 t)), r half the stroke, l the rod.
 * @param crankAngleDeg from top dead centre [deg], any
 * @returns travel [mm], 0 .. strokeMm
 * @throws RangeError when the rod is not longer than half the stroke
 * @see Heywood, Internal Combustion Engine Fundamentals, ch. 2
 * @example pistonTravelMm({ strokeMm: 69, rodMm: 112 }, 31.0) // 6.35
 */
export function pistonTravelMm(
  { strokeMm, rodMm }: Pick<CylinderGeometry, 'strokeMm' | 'rodMm'>,
  crankAngleDeg: number,
): number {
  const r = halfStroke(strokeMm, rodMm);
  const t = (crankAngleDeg * Math.PI) / 180;
  return r + rodMm - (r * Math.cos(t) + Math.sqrt(rodMm ** 2 - (r * Math.sin(t)) ** 2));
}

/**
 * The crank angle after top dead centre at which the piston has come down by `travelMm`; the inverse of `pistonTravelMm`.
 * p = r + l - x, cos t = (r^2 + p^2 - l^2) / (2 r p).
 * @returns angle [deg], 0 .. 180
 * @throws RangeError when the travel is outside the stroke
 * @example crankAngleDegAt({ strokeMm: 69, rodMm: 112 }, 6.35) // 31.0
 */
export function crankAngleDegAt(
  { strokeMm, rodMm }: Pick<CylinderGeometry, 'strokeMm' | 'rodMm'>,
  travelMm: number,
): number {
  const r = halfStroke(strokeMm, rodMm);
  if (!(travelMm >= 0 && travelMm <= strokeMm))
    throw new RangeError(`crankAngleDegAt: travel must be 0 to ${strokeMm} mm`);
  const p = r + rodMm - travelMm;
  const cosine = (r ** 2 + p ** 2 - rodMm ** 2) / (2 * r * p);
  return (Math.acos(Math.min(1, Math.max(-1, cosine))) * 180) / Math.PI;
}

/** Length along a rim of that diameter for a crank angle [mm]; a tape reads this, a ruler reads the chord. */
export function rimArcMm(rimDiameterMm: number, crankAngleDeg: number): number {
  return (rimDiameterMm * Math.PI * crankAngleDeg) / 360;
}

/** Straight across from mark to mark on a rim for a crank angle [mm]: what a ruler reads. */
export function rimChordMm(rimDiameterMm: number, crankAngleDeg: number): number {
  return rimDiameterMm * Math.sin((crankAngleDeg * Math.PI) / 360);
}

/**
 * Torque with which air on the piston turns the crank, and which has to be held. T = p A dx/dt.
 * @param gaugePa air in the cylinder over ambient [Pa]
 * @param crankAngleDeg after top dead centre [deg]
 * @returns [N m]
 * @throws RangeError when the rod is not longer than half the stroke
 * @see Heywood, Internal Combustion Engine Fundamentals, ch. 2 (piston speed)
 * @example holdTorqueNm({ boreMm: 80, strokeMm: 69, rodMm: 112 }, 551581, 10) // 21.7
 */
export function holdTorqueNm(
  { boreMm, strokeMm, rodMm }: CylinderGeometry,
  gaugePa: number,
  crankAngleDeg: number,
): number {
  const r = halfStroke(strokeMm, rodMm) / 1000;
  const l = rodMm / 1000;
  const t = (crankAngleDeg * Math.PI) / 180;
  const travelPerRad = r * Math.sin(t) * (1 + (r * Math.cos(t)) / Math.sqrt(l ** 2 - (r * Math.sin(t)) ** 2));
  return gaugePa * (Math.PI / 4) * (boreMm / 1000) ** 2 * travelPerRad;
}

/**
 * How far a part turned on its taper is off, in crank degrees.
 * @param offsetMm along the taper's surface [mm]
 * @param taperMm diameter of the crank there [mm], above 0
 * @example timingOffsetDeg(1, 25.4) // 4.5
 */
export function timingOffsetDeg(offsetMm: number, taperMm: number): number {
  if (!(taperMm > 0)) throw new RangeError('timingOffsetDeg: taper must be above 0 mm');
  return (360 * offsetMm) / (Math.PI * taperMm);
}

/** Swept volume of one cylinder [ml]. */
export function sweptMl({ boreMm, strokeMm }: Pick<CylinderGeometry, 'boreMm' | 'strokeMm'>): number {
  return (Math.PI * boreMm ** 2 * strokeMm) / 4000;
}

/**
 * Volume left above the piston at top dead centre: more liquid than this locks the engine.
 * @example clearanceMl({ boreMm: 80, strokeMm: 69 }, 8.4) // 46.9
 */
export function clearanceMl(geometry: Pick<CylinderGeometry, 'boreMm' | 'strokeMm'>, compressionRatio: number): number {
  if (!(compressionRatio > 1)) throw new RangeError('clearanceMl: compression ratio must be above 1');
  return sweptMl(geometry) / (compressionRatio - 1);
}

function halfStroke(strokeMm: number, rodMm: number): number {
  const r = strokeMm / 2;
  if (!(r > 0 && rodMm > r)) throw new RangeError('rod must be longer than half the stroke, both above 0 mm');
  return r;
}

/**
 * Teeth of the ring gear that pass a mark while the crank turns by that angle.
 * @param teeth on the whole ring, 20 or more
 * @param angleDeg [deg], 0 or more
 * @throws RangeError outside those ranges
 * @example teethOf(120, 31) // 10.33
 */
export function teethOf(teeth: number, angleDeg: number): number {
  if (!(teeth >= 20 && angleDeg >= 0)) throw new RangeError('teethOf: 20 teeth or more, an angle of 0 or more');
  return (teeth * angleDeg) / 360;
}
