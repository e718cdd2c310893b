/** Resistivity of annealed copper at 20 degC: one fifty-eighth of an ohm for a metre of one square millimetre [S: IEC 60028]. */
const COPPER_OHM_MM2_PER_M = 1 / 58;
const COPPER_ALPHA_PER_K = 0.00393;

/**
 * Diameter of a solid conductor by American wire gauge.
 * d = 0.127 mm * 92^((36 - n) / 39); 2/0 is -1, 4/0 is -3.
 * @param gauge -3 .. 40
 * @returns diameter [mm]
 * @throws RangeError outside that range
 * @see ASTM B258
 * @example wireDiameterMm(6) // 4.115
 */
export function wireDiameterMm(gauge: number): number {
  if (!(gauge >= -3 && gauge <= 40)) throw new RangeError('wireDiameterMm: gauge must be -3 to 40');
  return 0.127 * 92 ** ((36 - gauge) / 39);
}

/**
 * Resistance of a copper conductor for one metre.
 * @param areaMm2 cross-section of the copper [mm2], above 0
 * @param copperC its temperature [degC], -40 .. 200
 * @throws RangeError outside those ranges
 * @see IEC 60028
 * @example wireOhmsPerM(13.30, 20) // 0.001296, gauge 6
 */
export function wireOhmsPerM(areaMm2: number, copperC = 20): number {
  if (!(areaMm2 > 0)) throw new RangeError('wireOhmsPerM: area must be above 0 mm2');
  if (!(copperC >= -40 && copperC <= 200)) throw new RangeError('wireOhmsPerM: copper must be -40 to 200 degC');
  return (COPPER_OHM_MM2_PER_M / areaMm2) * (1 + COPPER_ALPHA_PER_K * (copperC - 20));
}

/** What each joint and a relay's contacts may lose under starting current [V] [P]. */
const JOINT_VOLTS = 0.1;
const CONTACT_VOLTS = 0.2;
/** Starting current those figures are meant for; above it joints and contacts lose in proportion, being resistances [A] [P]. */
const STARTING_A = 200;

/** How many times more than usual a sound joint or contact may lose at that current, 1 or more. */
export const aboveStarting = (currentA: number): number => Math.max(1, currentA / STARTING_A);

/** One leg of the starting circuit. */
export interface Leg {
  /** Length of the cable, once [m]. */
  readonly lengthM: number;
  readonly gauge: number;
  readonly joints: number;
  readonly relayContacts: boolean;
}

/**
 * Volts a sound leg loses under that current: copper, joints, contacts.
 * @param currentA [A], 0 or more
 * @throws RangeError for a negative length, count or current
 * @example legDropVolts({ lengthM: 1.2, gauge: 6, joints: 0, relayContacts: false }, 150) // 0.233
 */
export function legDropVolts({ lengthM, gauge, joints, relayContacts }: Leg, currentA: number): number {
  if (!(lengthM >= 0 && joints >= 0 && currentA >= 0))
    throw new RangeError('legDropVolts: length, joints and current must be 0 or more');
  const areaMm2 = (Math.PI / 4) * wireDiameterMm(gauge) ** 2;
  const touching = joints * JOINT_VOLTS + (relayContacts ? CONTACT_VOLTS : 0);
  return wireOhmsPerM(areaMm2) * lengthM * currentA + touching * aboveStarting(currentA);
}
