import type { EngineFigures } from '../engine/index.ts';
import type { Rules } from '../house/rules.ts';
import { bandWeights, coilResistanceAt20C } from '../measure/index.ts';
import { type Accuracy, errorOf } from './accuracy.ts';
import {
  type AssessContext,
  type Assessment,
  type ComputedQuantity,
  EMPTY_ASSESSMENT,
  heaviest,
  limitOf,
  outcomes,
  windowBy,
} from './assessment.ts';
import { defineCheck } from './define.ts';
import { numberField } from './field.ts';
import type { Reading } from './reading.ts';

const ohms = { required: false, openLoop: true };

/** Shop multimeter on its 20k range: one percent and a digit [P]. */
const KILOHM_RANGE: Accuracy = { percent: 1, floor: 10 };

export const sparkCoilOhms = defineCheck({
  id: 'spark.coil-ohms',
  code: 'co',
  title: 'Coil resistance',
  system: 'spark',
  scope: 'cylinder',
  states: ['bench'],
  temperatures: ['cold', 'hot'],
  minutes: 3,
  access: ['lead[c]'],
  needs: ['multimeter'],
  hazards: ['secondary-voltage'],
  outcomes: outcomes({
    'in-range': 'In range',
    low: 'Low',
    high: 'High',
    unsteady: 'Jumps while flexed',
    shorted: 'Shorted',
    open: 'Open',
  }),
  combine: { kind: 'dominance', order: ['in-range', 'low', 'high', 'unsteady', 'shorted', 'open'] },
  fields: {
    toGround: numberField('Lead to ground', 'resistance', [0, 1e6], ['kohm', 'kohm'], { ...ohms, required: true }),
    toKillTab: numberField('Lead to kill tab', 'resistance', [0, 1e6], ['kohm', 'kohm'], ohms),
    coilTemperature: numberField('Coil temperature', 'temperature', [-30, 160], ['degC', 'degF']),
    flexMin: numberField('Flexed, lowest', 'resistance', [0, 1e6], ['kohm', 'kohm'], ohms),
    flexMax: numberField('Flexed, highest', 'resistance', [0, 1e6], ['kohm', 'kohm'], ohms),
  },
  accuracy: KILOHM_RANGE,
  assess: assessCoil,
});

/** Share of a reading in range that a disagreement moves to a finding: inside a wide window, but not as its like [M]. */
const FINDING_SHARE = 0.6;

/** What the lead shows while it is flexed, and whether the way through is there at all; null where it neither jumps nor is open. */
function jumpsOrOpen({ fields }: Reading, rules: Rules): Pick<Assessment, 'outcome' | 'severity' | 'points'> | null {
  const { toGround, toKillTab, flexMin, flexMax } = fields;
  const all = [toGround, flexMin, flexMax];
  const figures = all.filter((f): f is number => typeof f === 'number');
  const opens = all.some((f) => f === 'OL');
  const most = Math.max(...figures);
  if (opens && figures.length > 0) return { outcome: 'unsteady', severity: 0.9, points: ['plug lead or coil'] };
  if (toGround === 'OL') {
    // Whole as far as the tab: then it is the way from there to ground.
    const points = typeof toKillTab === 'number' ? ['coil, where it is grounded'] : ['coil, lead or boot'];
    return { outcome: 'open', severity: 1, points };
  }
  if (figures.length > 1 && (100 * (most - Math.min(...figures))) / Math.max(1, most) > rules.coilFlexPercent.value)
    return { outcome: 'unsteady', severity: 0.8, points: ['plug lead or coil'] };
  if (typeof toGround === 'number' && toGround < rules.coilShortedOhms.value)
    return { outcome: 'shorted', severity: 1, points: ['coil'] };
  return null;
}

/** How far the reading is from that of the twin, each brought to 20 degC where both temperatures are known [%]; null without a twin. */
function apartFromTwin({ fields }: Reading, twin: Reading | undefined): number | null {
  const { toGround, coilTemperature } = fields;
  const { toGround: other, coilTemperature: otherC } = twin?.fields ?? {};
  if (typeof toGround !== 'number' || typeof other !== 'number' || !(other > 0)) return null;
  const bothWarm = typeof coilTemperature === 'number' && typeof otherC === 'number';
  const own = bothWarm ? coilResistanceAt20C(toGround, coilTemperature) : toGround;
  const its = bothWarm ? coilResistanceAt20C(Math.max(0.01, other), otherC) : other;
  return (100 * (own - its)) / ((own + its) / 2);
}

