import { rimArcMm, rimChordMm, teethOf } from '../engine/index.ts';
import { adjusterTurns, bandWeights, bladeBracket, releaseLeftMm } from '../measure/index.ts';
import { type Accuracy, errorOf } from './accuracy.ts';
import {
  type AssessContext,
  type Assessment,
  type ComputedQuantity,
  EMPTY_ASSESSMENT,
  outcomes,
  windowBy,
} from './assessment.ts';
import { defineCheck } from './define.ts';
import { numberField } from './field.ts';
import { judge } from './judge.ts';
import { lashPastTopDeg } from './lashPosition.ts';
import type { Reading } from './reading.ts';

/** Feeler blades step by about this [mm] [P]. */
const BLADE: Accuracy = { percent: 0, floor: 0.013e-3 };
/** Lash that went wide is found this much apart from one engine to the next [mm] [M]. */
const WENT_WIDE_MM = 0.3;
/** Of lash that went tight so much is found in the upper half of what is tight: it goes on until the valve stands open [M]. */
const NEARLY_IN_LIMITS = 0.25;
const VALVES = ['intake', 'exhaust'] as const;
type Valve = (typeof VALVES)[number];

/** A valve set to the limit and a little worn since is hardly found beyond so much of the limit: then something moved [M]. */
const A_LITTLE_OUT = 1.5;

/** No wear and no setting opens lash as far as this: a push rod is bent or off, or a stud backed out [M] [mm]. */
const BEYOND_WEAR_MM = 0.95;
/** Lash that far out is found this much apart [mm] [M]. */
const FAR_OUT_MM = 1;

const OUTCOMES = ['ok', 'wide', 'tight'] as const;
/** Of one valve it is told apart how wide; all are called wide. */
const OF_A_VALVE = ['ok', 'wide', 'wider', 'far', 'tight'] as const;

const WINDOWS = {
  intake: ['lashIntakeLowMm', 'lashIntakeHighMm'],
  exhaust: ['lashExhaustLowMm', 'lashExhaustHighMm'],
} as const;

const windowOf = (valve: Valve, { figures, rules }: AssessContext) =>
  windowBy(figures, rules, WINDOWS[valve], WINDOWS[valve], 'mm', `${valve} `);

/** Where the crank stands for it, and what of it the sheet does not say. */
function position(context: AssessContext) {
  const { figures } = context;
  const quantities: Record<string, ComputedQuantity> = {};
  const missing: { name: string; reason: string }[] = [];
  const angle = lashPastTopDeg(context);
  if (angle === null) {
    missing.push({ name: 'lashAngleDeg', reason: 'The engine sheet has no stroke or no rod length.' });
    return { quantities, missing };
  }
  if (angle === 0) return { quantities: { lashAngleDeg: { value: 0, unit: 'deg' } }, missing };
  quantities.lashAngleDeg = { value: angle, unit: 'deg', plusMinus: 1 };
  if (figures.flywheelRimMm != null) {
    quantities.rimArcMm = { value: rimArcMm(figures.flywheelRimMm, angle), unit: 'mm', plusMinus: 2 };
    quantities.rimChordMm = { value: rimChordMm(figures.flywheelRimMm, angle), unit: 'mm', plusMinus: 2 };
  } else missing.push({ name: 'rimArcMm', reason: 'The engine sheet has no rim diameter.' });
  if (figures.flywheelTeeth != null)
    quantities.rimTeeth = { value: teethOf(figures.flywheelTeeth, angle), unit: 'teeth', plusMinus: 0.5 };
  else missing.push({ name: 'rimTeeth', reason: 'The engine sheet does not count the teeth of the ring gear.' });
  return { quantities, missing };
}

/** A blade that refuses is thicker than one that goes. */
const isReversed = ({ fields }: Reading): boolean =>
  VALVES.some((valve) => {
    const { [valve]: goes, [`${valve}Refuses`]: refuses } = fields;
    return typeof goes === 'number' && typeof refuses === 'number' && refuses <= goes;
  });

/** The blade that goes, or the middle between it and the next that does not, with how far off that may be [m]; null where none was tried. */
function bracketOf(reading: Reading, valve: Valve): { readonly value: number; readonly plusMinus: number } | null {
  const { [valve]: goes, [`${valve}Refuses`]: refuses } = reading.fields;
  if (typeof goes !== 'number') return null;
  if (typeof refuses === 'number' && goes > 0 && refuses > goes) return bladeBracket(goes, refuses);
  return { value: goes, plusMinus: errorOf(reading, BLADE, goes) };
}

