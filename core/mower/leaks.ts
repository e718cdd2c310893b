import type { CylinderState } from './machine.ts';

/** Rim of a valve: area for a millimetre held off its seat [mm] [M]. */
const SEAT_RIM_MM = 95;
/** Hot, a valve stands this much nearer [mm] [P: an exhaust grows 0.001 to 0.002 in]. */
const GROWS_MM = { intake: 0.02, exhaust: 0.04 };

/** Everything that lets air out of a cylinder [mm2]. */
export function leakOf(c: CylinderState, hot: boolean): number {
  const { intake, exhaust, rings, edge, gallery } = c.leakMm2;
  return intake + exhaust + rings + gallery + edge * (hot ? c.edgeHot : 1) + heldOpenOf(c, hot) + c.stuckMm2;
}

/** A valve without clearance stands off its seat [mm2]. */
export function heldOpenOf(c: CylinderState, hot: boolean): number {
  const off = (lash: number, grows: number) => Math.max(0, -(lash - (hot ? grows : 0)));
  return SEAT_RIM_MM * (off(c.lashMm.intake, GROWS_MM.intake) + off(c.lashMm.exhaust, GROWS_MM.exhaust));
}

/** Of its travel what is left to a valve once its clearance is taken up; about 6 mm as made. */
export const liftLeft = (lift: number, lashMm: number, usual: number) =>
  Math.max(0, lift - Math.max(0, lashMm - usual) / 3.2);
