import { airKgPerM3, SEA_LEVEL_PA } from './air.ts';

/** Fuel at full load: filling of the cylinder, air to fuel by mass, and the fuel's weight [P]. */
const VOLUMETRIC_EFFICIENCY = 0.75;
const AIR_FUEL_RICH = 12.5;
const FUEL_KG_PER_L = 0.74;

/**
 * Fuel a four-stroke engine takes at full load.
 * displacement x speed / 2 x filling x air density / air-fuel ratio.
 * @param displacementMl of the whole engine [ml], above 0
 * @param rpm [1/min], above 0
 * @param airC [degC]
 * @param pa ambient, absolute [Pa]
 * @returns [ml/min]
 * @throws RangeError outside those ranges
 * @example demandMlPerMin(694, 3600) // 122
 */
export function demandMlPerMin(displacementMl: number, rpm: number, airC = 20, pa = SEA_LEVEL_PA): number {
  if (!(displacementMl > 0 && rpm > 0)) throw new RangeError('demandMlPerMin: displacement and speed must be above 0');
  const airKgPerMin = displacementMl * 1e-6 * (rpm / 2) * VOLUMETRIC_EFFICIENCY * airKgPerM3(pa, airC);
  return (1000 * airKgPerMin) / AIR_FUEL_RICH / FUEL_KG_PER_L;
}

/**
 * Share of what was drained from the crankcase that is fuel.
 * @param drainedLitres all that came out [l], above 0
 * @param fillLitres what the sheet fills [l], above 0
 * @returns [%], 0 where less came out than is filled
 * @throws RangeError outside those ranges
 * @example fuelInOilPercent(2.4, 1.9) // 20.8
 */
export function fuelInOilPercent(drainedLitres: number, fillLitres: number): number {
  if (!(drainedLitres > 0 && fillLitres > 0)) throw new RangeError('fuelInOilPercent: volumes must be above 0');
  return (100 * Math.max(0, drainedLitres - fillLitres)) / drainedLitres;
}
