import { SEA_LEVEL_PA } from './air.ts';

/** Exponents between slow, leaky and fast, tight compression of small engines at cranking speed [P]. */
export const POLYTROPIC_LOW = 1.2;
export const POLYTROPIC_HIGH = 1.3;

/**
 * Gauge pressure at the top of a compression stroke: p_a (CR^n - 1).
 * @param effectiveRatio volume at the closing of the intake valve over the volume at top dead centre, above 1
 * @param exponent polytropic, 1 .. 1.4
 * @throws RangeError outside those ranges
 * @see Heywood, Internal Combustion Engine Fundamentals, ch. 5 (polytropic compression)
 */
export function compressionGaugePa(effectiveRatio: number, exponent: number, ambientPa = SEA_LEVEL_PA): number {
  if (!(effectiveRatio > 1)) throw new RangeError('compressionGaugePa: ratio must be above 1');
  if (!(exponent >= 1 && exponent <= 1.4)) throw new RangeError('compressionGaugePa: exponent must be 1 to 1.4');
  return ambientPa * (effectiveRatio ** exponent - 1);
}

/**
 * Ratio that is left when the intake valve closes after bottom dead centre.
 * @param travelMm how far the piston still is from its top when the valve closes [mm]
 * @param strokeMm [mm]
 * @param compressionRatio from the sheet, above 1
 * @throws RangeError outside those ranges
 */
export function effectiveRatio(travelMm: number, strokeMm: number, compressionRatio: number): number {
  if (!(travelMm > 0 && travelMm <= strokeMm)) throw new RangeError('effectiveRatio: travel must be within the stroke');
  if (!(compressionRatio > 1)) throw new RangeError('effectiveRatio: compression ratio must be above 1');
  return 1 + ((compressionRatio - 1) * travelMm) / strokeMm;
}

/** The dose of a wet test; more would itself raise the reading too far [ml] [P]. */
export const WET_DOSE_ML = 3;

/**
 * How much the oil of a wet test raises a sound cylinder's reading by taking up room.
 * @param clearance volume above the piston at top dead centre [ml], above the dose
 * @param compressionRatio above 1
 * @param doseMl [ml], 0 or more
 * @returns [%]
 * @throws RangeError outside those ranges
 * @example wetDoseRisePercent(46.9, 8.4, 3) // 8
 */
export function wetDoseRisePercent(
  clearance: number,
  compressionRatio: number,
  doseMl = WET_DOSE_ML,
  exponent = (POLYTROPIC_LOW + POLYTROPIC_HIGH) / 2,
): number {
  if (!(doseMl >= 0 && clearance > doseMl)) throw new RangeError('wetDoseRisePercent: the dose must leave room');
  const wet = (compressionRatio * clearance - doseMl) / (clearance - doseMl);
  return 100 * (compressionGaugePa(wet, exponent, 1) / compressionGaugePa(compressionRatio, exponent, 1) - 1);
}
