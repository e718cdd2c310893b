import { mayBe } from '../engine/index.ts';
import { type Accuracy, errorOf } from './accuracy.ts';
import { limitOf, outcomes, plainOutcome } from './assessment.ts';
import { defineCheck } from './define.ts';
import { numberField } from './field.ts';
import { judge } from './judge.ts';

/** Feeler blades step by about this [m] [P]. */
const BLADE: Accuracy = { percent: 0, floor: 0.025e-3 };
const OUTCOMES = outcomes({ ok: 'Clean, gap right', 'gap-off': 'Gap off', burnt: 'Burnt or dirty' });

export const sparkPoints = defineCheck({
  id: 'spark.points',
  code: 'bp',
  title: 'Points',
  system: 'spark',
  scope: 'machine',
  foundByEye: true,
  states: ['bench'],
  minutes: 5,
  access: ['flywheel'],
  needs: ['feeler blades'],
  hazards: ['by-hand', 'flywheel-puller'],
  outcomes: OUTCOMES,
  combine: { kind: 'dominance', order: ['ok', 'gap-off', 'burnt'] },
  appliesTo: (engine) => mayBe(engine.ignition, 'points'),
  fields: { gap: numberField('Gap', 'length', [0, 0.004], ['mm', 'thou']) },
  accuracy: BLADE,
  assess: (reading, { rules }) => {
    const { gap } = reading.fields;
    const plain = plainOutcome(OUTCOMES, reading.outcome);
    // What is burnt is burnt, whatever gap it has.
    if (typeof gap !== 'number' || reading.outcome === 'burnt') return plain;
    const [low, high] = [rules.pointsGapLowMm.value, rules.pointsGapHighMm.value];
    return judge({
      value: 1000 * gap,
      error: 1000 * errorOf(reading, BLADE, gap),
      bands: [
        { outcome: 'gap-off', from: -Infinity, to: low },
        { outcome: 'ok', from: low, to: high },
        { outcome: 'gap-off', from: high, to: Infinity },
      ],
      sound: [low, high],
      worst: [0, 2 * high],
      quantities: {},
      limits: [limitOf('from', rules, 'pointsGapLowMm'), limitOf('to', rules, 'pointsGapHighMm')],
      points: ['points'],
    });
  },
});
