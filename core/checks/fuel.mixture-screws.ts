import { carburetted } from '../engine/index.ts';
import { type Accuracy, errorOf } from './accuracy.ts';
import { EMPTY_ASSESSMENT, limitOf, outcomes } from './assessment.ts';
import { defineCheck } from './define.ts';
import { numberField } from './field.ts';
import { judge } from './judge.ts';

/** Counted by eye in eighths of a turn [P]. */
const BY_EYE: Accuracy = { percent: 0, floor: 0.125 };

export const fuelMixtureScrews = defineCheck({
  id: 'fuel.mixture-screws',
  code: 'mx',
  title: 'Mixture screw',
  system: 'fuel',
  scope: 'cylinder',
  states: ['key-off'],
  minutes: 2,
  access: ['air-box'],
  hazards: ['open-fuel'],
  outcomes: outcomes({ 'in-range': 'In range', off: 'Off' }),
  combine: { kind: 'ordered' },
  appliesTo: carburetted,
  fields: { turns: numberField('Turns out', 'turns', [0, 12], ['turns', 'turns'], { required: true }) },
  accuracy: BY_EYE,
  assess: (reading, { rules }) => {
    const { turns } = reading.fields;
    if (typeof turns !== 'number') return EMPTY_ASSESSMENT;
    const [low, high] = [rules.mixtureTurnsLow.value, rules.mixtureTurnsHigh.value];
    return judge({
      value: turns,
      error: errorOf(reading, BY_EYE, turns),
      spread: 0.1,
      bands: [
        { outcome: 'off', from: -Infinity, to: low },
        { outcome: 'in-range', from: low, to: high },
        { outcome: 'off', from: high, to: Infinity },
      ],
      sound: [low, high],
      worst: [0, 2 * high],
      quantities: {},
      limits: [limitOf('from', rules, 'mixtureTurnsLow'), limitOf('to', rules, 'mixtureTurnsHigh')],
      points: ['mixture screw'],
    });
  },
});
