import { interpolate } from './interpolate.ts';

/**
 * Open-circuit volts against charge, flooded lead-acid at 25 degC, rested [M, commonly published].
 * Not true just off a charger or with surface charge on it.
 */
const REST_VOLTS = [11.89, 12.06, 12.24, 12.45, 12.65] as const;
const CHARGE_PERCENT = [0, 25, 50, 75, 100] as const;

/**
 * State of charge from rested open-circuit volts.
 * @param volts at the posts, rested [V]
 * @returns charge [%], held to 0 .. 100 outside the table
 * @example chargePercent(12.45) // 75
 */
export function chargePercent(volts: number): number {
  return interpolate(REST_VOLTS, CHARGE_PERCENT, volts);
}

/** Rule of thumb: cold-cranking amps times internal resistance is about three volts, 2.6 to 3.4 [P]. */
const CCA_TIMES_OHMS = 3.0;

/**
 * Cold-cranking amps a battery can be expected to have from a tester's internal resistance.
 * The resistance worked out from the sag while cranking includes polarisation and is not meant here.
 * @param testerOhms [ohm], above 0
 * @example ccaEstimateA(0.016) // 187.5
 */
export function ccaEstimateA(testerOhms: number): number {
  if (!(testerOhms > 0)) throw new RangeError('ccaEstimateA: resistance must be above 0 ohm');
  return CCA_TIMES_OHMS / testerOhms;
}