/** How far lead to ground and lead to kill tab disagree, of the former [%]: open at one end only is as far as can be. */
function apartFromTab(reading: Reading): { readonly percent: number; readonly plusMinus: number } | null {
  const { toGround, toKillTab } = reading.fields;
  if (typeof toGround !== 'number' || toKillTab === undefined) return null;
  if (typeof toKillTab !== 'number') return { percent: Number.POSITIVE_INFINITY, plusMinus: 0 };
  const error = Math.hypot(errorOf(reading, KILOHM_RANGE, toGround), errorOf(reading, KILOHM_RANGE, toKillTab));
  return { percent: (100 * Math.abs(toGround - toKillTab)) / toGround, plusMinus: (100 * error) / toGround };
}

function windowOf(figures: EngineFigures, rules: Rules): ReturnType<typeof windowBy> {
  const names = ['coilOhmsLow', 'coilOhmsHigh'] as const;
  const { limits, ...window } = windowBy(figures, rules, names, names, 'ohm');
  return {
    ...window,
    limits: [
      ...limits,
      limitOf('shorted under', rules, 'coilShortedOhms'),
      limitOf('twins within', rules, 'coilTwinPercent'),
      limitOf('ground and kill tab within', rules, 'coilTabPercent'),
    ],
  };
}

function assessCoil(reading: Reading, { rules, figures, twin }: AssessContext): Assessment {
  const { toGround, coilTemperature } = reading.fields;
  const { low, high, limits } = windowOf(figures, rules);
  const plain = jumpsOrOpen(reading, rules);
  if (plain) return { ...EMPTY_ASSESSMENT, ...plain, weights: { '': { [plain.outcome!]: 1 } }, limits };
  if (typeof toGround !== 'number') return EMPTY_ASSESSMENT;
  const error = errorOf(reading, KILOHM_RANGE, toGround);
  const known = typeof coilTemperature === 'number';
  const judged = known ? coilResistanceAt20C(toGround, coilTemperature) : toGround;
  const weights = bandWeights(
    [
      { outcome: 'low', from: -Infinity, to: low },
      { outcome: 'in-range', from: low, to: high },
      { outcome: 'high', from: high, to: Infinity },
    ],
    judged,
    Math.hypot(error, 0.03 * toGround),
  );
  const find = (outcome: 'low' | 'high') => {
    const moved = FINDING_SHARE * (weights['in-range'] ?? 0);
    weights['in-range'] = (weights['in-range'] ?? 0) - moved;
    weights[outcome] = (weights[outcome] ?? 0) + moved;
  };
  // A coil that is well away from its twin is a finding even inside a wide window.
  const apart = apartFromTwin(reading, twin);
  if (apart !== null && Math.abs(apart) > rules.coilTwinPercent.value) find(apart > 0 ? 'high' : 'low');
  // Whichever end reads higher has a joint in its way that the other has not.
  const tab = apartFromTab(reading);
  const disagrees = tab !== null && tab.percent > rules.coilTabPercent.value;
  if (disagrees) find('high');
  const quantities: Record<string, ComputedQuantity> = {
    ...(known ? { ohmsAt20C: { value: judged, unit: 'ohm', plusMinus: error } } : {}),
    ...(apart === null ? {} : { twinDifferencePercent: { value: Math.abs(apart), unit: '%', plusMinus: 1.5 } }),
    ...(tab && Number.isFinite(tab.percent)
      ? { tabDifferencePercent: { value: tab.percent, unit: '%', plusMinus: tab.plusMinus } }
      : {}),
  };
  const outcome = heaviest(weights);
  return {
    ...EMPTY_ASSESSMENT,
    outcome,
    weights: { '': weights },
    severity: outcome === 'in-range' ? 0 : 0.6,
    tooCloseToCall:
      [low, high].some((limit) => Math.abs(judged - limit) < error) ||
      (tab !== null && Math.abs(tab.percent - rules.coilTabPercent.value) < tab.plusMinus),
    quantities,
    missing: known ? [] : [{ name: 'ohmsAt20C', reason: 'Coil temperature not given.' }],
    limits,
    points: outcome === 'in-range' ? [] : [disagrees ? 'joint inside the coil' : 'coil'],
    remarks: disagrees ? ['tab_disagrees'] : [],
  };
}
