import { pistonTravelMm } from '../engine/index.ts';
import { SEA_LEVEL_PA } from './air.ts';
import { POLYTROPIC_HIGH, POLYTROPIC_LOW } from './compression.ts';
import { orificeFlow } from './leakDown.ts';

const AIR_J_PER_KG_K = 287.05;
/** A leak is no nozzle: what passes is about this share of what its area would let through [M]. */
const DISCHARGE = 0.65;
const STEP_DEG = 0.5;

/** One cylinder as far as compressing air in it goes. */
export interface CrankedCylinder {
  readonly boreMm: number;
  readonly strokeMm: number;
  readonly rodMm: number;
  readonly compressionRatio: number;
  /** Closing of the intake valve after bottom dead centre [deg]. */
  readonly intakeClosesAbdcDeg: number;
}

/**
 * Highest gauge pressure of one compression at cranking speed, some of the air escaping through a leak all the while.
 * dp = n p (dm/m - dV/V) over the crank angle, the leak as an orifice to ambient, by fourth-order Runge-Kutta.
 * @param rpm steady cranking speed [1/min], above 0
 * @param leakMm2 equivalent leak area [mm2], 0 or more
 * @returns [Pa]
 * @throws RangeError outside those ranges
 * @see Heywood, Internal Combustion Engine Fundamentals, ch. 2 (geometry) and 5 (polytropic compression); Shapiro, ch. 4 (orifice)
 */
export function crankingPeakPa(
  cylinder: CrankedCylinder,
  rpm: number,
  leakMm2: number,
  ambientPa = SEA_LEVEL_PA,
  exponent = (POLYTROPIC_LOW + POLYTROPIC_HIGH) / 2,
): number {
  if (!(rpm > 0 && leakMm2 >= 0)) throw new RangeError('crankingPeakPa: speed above 0, leak 0 or more');
  const area = (Math.PI / 4) * cylinder.boreMm ** 2;
  const clearanceMm3 = (area * cylinder.strokeMm) / (cylinder.compressionRatio - 1);
  // Angles before the top are as those after it: travel counts from the top.
  const volume = (deg: number) => clearanceMm3 + area * pistonTravelMm(cylinder, Math.abs(deg));
  const start = -180 + cylinder.intakeClosesAbdcDeg;
  const secondsPerDeg = 1 / (6 * rpm);
  const ambientK = 293.15;
  const mass = (pa: number, deg: number) => (pa * volume(deg) * 1e-9) / (AIR_J_PER_KG_K * kelvin(pa));
  const kelvin = (pa: number) => ambientK * (pa / ambientPa) ** ((exponent - 1) / exponent);
  const slope = (deg: number, pa: number): number => {
    const v = volume(deg);
    const dV = (volume(deg + 0.01) - volume(deg - 0.01)) / 0.02;
    const escaping =
      pa > ambientPa
        ? (DISCHARGE * leakMm2 * 1e-6 * pa * orificeFlow(ambientPa / pa)) / Math.sqrt(AIR_J_PER_KG_K * kelvin(pa))
        : 0;
    return exponent * pa * ((-escaping * secondsPerDeg) / mass(pa, deg) - dV / v);
  };
  let pa = ambientPa;
  let peak = pa;
  for (let deg = start; deg < 10; deg += STEP_DEG) {
    const k1 = slope(deg, pa);
    const k2 = slope(deg + STEP_DEG / 2, pa + (STEP_DEG / 2) * k1);
    const k3 = slope(deg + STEP_DEG / 2, pa + (STEP_DEG / 2) * k2);
    const k4 = slope(deg + STEP_DEG, pa + STEP_DEG * k3);
    pa += (STEP_DEG / 6) * (k1 + 2 * k2 + 2 * k3 + k4);
    peak = Math.max(peak, pa);
  }
  return peak - ambientPa;
}

/**
 * What a compression gauge shows stroke by stroke: its hose holds air of its own behind its valve, so the first strokes fill it.
 * Each stroke compresses the charge alone until it meets what the hose holds, then both together.
 * @param chargeRatio volume at the closing of the intake valve over that at the top, above 1
 * @param hoseShare volume of hose and adapter over the clearance volume, 0 or more
 * @param strokes how many, 1 or more
 * @returns gauge pressure after each stroke [Pa]
 * @throws RangeError outside those ranges
 * @example gaugeByStrokePa(7, 1, 1)[0] is about half of what it comes to
 */
export function gaugeByStrokePa(
  chargeRatio: number,
  hoseShare: number,
  strokes: number,
  ambientPa = SEA_LEVEL_PA,
  exponent = (POLYTROPIC_LOW + POLYTROPIC_HIGH) / 2,
): number[] {
  if (!(chargeRatio > 1 && hoseShare >= 0 && strokes >= 1))
    throw new RangeError('gaugeByStrokePa: ratio above 1, hose 0 or more, a stroke at least');
  const shown: number[] = [];
  let hose = ambientPa;
  for (let stroke = 0; stroke < strokes; stroke++) {
    // In units of the clearance volume.
    const meet = chargeRatio * (ambientPa / hose) ** (1 / exponent);
    if (meet > 1) hose *= ((meet + hoseShare) / (1 + hoseShare)) ** exponent;
    shown.push(hose - ambientPa);
  }
  return shown;
}
