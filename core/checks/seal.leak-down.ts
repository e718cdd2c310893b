import { holdTorqueNm } from '../engine/index.ts';
import {
  ambientPa,
  holeMm2,
  leakAreaMm2,
  orificeFromJetMm2,
  percentLeak,
  percentOnReference,
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
/** A shop gauge over 100 psi: class 1.6 of its scale [P]. */
const GAUGE: Accuracy = { percent: 0, floor: 0.016 * 100 * PASCALS_PER_PSI };

const PLACES = [
  { id: 'intake', label: 'Intake' },
  { id: 'exhaust', label: 'Exhaust' },
  { id: 'oil-fill', label: 'Oil fill' },
  { id: 'head-edge', label: 'Head edge' },
  { id: 'other-cylinder', label: 'Other cylinder' },
] as const;
const POINTS: Readonly<Record<(typeof PLACES)[number]['id'], string>> = {
  intake: 'intake valve',
  exhaust: 'exhaust valve',
  'oil-fill': 'rings or piston',
  'head-edge': 'head gasket, outward',
  'other-cylinder': 'head gasket, inward',
};

/** What is heard that accuses: anything clear or loud, save some air at the oil fill, which every sound cylinder has. */
function accusedBy(heard: Readonly<Record<string, string>>): { points: string[]; loud: boolean } {
  const found = PLACES.filter(
    ({ id }) =>
      heard[id] === 'loud' ||
      (heard[id] === 'clear' && id !== 'oil-fill') ||
      (heard[id] === 'faint' && id !== 'oil-fill' && id !== 'intake' && id !== 'exhaust'),
  );
  return { points: found.map(({ id }) => POINTS[id]), loud: found.some(({ id }) => heard[id] === 'loud') };
}

/** What has to be held where the piston is not at its top: at the crank, and at the end of the bar in use. */
function holding(
  { fields: { angleDeg, held, barLength } }: Reading,
  { boreMm, strokeMm, rodMm }: AssessContext['figures'],
): Pick<Assessment, 'quantities' | 'missing'> {
  if (typeof angleDeg !== 'number' || typeof held !== 'number') return { quantities: {}, missing: [] };
  if (boreMm == null || strokeMm == null || rodMm == null)
    return {
      quantities: {},
      missing: [{ name: 'holdTorqueNm', reason: 'The engine sheet has no bore, stroke or rod length.' }],
    };
  const torqueNm = holdTorqueNm({ boreMm, strokeMm, rodMm }, held, angleDeg);
  return {
    quantities: {
      holdTorqueNm: { value: torqueNm, unit: 'N m' },
      ...(typeof barLength === 'number' ? { holdForceN: { value: torqueNm / barLength, unit: 'N' } } : {}),
    },
    missing: [],
  };
}

function assessLeakDown(reading: Reading, { rules, figures, ambient, twin }: AssessContext): Assessment {
  const { supply, held, orifice } = reading.fields;
  const heard = typeof reading.fields.heard === 'object' ? reading.fields.heard : {};
  if (typeof supply !== 'number' || typeof held !== 'number') return EMPTY_ASSESSMENT;
  const limits = [
    limitOf('good to', rules, 'leakGoodPercent'),
    limitOf('limit', rules, 'leakLimitPercent'),
    limitOf('twins within', rules, 'leakTwinPoints'),
  ];
  if (held > supply || supply <= 0) return { ...EMPTY_ASSESSMENT, limits, remarks: ['held_over_supply'] };
  const pa = ambientPa(ambient.altitudeM ?? rules.shopAltitudeM.value);
  const quantities: Record<string, ComputedQuantity> = {};
  const missing: { name: string; reason: string }[] = [];
  const percent = percentLeak(supply, held);
  // Both gauges are off by themselves; on one instrument with one scale a good part of it is common.
  const gaugeError = 0.7 * errorOf(reading, GAUGE, supply);
  const percentError = (100 * gaugeError) / supply;
  quantities.percentLeak = { value: percent, unit: '%', plusMinus: percentError };
  const { jet, jetHeld } = reading.fields;
  const calibrated =
    typeof jet === 'number' && typeof jetHeld === 'number' && jetHeld < supply
      ? orificeFromJetMm2(holeMm2(1000 * jet), supply, jetHeld, pa)
      : null;
  if (calibrated !== null)
    quantities.orificeMm = { value: Math.sqrt((4 * calibrated) / Math.PI), unit: 'mm', plusMinus: 0.03 };
  const orificeMm = typeof orifice === 'number' ? 1000 * orifice : rules.leakOrificeMm.value;
  if (typeof orifice !== 'number' && calibrated === null)
    missing.push({ name: 'orifice', reason: 'The tester’s orifice is not given: taken for 0.040 in.' });
  const tester = { supplyPa: supply, orificeMm2: calibrated ?? holeMm2(orificeMm) };
  const areaOf = (pressure: number) => leakAreaMm2(tester, Math.min(supply, Math.max(0.001 * supply, pressure)), pa);
  const area = areaOf(held);
  const areaError = Math.abs(areaOf(held - gaugeError) - areaOf(held + gaugeError)) / 2;
  quantities.leakAreaMm2 = { value: area, unit: 'mm2', plusMinus: areaError };
  const reference = percentOnReference(area);
  const referenceError =
    Math.abs(percentOnReference(area + areaError) - percentOnReference(Math.max(0, area - areaError))) / 2;
  quantities.percentAt80psi040 = { value: reference, unit: '%', plusMinus: referenceError };
  const hold = holding(reading, figures);
  Object.assign(quantities, hold.quantities);
  missing.push(...hold.missing);
  const [good, limit, open] = [rules.leakGoodPercent.value, rules.leakLimitPercent.value, rules.leakOpenPercent.value];
  const { points, loud } = accusedBy(heard);
  const assessed = judge({
    value: reference,
    error: referenceError,
    spread: 2,
    bands: [
      { outcome: 'sound', from: -Infinity, to: good },
      { outcome: 'worn', from: good, to: limit },
      { outcome: 'leaks', from: limit, to: open },
      { outcome: 'open', from: open, to: Infinity },
    ],
    sound: [-Infinity, good],
    worst: [-Infinity, open],
    quantities,
    missing,
    limits,
    points: points.length > 0 ? points : ['listen where it goes'],
  });
  const other = twinPercent(twin, rules.leakOrificeMm.value, pa);
  const apart = other === null ? 0 : reference - other;
  const remarks = apart > rules.leakTwinPoints.value ? ['leaks_more_than_twin'] : [];
  if (points.length === 0 || assessed.outcome === 'leaks' || assessed.outcome === 'open') {
    if (remarks.length === 0 || assessed.outcome !== 'sound') return { ...assessed, remarks };
    return { ...assessed, outcome: 'worn', weights: { '': { worn: 0.7, sound: 0.3 } }, severity: 0.3, remarks };
  }
  // The ear wins over the gauge: clear air at a valve is a finding whatever the percent.
  return {
    ...assessed,
    outcome: 'leaks',
    weights: { '': { leaks: loud ? 0.95 : 0.85, worn: loud ? 0.05 : 0.15 } },
    severity: Math.max(assessed.severity ?? 0, loud ? 0.8 : 0.6),
    tooCloseToCall: false,
    points,
    remarks: [...remarks, 'ear_over_gauge'],
  };
}

/** Once somebody listened, what he did not name was quiet. A little at the oil fill is every sound cylinder's, and no more than that while it holds. */
const heardWeights = (heard: Readonly<Record<string, string>>, leaks: boolean) =>
  Object.fromEntries(
    PLACES.map(({ id }) => {
      const grade = heard[id] ?? 'quiet';
      return [id, { [id === 'oil-fill' && grade === 'faint' && !leaks ? 'quiet' : grade]: 1 }];
    }),
  );

/** A gauge that leaves no doubt: more goes than any sound cylinder lets past. */
const leaksByGauge = ({ outcome, tooCloseToCall, remarks }: Assessment) =>
  (outcome === 'leaks' || outcome === 'open') && !tooCloseToCall && !remarks.includes('ear_over_gauge');

function twinPercent(twin: Reading | undefined, defaultOrificeMm: number, pa: number): number | null {
  const { supply, held, orifice } = twin?.fields ?? {};
  if (typeof supply !== 'number' || typeof held !== 'number' || !(held > 0 && held <= supply)) return null;
  const orificeMm = typeof orifice === 'number' ? 1000 * orifice : defaultOrificeMm;
  return percentOnReference(leakAreaMm2({ supplyPa: supply, orificeMm2: holeMm2(orificeMm) }, held, pa));
}

export const sealLeakDown = defineCheck({
  id: 'seal.leak-down',
  code: 'ld',
  title: 'Leak-down',
  system: 'sealing',
  scope: 'cylinder',
  states: ['bench'],
  temperatures: ['cold', 'hot'],
  minutes: 8,
  access: ['plug[c]'],
  needs: ['leak-down tester'],
  hazards: ['leak-down', 'by-hand', 'open-plug-hole', 'compressed-air'],
  outcomes: outcomes({ sound: 'Sound', worn: 'Worn', leaks: 'Leaks', open: 'Holds nothing' }),
  combine: { kind: 'ordered' },
  partsOf: () => [
    { id: '', outcomes: ['sound', 'worn', 'leaks', 'open'] as const },
    ...PLACES.map(({ id }) => ({ id, outcomes: ['quiet', 'faint', 'clear', 'loud'] as const })),
  ],
  fields: {
    supply: numberField('Supply', 'pressure', [10_000, 1.4e6], ['kPa', 'psi'], { required: true }),
    held: numberField('Held', 'pressure', [0, 1.4e6], ['kPa', 'psi'], { required: true }),
    orifice: numberField('Orifice', 'length', [0.0002, 0.005], ['mm', 'in']),
    jet: numberField('Tried on a jet of', 'length', [0.0002, 0.003], ['mm', 'in']),
    jetHeld: numberField('Held over the jet', 'pressure', [1000, 1.4e6], ['kPa', 'psi']),
    angleDeg: numberField('Crank after top', 'angle', [0, 180], ['deg', 'deg']),
    barLength: numberField('Bar that holds it', 'length', [0.05, 3], ['mm', 'in'], { adds: true }),
    heldBy: { kind: 'choice', label: 'Crank held by', choices: ['exact top', 'locking tool', 'bar'], required: false },
    heard: { kind: 'places', label: 'Air heard', places: PLACES, grades: ['faint', 'clear', 'loud'] },
  },
  accuracy: GAUGE,
  assess: (reading, context) => {
    const assessed = assessLeakDown(reading, context);
    const { heard } = reading.fields;
    return typeof heard === 'object'
      ? { ...assessed, weights: { ...assessed.weights, ...heardWeights(heard, leaksByGauge(assessed)) } }
      : assessed;
  },
});
