import { sweptMl } from '../engine/index.ts';
import { ambientPa, demandMlPerMin } from '../measure/index.ts';
import { type Accuracy, errorOf } from './accuracy.ts';
import { EMPTY_ASSESSMENT, limitOf, outcomes } from './assessment.ts';
import { defineCheck } from './define.ts';
import { numberField } from './field.ts';
import { judge } from './judge.ts';

/** Under this share of the demand nothing to speak of comes [P]. */
const NOTHING_SHARE = 0.15;

/** A measuring cup read by its lines [P]. */
const MEASURE: Accuracy = { percent: 3, floor: 0 };

export const fuelFlow = defineCheck({
  id: 'fuel.flow',
  code: 'ff',
  title: 'Fuel flow',
  todo: 'Line off at the carburettor inlet into a measure: how much in how long, cranking or with the pump fed.',
  system: 'fuel',
  scope: 'machine',
  states: ['cranking', 'key-on'],
  minutes: 3,
  access: ['fuel-line'],
  needs: ['measure'],
  hazards: ['open-fuel', 'stops-dead'],
  cannotClear: ['inlet screen, needle and jets', 'flow that fails only after minutes'],
  mayOnlyMean: ['tap, pickup, line, filter, cap or pump: halve the line'],
  outcomes: outcomes({ ample: 'Ample', weak: 'Weak', none: 'None' }),
  combine: { kind: 'ordered' },
  impliesState: false,
  leak: { weak: 0.04, none: 0.004 },
  fields: {
    volume: numberField('Volume', 'volume', [0, 0.01], ['ml', 'ml'], { required: true }),
    time: numberField('In', 'time', [1, 3600], ['s', 's'], { required: true }),
  },
  accuracy: MEASURE,
  assess: (reading, { engine, figures, rules, ambient }) => {
    const { volume, time } = reading.fields;
    if (typeof volume !== 'number' || typeof time !== 'number') return EMPTY_ASSESSMENT;
    const flow = ((volume * 1e6) / time) * 60;
    // A line on the measure, and a second on the watch.
    const share = volume > 0 ? errorOf(reading, MEASURE, volume) / volume : 0;
    const error = flow * Math.hypot(share, 1 / time) + 60 / time;
    const flowMlPerMin = { value: flow, unit: 'ml/min', plusMinus: error };
    const limits = [limitOf('times the demand', rules, 'flowTimesDemand')];
    const { boreMm, strokeMm, governedRpm } = figures;
    if (boreMm == null || strokeMm == null || governedRpm == null) {
      const lacking = [boreMm == null && 'bore', strokeMm == null && 'stroke', governedRpm == null && 'governed speed'];
      const missing = [
        { name: 'demandMlPerMin', reason: `The engine sheet has no ${lacking.filter(Boolean).join(', no ')}.` },
      ];
      return flow < 1
        ? {
            ...EMPTY_ASSESSMENT,
            outcome: 'none',
            weights: { '': { none: 1 } },
            severity: 1,
            quantities: { flowMlPerMin },
            missing,
            limits,
            points: ['from tank to carburettor'],
          }
        : { ...EMPTY_ASSESSMENT, quantities: { flowMlPerMin }, missing, limits };
    }
    const demand = demandMlPerMin(
      engine.cylinders * sweptMl({ boreMm, strokeMm }),
      governedRpm,
      ambient.temperatureC,
      ambientPa(ambient.altitudeM ?? rules.shopAltitudeM.value),
    );
    const ample = rules.flowTimesDemand.value * demand;
    return judge({
      value: flow,
      error,
      spread: 0.1 * demand,
      bands: [
        { outcome: 'none', from: -Infinity, to: NOTHING_SHARE * demand },
        { outcome: 'weak', from: NOTHING_SHARE * demand, to: ample },
        { outcome: 'ample', from: ample, to: Infinity },
      ],
      sound: [ample, Infinity],
      worst: [0, Infinity],
      quantities: { flowMlPerMin, demandMlPerMin: { value: demand, unit: 'ml/min', plusMinus: 0.1 * demand } },
      limits,
      points: ['from tank to carburettor'],
    });
  },
});
