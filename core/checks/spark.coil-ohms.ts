import { bandWeights, coilResistanceAt20C } from '../measure/index.ts';
import { type Accuracy, errorOf } from './accuracy.ts';
import {
  type ComputedQuantity,
  defineCheck,
  EMPTY_ASSESSMENT,
  heaviest,
  type Limit,
  limitOf,
  numberField,
  outcomes,
} from './define.ts';

const ohms = { required: false, openLoop: true };

/** Shop multimeter on its 20k range: one percent and a digit [P]. */
const KILOHM_RANGE: Accuracy = { percent: 1, floor: 10 };

export const sparkCoilOhms = defineCheck({
  id: 'spark.coil-ohms',
  code: 'co',
  title: 'Coil resistance',
  todo: 'Range 20k, bare conductor of the plug lead to engine ground; flex the lead while you read. Note the coil temperature.',
  system: 'spark',
  scope: 'cylinder',
  states: ['bench'],
  temperatures: ['cold', 'hot'],
  minutes: 3,
  access: ['lead[c]'],
  needs: ['multimeter'],
  hazards: ['secondary-voltage'],
  cannotClear: ['electronics in the coil', 'heat failures'],
  mayOnlyMean: [
    'the lead, its terminal or a resistor boot, where it reads open: read again at the bare conductor while flexing',
  ],
  outcomes: outcomes({
    'in-range': 'In range',
    low: 'Low',
    high: 'High',
    unsteady: 'Jumps while flexed',
    shorted: 'Shorted',
    open: 'Open',
  }),
  combine: { kind: 'dominance', order: ['in-range', 'low', 'high', 'unsteady', 'shorted', 'open'] },
  leak: { low: 0.03, high: 0.04, unsteady: 0.006, shorted: 0.002, open: 0.003 },
  fields: {
    toGround: numberField('Lead to ground', 'resistance', [0, 1e6], ['kohm', 'kohm'], { ...ohms, required: true }),
    toKillTab: numberField('Lead to kill tab', 'resistance', [0, 1e6], ['kohm', 'kohm'], ohms),
    coilTemperature: numberField('Coil temperature', 'temperature', [-30, 160], ['degC', 'degF']),
    flexMin: numberField('Flexed, lowest', 'resistance', [0, 1e6], ['kohm', 'kohm'], ohms),
    flexMax: numberField('Flexed, highest', 'resistance', [0, 1e6], ['kohm', 'kohm'], ohms),
  },
  accuracy: KILOHM_RANGE,
  assess: (reading, { rules, figures, twin }) => {
    const { toGround, coilTemperature, flexMin, flexMax } = reading.fields;
    const fromSheet = figures.coilOhmsLow != null && figures.coilOhmsHigh != null;
    const low = figures.coilOhmsLow ?? rules.coilOhmsLow.value;
    const high = figures.coilOhmsHigh ?? rules.coilOhmsHigh.value;
    const limits: Limit[] = fromSheet
      ? [
          { name: 'from', value: low, unit: 'ohm', source: 'engine sheet' },
          { name: 'to', value: high, unit: 'ohm', source: 'engine sheet' },
        ]
      : [limitOf('from', rules, 'coilOhmsLow'), limitOf('to', rules, 'coilOhmsHigh')];
    limits.push(limitOf('shorted under', rules, 'coilShortedOhms'), limitOf('twins within', rules, 'coilTwinPercent'));
    const sure = (outcome: string, severity: number, points: string[]) => ({
      ...EMPTY_ASSESSMENT,
      outcome,
      weights: { '': { [outcome]: 1 } },
      severity,
      limits,
      points,
    });
    const flexed = [flexMin, flexMax].filter(
      (f): f is number | 'OL' => f !== undefined && typeof f !== 'boolean' && (typeof f === 'number' || f === 'OL'),
    );
    const opens = flexed.filter((f) => f === 'OL').length + (toGround === 'OL' ? 1 : 0);
    const figuresSeen = [...flexed, toGround].filter((f): f is number => typeof f === 'number');
    if (opens > 0 && figuresSeen.length > 0) return sure('unsteady', 0.9, ['plug lead or coil']);
    if (toGround === 'OL') return sure('open', 1, ['coil, lead or boot']);
    if (typeof toGround !== 'number') return EMPTY_ASSESSMENT;
    if (figuresSeen.length > 1) {
      const spread =
        (100 * (Math.max(...figuresSeen) - Math.min(...figuresSeen))) / Math.max(1, Math.max(...figuresSeen));
      if (spread > rules.coilFlexPercent.value) return sure('unsteady', 0.8, ['plug lead or coil']);
    }
    if (toGround < rules.coilShortedOhms.value) return sure('shorted', 1, ['coil']);
    const missing: { name: string; reason: string }[] = [];
    const quantities: Record<string, ComputedQuantity> = {};
    let judged = toGround;
    const error = errorOf(reading, KILOHM_RANGE, toGround);
    if (typeof coilTemperature === 'number') {
      judged = coilResistanceAt20C(toGround, coilTemperature);
      quantities.ohmsAt20C = { value: judged, unit: 'ohm', plusMinus: error };
    } else {
      missing.push({ name: 'ohmsAt20C', reason: 'Coil temperature not given.' });
    }
    const twinOhms = twin?.fields.toGround;
    let apart = 0;
    if (typeof twinOhms === 'number' && twinOhms > 0) {
      const twinTemperature = twin?.fields.coilTemperature;
      const twinJudged =
        typeof twinTemperature === 'number' && typeof coilTemperature === 'number'
          ? coilResistanceAt20C(Math.max(0.01, twinOhms), twinTemperature)
          : twinOhms;
      const own = typeof twinTemperature === 'number' ? judged : toGround;
      apart = (100 * Math.abs(own - twinJudged)) / ((own + twinJudged) / 2);
      quantities.twinDifferencePercent = { value: apart, unit: '%', plusMinus: 1.5 };
    }
    const sigma = Math.hypot(error, 0.03 * toGround);
    const weights = bandWeights(
      [
        { outcome: 'low', from: -Infinity, to: low },
        { outcome: 'in-range', from: low, to: high },
        { outcome: 'high', from: high, to: Infinity },
      ],
      judged,
      sigma,
    );
    if (apart > rules.coilTwinPercent.value && typeof twinOhms === 'number') {
      // A coil that is well away from its twin is a finding even inside a wide window.
      const side = judged > twinOhms ? 'high' : 'low';
      const moved = 0.6 * (weights['in-range'] ?? 0);
      weights['in-range'] = (weights['in-range'] ?? 0) - moved;
      weights[side] = (weights[side] ?? 0) + moved;
    }
    const outcome = heaviest(weights);
    return {
      ...EMPTY_ASSESSMENT,
      outcome,
      weights: { '': weights },
      severity: outcome === 'in-range' ? 0 : 0.6,
      tooCloseToCall: [low, high].some((limit) => Math.abs(judged - limit) < error),
      quantities,
      missing,
      limits,
      points: outcome === 'in-range' ? [] : ['coil'],
    };
  },
});
