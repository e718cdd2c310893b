import { SEA_LEVEL_PA } from './air.ts';

const GAMMA = 1.4;
/** Below this pressure ratio the flow through a hole is choked, and what is behind it no longer matters. */
const CRITICAL = (2 / (GAMMA + 1)) ** (GAMMA / (GAMMA - 1));
const CHOKED = Math.sqrt(GAMMA) * (2 / (GAMMA + 1)) ** ((GAMMA + 1) / (2 * (GAMMA - 1)));

/**
 * Flow function of an orifice: mass flow is area x upstream pressure x this / sqrt(R T).
 * @param ratio downstream over upstream, absolute, 0 .. 1
 * @returns 0 at 1, 0.6847 from the critical ratio 0.528 down
 * @throws RangeError outside 0 .. 1
 * @see Shapiro, The Dynamics and Thermodynamics of Compressible Fluid Flow, ch. 4
 */
export function orificeFlow(ratio: number): number {
  if (!(ratio >= 0 && ratio <= 1)) throw new RangeError('orificeFlow: ratio must be 0 to 1');
  if (ratio <= CRITICAL) return CHOKED;
  const expanded = ratio ** (1 / GAMMA);
  return Math.sqrt(Math.max(0, ((2 * GAMMA) / (GAMMA - 1)) * expanded * (expanded - ratio)));
}

/** A leak-down tester: what it is fed with and the hole it feeds through. */
export interface LeakTester {
  /** Supply, gauge [Pa], above 0. */
  readonly supplyPa: number;
  /** Area of its orifice, times its coefficient [mm2], above 0. */
  readonly orificeMm2: number;
}

/** Area of a round hole [mm2]. */
export const holeMm2 = (diameterMm: number) => (Math.PI / 4) * diameterMm ** 2;

/** 80 psi through 0.040 in (1.016 mm) [S: FAA AC 43.13-1B, differential compression test]. */
export const REFERENCE_TESTER: LeakTester = { supplyPa: 80 * 6894.757, orificeMm2: holeMm2(1.016) };

/** Gauge drop as a share of the supply [%]; belongs to the tester as much as to the engine. */
export const percentLeak = (supplyPa: number, heldPa: number) => (100 * (supplyPa - heldPa)) / supplyPa;

/**
 * Area of the hole that would leak as much as the cylinder: it belongs to the engine, whatever the tester. Two orifices in series,
 * compressible: A_m p1 psi(p2/p1) = A_l p2 psi(p_a/p2), absolute.
 * @param heldPa what the cylinder holds, gauge [Pa], above 0, at most the supply
 * @param ambientPa absolute [Pa]
 * @returns [mm2], 0 for a cylinder that holds all
 * @throws RangeError outside those ranges
 * @example leakAreaMm2(REFERENCE_TESTER, 0.8 * 80 * 6894.757) // 0.75
 */
export function leakAreaMm2({ supplyPa, orificeMm2 }: LeakTester, heldPa: number, ambientPa = SEA_LEVEL_PA): number {
  if (!(supplyPa > 0 && orificeMm2 > 0 && ambientPa > 0))
    throw new RangeError('leakAreaMm2: supply, orifice and ambient must be above 0');
  if (!(heldPa > 0 && heldPa <= supplyPa))
    throw new RangeError('leakAreaMm2: held must be above 0 and at most the supply');
  const p1 = supplyPa + ambientPa;
  const p2 = heldPa + ambientPa;
  return (orificeMm2 * p1 * orificeFlow(p2 / p1)) / (p2 * orificeFlow(ambientPa / p2));
}

/**
 * What a tester holds over a leak of that area; the inverse of `leakAreaMm2`, by halving.
 * @param areaMm2 [mm2], 0 or more
 * @returns gauge [Pa], 0 .. supply
 */
export function heldPa(tester: LeakTester, areaMm2: number, ambientPa = SEA_LEVEL_PA): number {
  if (!(areaMm2 >= 0)) throw new RangeError('heldPa: area must be 0 or more');
  let [low, high] = [0, tester.supplyPa];
  for (let i = 0; i < 60; i++) {
    const middle = (low + high) / 2;
    if (middle > 0 && leakAreaMm2(tester, middle, ambientPa) > areaMm2) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}

/** Percent the same leak would read on the reference tester at sea level. */
export const percentOnReference = (areaMm2: number) =>
  percentLeak(REFERENCE_TESTER.supplyPa, heldPa(REFERENCE_TESTER, areaMm2));

/**
 * A tester's own orifice from what it reads over a drilled jet.
 * @param jetMm2 area of the jet times its coefficient [mm2], above 0
 * @param read what it held over the jet, gauge [Pa], above 0 and under the supply
 * @returns area of the orifice [mm2]
 * @throws RangeError outside those ranges
 */
export function orificeFromJetMm2(jetMm2: number, supplyPa: number, read: number, ambientPa = SEA_LEVEL_PA): number {
  if (!(jetMm2 > 0)) throw new RangeError('orificeFromJetMm2: jet must be above 0 mm2');
  if (!(read > 0 && read < supplyPa)) throw new RangeError('orificeFromJetMm2: read must be between 0 and the supply');
  return jetMm2 / leakAreaMm2({ supplyPa, orificeMm2: 1 }, read, ambientPa);
}
