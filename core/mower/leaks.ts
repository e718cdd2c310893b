import { type CylinderState, USUAL_LASH_MM } from './machine.ts';

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

/** Travel of a valve that clearance eats, so much for all of it [mm] [M]. */
const LASH_EATS_MM = 3.2;

/** Of its travel what is left to each valve once its clearance is taken up, 1 as made; about 6 mm. */
export function liftsOf({ lift, lashMm }: Pick<CylinderState, 'lift' | 'lashMm'>): CylinderState['lift'] {
  const left = (valve: 'intake' | 'exhaust') =>
    Math.max(0, lift[valve] - Math.max(0, lashMm[valve] - USUAL_LASH_MM[valve]) / LASH_EATS_MM);
  return { intake: left('intake'), exhaust: left('exhaust') };
}
