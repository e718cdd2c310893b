import { type EngineFigures, pistonTravelMm } from '../engine/index.ts';
import {
  ambientPa,
  compressionGaugePa,
  effectiveRatio,
  POLYTROPIC_HIGH,
  POLYTROPIC_LOW,
  seaLevelGaugePa,
} from '../measure/index.ts';
import { type Accuracy, errorOf } from './accuracy.ts';
import {
  type AssessContext,
  type Assessment,
  type ComputedQuantity,
  EMPTY_ASSESSMENT,
  limitOf,
  outcomes,
} from './assessment.ts';
import { defineCheck } from './define.ts';
import { numberField } from './field.ts';
import { judge } from './judge.ts';
import type { Reading } from './reading.ts';

const PASCALS_PER_PSI = 6894.757;

/** What a tight cylinder could show at that height [Pa]; null where the sheet has not what it takes. */
function expectedPa(figures: EngineFigures, pa: number): { low: number; high: number } | null {
  const { compressionRatio, intakeClosesAbdcDeg, strokeMm, rodMm } = figures;
  if (compressionRatio == null || intakeClosesAbdcDeg == null || strokeMm == null || rodMm == null) return null;
  const travel = Math.min(strokeMm, pistonTravelMm({ strokeMm, rodMm }, 180 - intakeClosesAbdcDeg));
  const ratio = effectiveRatio(travel, strokeMm, compressionRatio);
  return {
    low: compressionGaugePa(ratio, POLYTROPIC_LOW, pa),
    high: compressionGaugePa(ratio, POLYTROPIC_HIGH, pa),
  };
}

/** Compression gauge: two percent and its valve [Pa] [P]. */
const GAUGE: Accuracy = { percent: 2, floor: 2 * PASCALS_PER_PSI };

/** With a release 35 to 105 psi are usual, 110 to 165 without [P]: what fits either as well as can be, and how fast it fits less beyond [psi]. */
const RELEASED = { from: 60, to: 90, apart: 18 };
const UNRELEASED = { from: 140, to: Number.POSITIVE_INFINITY, apart: 15 };
/** The middle of what is usual with a release: beyond it a leak fits less [psi]. */
const UPPER_FROM_PSI = 70;
/** How well a reading in the upper half of what is usual with a release fits each outcome [M]: a moderate leak reaches it too. */
const UPPER_HALF = { good: 1, low: 0.7, 'very-low': 0.15, none: 0.02 };
/** In the lower half a leak fits it as well, or better [M]. */
const LOWER_HALF = { good: 1, low: 1, 'very-low': 1, none: 0.1 };
/** Cranking speeds differ: however far above or below its usual range, a reading is not impossible [M]. */
const AT_LEAST = { above: 0.02, below: 0.15 };

const fits = (psi: number, { from, to, apart }: typeof RELEASED, atLeast: number) =>
  Math.max(atLeast, Math.exp(-((Math.max(0, from - psi, psi - to) / apart) ** 2) / 2));

/** What a reading says of an engine with a release. */
function pastRelease(psi: number, error: number): Readonly<Record<string, number>> {
  const high = fits(psi, UNRELEASED, AT_LEAST.above);
  if (psi - error <= UPPER_FROM_PSI) return { ...LOWER_HALF, good: fits(psi, RELEASED, AT_LEAST.below), high };
  const acting = fits(psi, RELEASED, AT_LEAST.above);
  const weights = Object.entries(UPPER_HALF).map(([outcome, weight]): [string, number] => [outcome, weight * acting]);
  return Object.fromEntries([...weights, ['high', high]]);
}

export const sealCompression = defineCheck({
  id: 'seal.compression',
  code: 'cm',
  title: 'Compression',
  system: 'sealing',
  scope: 'cylinder',
  states: ['cranking'],
  temperatures: ['cold', 'hot'],
  minutes: 3,
  access: ['plug[c]'],
  needs: ['compression gauge'],
  hazards: ['open-plug-hole', 'stops-dead', 'secondary-voltage'],
  outcomes: outcomes({
    good: 'Good',
    high: 'High: release not acting',
    low: 'Low',
    'very-low': 'Very low',
    none: 'None',
  }),
  combine: { kind: 'ordered' },
  fields: {
    value: numberField('Gauge', 'pressure', [0, 2.5e6], ['kPa', 'psi'], { required: true }),
    strokes: { kind: 'choice', label: 'Strokes', choices: ['1', '2', '3', '4', '5', '6', 'more'], required: false },
    throttleOpen: { kind: 'flag', label: 'Throttle wide open' },
  },
  accuracy: GAUGE,
  assess: assessCompression,
  // Without a release there is no such thing as too high.
  place: (assessed, _, context) => {
    const own = assessed.weights[''];
    return own?.good === undefined || isReleased(context)
      ? assessed
      : { ...assessed, weights: { ...assessed.weights, '': { ...own, high: own.good } } };
  },
});

