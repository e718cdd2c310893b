/** How a valve adjuster moves its valve. */
export const ADJUSTERS = ['valve-screw', 'push-rod-screw', 'pivot-nut'] as const;
export type Adjuster = (typeof ADJUSTERS)[number];

/**
 * Turns of an adjuster for a change of lash. The lever decides: a screw at the valve tip moves the tip itself, one at the push rod
 * is multiplied by the rocker ratio, a pivot nut on the stud lifts the whole rocker.
 * @param changeMm lash wanted less lash there is [mm]; more lash backs the adjuster off
 * @param pitchMm thread of the adjuster [mm], above 0
 * @param rockerRatio valve side over push-rod side, above 0
 * @returns turns, in the sign of the change
 * @throws RangeError outside those ranges
 * @example adjusterTurns(0.1, 1, 'pivot-nut', 1.3) // 0.0435
 */
export function adjusterTurns(changeMm: number, pitchMm: number, kind: Adjuster, rockerRatio: number): number {
  if (!(pitchMm > 0 && rockerRatio > 0)) throw new RangeError('adjusterTurns: pitch and ratio must be above 0');
  const lever = { 'valve-screw': 1, 'push-rod-screw': rockerRatio, 'pivot-nut': 1 + rockerRatio }[kind];
  return changeMm / (pitchMm * lever);
}

/**
 * How far a compression release still lifts its valve at that lash; nothing once the lash has eaten the bump.
 * @param bumpMm lift of the release at the valve [mm], 0 or more
 * @param lashMm cold [mm], 0 or more
 * @throws RangeError for negative figures
 */
export function releaseLeftMm(bumpMm: number, lashMm: number): number {
  if (!(bumpMm >= 0 && lashMm >= 0)) throw new RangeError('releaseLeftMm: bump and lash must be 0 or more');
  return Math.max(0, bumpMm - lashMm);
}

/**
 * A gap by feeler blades: the thickest that enters with slight drag and the next that does not.
 * @returns middle and half width of the bracket, in the unit given
 * @throws RangeError when the blade that does not enter is not the thicker one
 */
export function bladeBracket(enters: number, refuses: number): { readonly value: number; readonly plusMinus: number } {
  if (!(enters > 0 && refuses > enters))
    throw new RangeError('bladeBracket: the blade that refuses is the thicker one');
  return { value: (enters + refuses) / 2, plusMinus: (refuses - enters) / 2 };
}
