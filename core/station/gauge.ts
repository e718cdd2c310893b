/** A needle gauge: it begins bottom left and ends bottom right. */
const FROM_DEG = -135;
const SWEEP_DEG = 270;

/**
 * Where the needle of a gauge points, 0 straight up, clockwise positive [deg].
 * @param value in the unit of the scale; what lies beyond either end rests on its stop, two degrees past it
 * @param full value at the end of the scale, above 0
 * @throws RangeError for a scale without length
 * @example needleDeg(50, 100) // 0
 */
export function needleDeg(value: number, full: number): number {
  if (!(full > 0)) throw new RangeError('needleDeg: the scale must end above 0');
  return Math.min(FROM_DEG + SWEEP_DEG + 2, Math.max(FROM_DEG - 2, FROM_DEG + (SWEEP_DEG * value) / full));
}

/**
 * What a gauge shows where somebody taps its face: the inverse of `needleDeg`, to the nearest step.
 * @param deg 0 straight up, clockwise positive; outside the sweep the nearer end counts
 * @param step of the scale, above 0
 */
export function valueAtDeg(deg: number, full: number, step: number): number {
  if (!(full > 0 && step > 0)) throw new RangeError('valueAtDeg: scale and step must be above 0');
  const share = Math.min(1, Math.max(0, (deg - FROM_DEG) / SWEEP_DEG));
  return Math.round((share * full) / step) * step;
}

/** A stretch of a scale, from one needle angle to another [deg]. */
export interface Arc {
  readonly fromDeg: number;
  readonly toDeg: number;
}
