/** Temperature coefficient of annealed copper at 20 degC, per kelvin [S: IEC 60028]. */
const COPPER_ALPHA_PER_K = 0.00393;

/**
 * Resistance a copper winding would show at 20 degC, to hold against the engine sheet.
 * R20 = R / (1 + a (T - 20)), a = 0.00393 /K.
 * @param ohms measured, test-lead resistance already taken off [ohm], 0.01 .. 1e6
 * @param windingC temperature of the winding, not of the air [degC], -30 .. 160
 * @throws RangeError outside those ranges
 * @see IEC 60028 (annealed copper)
 * @example coilResistanceAt20C(4.0, 70) // 3.343
 */
export function coilResistanceAt20C(ohms: number, windingC: number): number {
  if (!(ohms >= 0.01 && ohms <= 1e6)) throw new RangeError('coilResistanceAt20C: resistance must be 0.01 to 1e6 ohm');
  if (!(windingC >= -30 && windingC <= 160))
    throw new RangeError('coilResistanceAt20C: winding must be -30 to 160 degC');
  return ohms / (1 + COPPER_ALPHA_PER_K * (windingC - 20));
}
