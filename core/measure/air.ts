/** Standard pressure at sea level [Pa] [S: ISO 2533]. */
export const SEA_LEVEL_PA = 101_325;

/**
 * Standard atmospheric pressure at a height, lower layer.
 * p = 101325 (1 - 0.0065 h / 288.15)^5.25588.
 * @param altitudeM above sea level [m], -500 .. 5000
 * @returns [Pa]
 * @throws RangeError outside that range
 * @see ISO 2533 (standard atmosphere)
 * @example ambientPa(1000) // 89875
 */
export function ambientPa(altitudeM: number): number {
  if (!(altitudeM >= -500 && altitudeM <= 5000)) throw new RangeError('ambientPa: altitude must be -500 to 5000 m');
  return SEA_LEVEL_PA * (1 - (0.0065 * altitudeM) / 288.15) ** 5.25588;
}

/** Gas constant of dry air [J/(kg K)] [S: ISO 2533]. */
const AIR_J_PER_KG_K = 287.053;

/**
 * Density of dry air.
 * @param pa absolute [Pa], above 0
 * @param airC [degC], above -100
 * @throws RangeError outside those ranges
 * @example airKgPerM3(101325, 20) // 1.2041
 */
export function airKgPerM3(pa: number, airC: number): number {
  if (!(pa > 0 && airC > -100)) throw new RangeError('airKgPerM3: pressure must be above 0 Pa, air above -100 degC');
  return pa / (AIR_J_PER_KG_K * (airC + 273.15));
}

/**
 * What a compression gauge would show at sea level: cylinder pressure goes with absolute ambient pressure.
 * (g + p_a) 101325 / p_a - 101325.
 * @param gaugePa read on the gauge [Pa], 0 or more
 * @param ambient absolute [Pa], above 0
 * @throws RangeError outside those ranges
 * @see ISO 2533
 */
export function seaLevelGaugePa(gaugePa: number, ambient: number): number {
  if (!(gaugePa >= 0 && ambient > 0)) throw new RangeError('seaLevelGaugePa: gauge 0 or more, ambient above 0 Pa');
  return ((gaugePa + ambient) * SEA_LEVEL_PA) / ambient - SEA_LEVEL_PA;
}
