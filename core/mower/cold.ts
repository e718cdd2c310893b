/**
 * What cold and heat do to cranking: oil by grade and temperature, the battery, copper.
 */

/** Oil such engines are filled with, at 40 and 100 C [mm2/s] [S: SAE J300 gives 9.3 .. 12.5 at 100 C for both; at 40 C P]. */
const GRADES = { 'sae-30': [100, 11], '10w-30': [66, 10.2] } as const;
export type OilGrade = keyof typeof GRADES;
/** Petrol at 20 C [mm2/s] [P]. */
const FUEL = 0.6;
const KELVIN = 273.15;

const walther = (nu: number) => Math.log10(Math.log10(nu + 0.7));
const log = (c: number) => Math.log10(c + KELVIN);

/**
 * Kinematic viscosity of the oil [mm2/s].
 * @param oilC -40 .. 160
 * @param fuelShare of it that is petrol, 0 .. 1
 * @see ASTM D341 (Walther's line); Arrhenius' rule for mixtures
 */
export function oilMm2PerS(grade: OilGrade, oilC: number, fuelShare = 0): number {
  const [at40, at100] = GRADES[grade];
  const slope = (walther(at40) - walther(at100)) / (log(100) - log(40));
  const oil = 10 ** (10 ** (walther(at40) - slope * (log(oilC) - log(40)))) - 0.7;
  return Math.exp((1 - fuelShare) * Math.log(oil) + fuelShare * Math.log(FUEL));
}

/** Of what rubs while cranking at 20 C that part has oil between it [M], and grows with its viscosity to this power [M, after Heywood ch. 13: bearings 1, rings a half]. */
const OILED = 0.4;
const BY_VISCOSITY = 0.45;

/** How much more it rubs than at 20 C on clean straight oil. */
export const rubsBy = (grade: OilGrade, oilC: number, fuelShare: number): number =>
  1 - OILED + OILED * (oilMm2PerS(grade, oilC, fuelShare) / oilMm2PerS('sae-30', 20)) ** BY_VISCOSITY;

/** Of a battery's ohms at 20 C: twice as much at -20 C [P: half its cold-cranking amps at -18 C]. */
export const batteryOhmsBy = (batteryC: number): number => Math.exp((Math.LN2 / 40) * (20 - batteryC));

/** Of the fuel that is drawn in so much more or less is vapour than at 20 C, while nothing is warm yet [M, after the distillation curve of petrol: Heywood, ch. 7.1]. */
export const vapourBy = (c: number): number => Math.max(0.5, Math.min(1.25, 1 + 0.012 * (c - 20)));

/** Air's density against that of 100 kPa and 20 C: what fills a cylinder [S: ideal gas]. */
export const airBy = (c: number, pa: number): number => ((pa / 100_000) * 293.15) / (c + KELVIN);

/** A fixed jet gives fuel by the root of the air's density: thin air is fed too much [S: Heywood, eq. 7.10]. */
export const jetBy = (c: number, pa: number): number => 1 / Math.sqrt(airBy(c, pa));

/** Of copper's ohms at 20 C [S: IEC 60028]. */
export const copperBy = (c: number): number => 1 + 0.00393 * (c - 20);
