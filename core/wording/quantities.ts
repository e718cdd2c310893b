import { shownUnit } from '../units/index.ts';

/** Names of computed quantities as printed. */
export const QUANTITY_WORDS: Record<string, string> = {
  chargePercent: 'Charge',
  healthPercent: 'Of rated',
  ccaEstimateA: 'CCA from resistance',
  dropVolts: 'Drop',
  ohmsAt20C: 'At 20 °C',
  twinDifferencePercent: 'Apart from its twin',
  tabDifferencePercent: 'Ground and tab apart',
  needleLossPsiPerMin: 'Loss',
  heatRatio: 'Rise against the twin',
  strengthRatio: 'Weaker over stronger',
  dropOutRpm: 'Goes dark at',
  plateOpens: 'Throttle opens, times',
  dropRpm: 'Speed drop',
  dropShare: 'Share of the drop',
  travelPercent: 'Of the stroke',
  overfillLitres: 'Over the fill',
  fuelInOilPercent: 'Fuel in the oil',
  expectedDropVolts: 'A sound cable would lose',
  orificeMm: 'Orifice of the tester',
  loadMinVolts: 'Least at that temperature',
  crankCurrentA: 'Starting current',
  drawMilliamps: 'Draws',
  chargeVolts: 'Charging',
  statorSharePercent: 'Of the sheet',
  solenoidAmps: 'Would draw',
  flowMlPerMin: 'Flow',
  demandMlPerMin: 'Needs at full load',
  timingOffsetDeg: 'Timing off by',
  lashAngleDeg: 'Set it past top by',
  rimArcMm: 'On the rim, tape',
  rimChordMm: 'On the rim, ruler',
  rimTeeth: 'On the ring gear, teeth',
  adjusterTurns: 'Turn the adjuster, turns',
  clearanceMl: 'Room above the piston',
  adjusterTurnsIntake: 'Intake adjuster, turns',
  adjusterTurnsExhaust: 'Exhaust adjuster, turns',
  releaseLeftMm: 'Release left',
  seaLevelPsi: 'At sea level',
  expectedPsiLow: 'Could show, from',
  expectedPsiHigh: 'Could show, to',
  twinSpreadPercent: 'Apart from its twin',
  wetRisePercent: 'Rise beyond the oil',
  percentLeak: 'As read',
  leakAreaMm2: 'Hole of',
  percentAt80psi040: 'At 80 psi, 0.040 in',
  topSpeedRpm: 'No load',
  idleRpm: 'Idle',
  holdTorqueNm: 'Hold the crank with',
  holdForceN: 'At the end of the bar',
};

/** A computed quantity with its error, `0.21 ± 0.04`. */
export function quantityLine(
  name: string,
  { value, unit, plusMinus }: { value: number; unit: string; plusMinus?: number },
): string {
  const digits = Math.abs(value) >= 100 ? 0 : Math.abs(value) >= 10 ? 1 : Math.abs(value) >= 0.2 || value === 0 ? 2 : 3;
  const shown = shownUnit(unit);
  const error = plusMinus === undefined ? '' : ` ± ${plusMinus.toFixed(digits)}`;
  return `${QUANTITY_WORDS[name] ?? name}: ${value.toFixed(digits)}${error}${shown === '' ? '' : ` ${shown}`}`;
}
