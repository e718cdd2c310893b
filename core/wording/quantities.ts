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
  adjusterTurns: 'Turn the adjuster',
  clearanceMl: 'Room above the piston',
  adjusterTurnsIntake: 'Intake adjuster',
  adjusterTurnsExhaust: 'Exhaust adjuster',
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

const FRACTIONS: readonly (readonly [number, string])[] = [
  [1 / 16, 'a sixteenth of a turn'],
  [1 / 8, 'an eighth of a turn'],
  [1 / 4, 'a quarter turn'],
  [3 / 8, 'three eighths of a turn'],
  [1 / 2, 'half a turn'],
  [3 / 4, 'three quarters of a turn'],
  [1, 'one turn'],
];

/**
 * A turn of an adjuster as it is said, with its sign: out gives more lash, in less.
 * @example turnsSaid(-0.12) // 'an eighth of a turn in (0.12)'
 */
export function turnsSaid(turns: number): string {
  const size = Math.abs(turns);
  const exact = size.toFixed(2);
  const way = turns < 0 ? 'in' : 'out';
  if (size < 1 / 40) return 'a hair, no more';
  if (size > 1.25) return `${exact} turns ${way}`;
  const [, words] = FRACTIONS.reduce((a, b) => (Math.abs(b[0] - size) < Math.abs(a[0] - size) ? b : a));
  return `${words} ${way} (${exact})`;
}

/** A computed quantity with its error, `0.21 ± 0.04`. */
export function quantityLine(
  name: string,
  { value, unit, plusMinus }: { value: number; unit: string; plusMinus?: number },
): string {
  const digits = Math.abs(value) >= 100 ? 0 : Math.abs(value) >= 10 ? 1 : Math.abs(value) >= 0.2 || value === 0 ? 2 : 3;
  const shown = shownUnit(unit);
  const error = plusMinus === undefined ? '' : ` ± ${plusMinus.toFixed(digits)}`;
  if (unit === 'turns' && name.startsWith('adjusterTurns'))
    return `${QUANTITY_WORDS[name] ?? name}: ${turnsSaid(value)}`;
  return `${QUANTITY_WORDS[name] ?? name}: ${value.toFixed(digits)}${error}${shown === '' ? '' : ` ${shown}`}`;
}
