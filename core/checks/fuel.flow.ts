import { carburetted, sweptMl } from '../engine/index.ts';
import { ambientPa, demandMlPerMin } from '../measure/index.ts';
import { type Accuracy, errorOf } from './accuracy.ts';
import { EMPTY_ASSESSMENT, limitOf, outcomes } from './assessment.ts';
import { defineCheck } from './define.ts';
import { numberField } from './field.ts';
import { judge } from './judge.ts';

/** Under this share of the demand nothing to speak of comes [P]. */
const NOTHING_SHARE = 0.15;

/** Engines of one kind and speed ask for this much apart, one standard deviation of the demand [M]. */
const DEMANDS_APART = 0.1;
/** What such engines displace on the whole, and how far apart they lie, one standard deviation [M]. */
const typicalMl = (cylinders: number) => (cylinders === 1 ? 420 : 690);
const DISPLACEMENTS_APART = 0.25;
/** What they are governed to, and how far apart [M]. */
const TYPICAL_RPM = 3300;
const SPEEDS_APART = 0.08;

/** A measuring cup read by its lines [P]. */
const MEASURE: Accuracy = { percent: 3, floor: 0 };

export const fuelFlow = defineCheck({
  id: 'fuel.flow',
  code: 'ff',
  title: 'Fuel flow',
  system: 'fuel',
  scope: 'machine',
  appliesTo: carburetted,
  states: ['cranking', 'key-on'],
  minutes: 3,
  access: ['fuel-line'],
  needs: ['measure'],
  hazards: ['open-fuel', 'stops-dead'],
  outcomes: outcomes({ ample: 'Ample', weak: 'Weak', none: 'None' }),
  combine: { kind: 'ordered' },
  impliesState: false,
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
    const lacking = [boreMm == null && 'bore', strokeMm == null && 'stroke', governedRpm == null && 'governed speed'];
    const missing = lacking.some(Boolean)
      ? [
          {
            name: 'demandMlPerMin',
            reason: `The engine sheet has no ${lacking.filter(Boolean).join(', no ')}: no verdict, and weighed against a typical engine.`,
          },
        ]
      : [];
    if (missing.length > 0 && flow < 1)
      return {
        ...EMPTY_ASSESSMENT,
        outcome: 'none',
        weights: { '': { none: 1 } },
        severity: 1,
        quantities: { flowMlPerMin },
        missing,
        limits,
        points: ['from tank to carburettor'],
      };
    const displacement = boreMm == null || strokeMm == null ? null : engine.cylinders * sweptMl({ boreMm, strokeMm });
    const demand = demandMlPerMin(
      displacement ?? typicalMl(engine.cylinders),
      governedRpm ?? TYPICAL_RPM,
      ambient.temperatureC,
      ambientPa(ambient.altitudeM ?? rules.shopAltitudeM.value),
    );
    const apart = Math.hypot(
      DEMANDS_APART,
      displacement === null ? DISPLACEMENTS_APART : 0,
      governedRpm == null ? SPEEDS_APART : 0,
    );
    const ample = rules.flowTimesDemand.value * demand;
    const judged = judge({
      value: flow,
      error,
      spread: apart * demand,
      bands: [
        { outcome: 'none', from: -Infinity, to: NOTHING_SHARE * demand },
        { outcome: 'weak', from: NOTHING_SHARE * demand, to: ample },
        { outcome: 'ample', from: ample, to: Infinity },
      ],
      sound: [ample, Infinity],
      worst: [0, Infinity],
      quantities: { flowMlPerMin, demandMlPerMin: { value: demand, unit: 'ml/min', plusMinus: apart * demand } },
      limits,
      points: ['from tank to carburettor'],
    });
    return missing.length === 0
      ? judged
      : { ...EMPTY_ASSESSMENT, weights: judged.weights, quantities: { flowMlPerMin }, missing, limits };
  },
});
