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
  const travel = pistonTravelMm({ strokeMm, rodMm }, 180 - intakeClosesAbdcDeg);
  const ratio = effectiveRatio(travel, strokeMm, compressionRatio);
  return {
    low: compressionGaugePa(ratio, POLYTROPIC_LOW, pa),
    high: compressionGaugePa(ratio, POLYTROPIC_HIGH, pa),
  };
}

/** Compression gauge: two percent and its valve [Pa] [P]. */
const GAUGE: Accuracy = { percent: 2, floor: 2 * PASCALS_PER_PSI };

/** With a release 35 to 105 psi are usual [P]; from here on it is the upper half. */
const REACHES_PAST_RELEASE_PSI = 70;
/** How well such a reading fits each outcome [M]: a moderate leak reaches it too. */
const PAST_RELEASE = { good: 1, low: 0.7, 'very-low': 0.15, none: 0.02 };

export const sealCompression = defineCheck({
  id: 'seal.compression',
  code: 'cm',
  title: 'Compression',
  todo: 'All plugs out, throttle and choke wide open, good battery, short adapter. Crank until the needle stands, four to six strokes; count them.',
  system: 'sealing',
  scope: 'cylinder',
  states: ['cranking'],
  temperatures: ['cold', 'hot'],
  minutes: 3,
  access: ['plug[c]'],
  needs: ['compression gauge'],
  hazards: ['open-plug-hole', 'stops-dead', 'secondary-voltage'],
  cannotClear: [
    'anything, on an engine with an automatic compression release, a weak battery or a closed throttle: compare the cylinders',
    'a moderate leak: half of it lost costs about a tenth of the reading',
  ],
  mayOnlyMean: ['a release fitted, slow cranking, a closed throttle or a long adapter, where it is low'],
  outcomes: outcomes({ good: 'Good', low: 'Low', 'very-low': 'Very low', none: 'None' }),
  combine: { kind: 'ordered' },
  via: { seal: { weak: { low: 0.5, 'very-low': 0.12 }, gone: { 'very-low': 0.5, none: 0.38, low: 0.08 } } },
  worsens: ['low', 'very-low', 'none'],
  leak: { low: 0.06, 'very-low': 0.01, none: 0.001 },
  fields: {
    value: numberField('Gauge', 'pressure', [0, 2.5e6], ['kPa', 'psi'], { required: true }),
    strokes: { kind: 'choice', label: 'Strokes', choices: ['1', '2', '3', '4', '5', '6', 'more'], required: false },
    throttleOpen: { kind: 'flag', label: 'Throttle wide open' },
  },
  accuracy: GAUGE,
  assess: assessCompression,
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

/** Why the number judges nothing; empty where it does. */
function whyNoVerdict({ fields }: Reading, { engine, figures }: AssessContext): string[] {
  const released = engine.compressionRelease === 'automatic' || figures.compressionRelease === 'automatic';
  return [
    ...(released ? ['release_fitted'] : []),
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
    // It is no verdict; but what reaches well into the usual range past its release neither leaks widely nor keeps the release open.
    const reaches = remarks.join() === 'release_fitted' && atSea - error > REACHES_PAST_RELEASE_PSI;
    const weights: Assessment['weights'] = reaches ? { '': PAST_RELEASE } : {};
    return { ...EMPTY_ASSESSMENT, quantities, missing: range.missing, limits, remarks, weights };
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