/** What a cylinder of this engine could show, and what of it the sheet does not say [psi]. */
function expectedRange(figures: EngineFigures, pa: number): Pick<Assessment, 'quantities' | 'missing'> {
  const expected = expectedPa(figures, pa);
  const psi = (gauge: number) => ({ value: gauge / PASCALS_PER_PSI, unit: 'psi' });
  if (expected)
    return { quantities: { expectedPsiLow: psi(expected.low), expectedPsiHigh: psi(expected.high) }, missing: [] };
  const reason =
    'The engine sheet has not the closing of the intake valve, or not the ratio, stroke or rod: no expected range.';
  return { quantities: {}, missing: [{ name: 'expectedPsiLow', reason }] };
}

const isReleased = ({ engine, figures }: AssessContext) =>
  engine.compressionRelease === 'automatic' || figures.compressionRelease === 'automatic';

/** Why the number judges nothing; empty where it does. */
function whyNoVerdict({ fields }: Reading, context: AssessContext): string[] {
  return [
    ...(isReleased(context) ? ['release_fitted'] : []),
    ...(fields.throttleOpen === false ? ['throttle_shut'] : []),
    ...(['1', '2', '3'].includes(String(fields.strokes)) ? ['few_strokes'] : []),
  ];
}

function assessCompression(reading: Reading, context: AssessContext): Assessment {
  const { rules, figures, ambient, twin } = context;
  const { value } = reading.fields;
  if (typeof value !== 'number') return EMPTY_ASSESSMENT;
  const pa = ambientPa(ambient.altitudeM ?? rules.shopAltitudeM.value);
  const atSea = seaLevelGaugePa(value, pa) / PASCALS_PER_PSI;
  // What the gauge is off by grows with it as the pressure is brought to the sea's.
  const error = (errorOf(reading, GAUGE, value) / PASCALS_PER_PSI) * (101_325 / pa);
  const range = expectedRange(figures, pa);
  const other = twin?.fields.value;
  const apart =
    typeof other === 'number' && other + value > 0 ? (100 * Math.abs(value - other)) / Math.max(value, other) : null;
  const quantities: Record<string, ComputedQuantity> = {
    seaLevelPsi: { value: atSea, unit: 'psi', plusMinus: error },
    ...range.quantities,
    ...(apart === null ? {} : { twinSpreadPercent: { value: apart, unit: '%', plusMinus: 3 } }),
  };
  const limits = [
    limitOf('low under', rules, 'compressionLowPsi'),
    limitOf('very low under', rules, 'compressionVeryLowPsi'),
    limitOf('twins within', rules, 'compressionTwinPercent'),
  ];
  const none = rules.compressionNonePsi.value;
  const remarks = whyNoVerdict(reading, context);
  // With a release, a shut throttle or too few strokes the number judges nothing; none at all is none.
  if (remarks.length > 0 && atSea > none) {
    // It is no verdict on the sealing; but what reaches well past its release neither leaks widely nor keeps it open, and more is no release at all.
    const weights: Assessment['weights'] = remarks.join() === 'release_fitted' ? { '': pastRelease(atSea, error) } : {};
    const plain = { ...EMPTY_ASSESSMENT, quantities, missing: range.missing, weights };
    const high = rules.compressionReleasedHighPsi.value;
    if (remarks.join() !== 'release_fitted' || atSea <= high) return { ...plain, limits, remarks };
    return {
      ...plain,
      outcome: 'high',
      severity: 0.5,
      tooCloseToCall: atSea - error <= high,
      limits: [limitOf('high over', rules, 'compressionReleasedHighPsi')],
      points: ['compression release', 'lash beyond its bump'],
      remarks: ['release_not_acting'],
    };
  }
  const [low, veryLow] = [rules.compressionLowPsi.value, rules.compressionVeryLowPsi.value];
  const assessed = judge({
    value: atSea,
    error,
    spread: 4,
    bands: [
      { outcome: 'none', from: -Infinity, to: none },
      { outcome: 'very-low', from: none, to: veryLow },
      { outcome: 'low', from: veryLow, to: low },
      { outcome: 'good', from: low, to: Infinity },
    ],
    sound: [low, Infinity],
    worst: [0, Infinity],
    quantities,
    missing: range.missing,
    limits,
    points: ['leak-down says where'],
  });
  const weaker = typeof other === 'number' && value < other;
  if (apart === null || apart <= rules.compressionTwinPercent.value || !weaker || assessed.outcome !== 'good')
    return assessed;
  // Well under its twin is a finding even above the limit.
  const weights = { ...assessed.weights[''] };
  const moved = 0.6 * (weights.good ?? 0);
  weights.good = (weights.good ?? 0) - moved;
  weights.low = (weights.low ?? 0) + moved;
  return { ...assessed, outcome: 'low', weights: { '': weights }, severity: 0.3, points: ['leak-down says where'] };
}
