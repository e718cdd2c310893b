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

/** Least volts after 15 s at half the rated cold-cranking amps, by temperature [degF] [M, battery-council table]. */
const LOAD_TEMPERATURE_F = [0, 10, 20, 30, 40, 50, 60, 70] as const;
const LOAD_MIN_VOLTS = [8.5, 8.7, 8.9, 9.1, 9.3, 9.4, 9.5, 9.6] as const;

/**
 * Least volts a good battery holds after 15 s at half its rated cold-cranking amps; only on one that is charged to 75 % or more.
 * @param batteryC temperature of the battery [degC]
 * @returns [V], held to the ends of the table outside -18 .. 21 degC
 * @example loadMinVolts(21.1) // 9.6
 */
export function loadMinVolts(batteryC: number): number {
  return interpolate(LOAD_TEMPERATURE_F, LOAD_MIN_VOLTS, batteryC * 1.8 + 32);
}

/** Polarisation makes a battery look two to three times its tester's resistance while it cranks [P]. */
const POLARISATION_LOW = 2;
const POLARISATION_HIGH = 3;

/**
 * Starting current from the sag of the posts: a band, not a figure.
 * @param restVolts before [V]; steady `crankVolts` after the inrush [V], below it
 * @param testerOhms internal resistance as a tester shows it [ohm], above 0
 * @throws RangeError outside those ranges
 * @example crankCurrentBandA(12.6, 9.6, 0.01) // { low: 100, high: 150 }
 */
export function crankCurrentBandA(
  restVolts: number,
  crankVolts: number,
  testerOhms: number,
): { readonly low: number; readonly high: number } {
  if (!(testerOhms > 0 && restVolts >= crankVolts))
    throw new RangeError('crankCurrentBandA: resistance above 0 ohm, cranking volts not above the rest volts');
  const sag = restVolts - crankVolts;
  return { low: sag / (POLARISATION_HIGH * testerOhms), high: sag / (POLARISATION_LOW * testerOhms) };
}