function oneValve(
  valve: Valve,
  { value, plusMinus }: NonNullable<ReturnType<typeof bracketOf>>,
  context: AssessContext,
): Assessment {
  const bladeMm = 1000 * plusMinus;
  const lashMm = 1000 * value;
  const { low, high, limits } = windowOf(valve, context);
  const { figures } = context;
  const quantities: Record<string, ComputedQuantity> = {};
  const missing: { name: string; reason: string }[] = [];
  const wanted = (low + high) / 2;
  const name = (quantity: string) => `${quantity}${valve === 'intake' ? 'Intake' : 'Exhaust'}`;
  if (lashMm < low || lashMm > high) {
    const { adjusterKind, adjusterPitchMm, rockerRatio } = figures;
    if (adjusterKind != null && adjusterPitchMm != null && rockerRatio != null)
      quantities[name('adjusterTurns')] = {
        value: adjusterTurns(wanted - lashMm, adjusterPitchMm, adjusterKind, rockerRatio),
        unit: 'turns',
        plusMinus: Math.abs(adjusterTurns(bladeMm, adjusterPitchMm, adjusterKind, rockerRatio)),
      };
    else
      missing.push({ name: name('adjusterTurns'), reason: 'The engine sheet has no adjuster, pitch or rocker ratio.' });
  }
  if (valve === 'exhaust' && figures.releaseBumpMm != null)
    quantities.releaseLeftMm = {
      value: releaseLeftMm(figures.releaseBumpMm, lashMm),
      unit: 'mm',
      plusMinus: bladeMm,
    };
  // A valve set well lies close about its window; one that went may be anywhere: a hair over the limit is a valve set well.
  const shut = [
    { outcome: 'tight', from: -Infinity, to: low, widthOf: Math.max(low, high - low) },
    { outcome: 'ok', from: low, to: high, widthOf: high - low },
  ];
  const judged = judge({
    value: lashMm,
    error: bladeMm,
    bands: [...shut, { outcome: 'wide', from: high, to: Infinity, widthOf: WENT_WIDE_MM }],
    sound: [low, high],
    worst: [0, 4 * high],
    quantities,
    missing,
    limits,
    points: [`${valve} lash`],
    remarks: lashMm >= BEYOND_WEAR_MM ? ['lash_beyond_wear'] : [],
  });
  const bands = [
    { outcome: 'tight', from: -Infinity, to: low / 2, widthOf: low / 2 / (1 - NEARLY_IN_LIMITS) },
    { outcome: 'tight', from: low / 2, to: low, widthOf: low / 2 / NEARLY_IN_LIMITS },
    shut[1]!,
    { outcome: 'wide', from: high, to: A_LITTLE_OUT * high, widthOf: (A_LITTLE_OUT - 1) * high },
    { outcome: 'wider', from: A_LITTLE_OUT * high, to: BEYOND_WEAR_MM, widthOf: WENT_WIDE_MM },
    { outcome: 'far', from: BEYOND_WEAR_MM, to: Infinity, widthOf: FAR_OUT_MM },
  ];
  return { ...judged, weights: { '': bandWeights(bands, lashMm, Math.max(1e-12, bladeMm)) } };
}

/** The turns of the valve that is furthest out, under their plain name. */
function turnsOf(valve: Valve, quantities: Assessment['quantities']): Assessment['quantities'] {
  const adjusterTurns = quantities[valve === 'intake' ? 'adjusterTurnsIntake' : 'adjusterTurnsExhaust'];
  return adjusterTurns ? { adjusterTurns } : {};
}

function assessLash(reading: Reading, context: AssessContext): Assessment {
  const where = position(context);
  const judged = VALVES.flatMap((valve) => {
    const blade = bracketOf(reading, valve);
    return blade ? [{ valve, ...oneValve(valve, blade, context) }] : [];
  });
  if (judged.length === 0) return { ...EMPTY_ASSESSMENT, ...where };
  if (isReversed(reading)) return { ...EMPTY_ASSESSMENT, ...where, remarks: ['refuses_thinner'] };
  const worst = judged.reduce((a, b) => ((b.severity ?? 0) > (a.severity ?? 0) ? b : a));
  const hot = reading.temperature === 'hot' || reading.temperature === 'warm';
  const locked = reading.fields.afterLock === true ? ['lash_after_lock'] : [];
  const remarks = hot ? ['lash_is_cold'] : [...new Set([...judged.flatMap((j) => j.remarks), ...locked])];
  return {
    ...worst,
    // Hot lash is another figure than the sheet's: recorded, and no verdict.
    outcome: hot ? null : worst.outcome,
    weights: hot ? {} : Object.fromEntries(judged.map(({ valve, weights }) => [valve, weights[''] ?? {}])),
    severity: hot ? null : worst.severity,
    // One valve far out is a finding, however near its limit the other lies.
    tooCloseToCall: !hot && ((worst.severity ?? 0) > 0 ? worst.tooCloseToCall : judged.some((j) => j.tooCloseToCall)),
    quantities: Object.assign(
      {},
      where.quantities,
      ...judged.map((j) => j.quantities),
      turnsOf(worst.valve, worst.quantities),
    ),
    missing: [...where.missing, ...judged.flatMap((j) => j.missing)],
    limits: judged.flatMap((j) => j.limits),
    points: hot ? [] : judged.flatMap((j) => j.points),
    remarks,
  };
}

export const valveLash = defineCheck({
  id: 'valve.lash',
  code: 'vl',
  title: 'Valve lash',
  system: 'valves',
  scope: 'cylinder',
  states: ['bench'],
  minutes: 4,
  access: ['valve-cover[c]'],
  needs: ['feeler blades'],
  hazards: ['by-hand'],
  outcomes: outcomes({ ok: 'In limits', wide: 'Wide', tight: 'Tight' }),
  combine: { kind: 'parts' },
  // What was said without naming a valve is of a part of its own.
  partsOf: () => [{ id: '', outcomes: OUTCOMES } as const, ...VALVES.map((id) => ({ id, outcomes: OF_A_VALVE }))],
  appliesTo: (engine) => engine.lifters !== 'hydraulic',
  fields: {
    intake: numberField('Intake', 'length', [0, 0.004], ['mm', 'thou'], { required: true }),
    exhaust: numberField('Exhaust', 'length', [0, 0.004], ['mm', 'thou'], { required: true }),
    intakeRefuses: numberField('Intake: does not go', 'length', [0, 0.005], ['mm', 'thou'], { adds: true }),
    exhaustRefuses: numberField('Exhaust: does not go', 'length', [0, 0.005], ['mm', 'thou'], { adds: true }),
    afterLock: { kind: 'flag', label: 'Taken after the lock' },
  },
  accuracy: BLADE,
  prepare: position,
  assess: assessLash,
});
