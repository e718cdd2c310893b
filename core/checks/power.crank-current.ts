import { type Accuracy, errorOf } from './accuracy.ts';
import { EMPTY_ASSESSMENT, limitOf, outcomes } from './assessment.ts';
import { defineCheck } from './define.ts';
import { numberField } from './field.ts';
import { judge } from './judge.ts';

/** Clamp on direct current: three percent and its zero [P]. */
const CLAMP: Accuracy = { percent: 3, floor: 2 };

export const powerCrankCurrent = defineCheck({
  id: 'power.crank-current',
  code: 'ca',
  title: 'Cranking current',
  system: 'power',
  scope: 'machine',
  states: ['cranking'],
  minutes: 3,
  access: ['battery'],
  needs: ['current clamp'],
  hazards: ['stops-dead', 'battery'],
  outcomes: outcomes({ normal: 'Normal', low: 'Low', high: 'High', locked: 'As if locked' }),
  combine: { kind: 'dominance', order: ['normal', 'low', 'high', 'locked'] },
  impliesState: false,
  fields: { value: numberField('Current', 'current', [0, 1500], ['A', 'A'], { required: true }) },
  accuracy: CLAMP,
  assess: (reading, { rules }) => {
    const { value } = reading.fields;
    if (typeof value !== 'number') return EMPTY_ASSESSMENT;
    const [low, high, locked] = [
      rules.crankCurrentLowA.value,
      rules.crankCurrentHighA.value,
      rules.crankCurrentLockedA.value,
    ];
    const error = errorOf(reading, CLAMP, value);
    return judge({
      value,
      error,
      spread: 0.12 * value,
      bands: [
        { outcome: 'low', from: -Infinity, to: low },
        { outcome: 'normal', from: low, to: high },
        { outcome: 'high', from: high, to: locked },
        { outcome: 'locked', from: locked, to: Infinity },
      ],
      sound: [low, high],
      worst: [0, locked],
      quantities: { crankCurrentA: { value, unit: 'A', plusMinus: error } },
      limits: [
        limitOf('low under', rules, 'crankCurrentLowA'),
        limitOf('high over', rules, 'crankCurrentHighA'),
        limitOf('locked from', rules, 'crankCurrentLockedA'),
      ],
      points: value < low ? ['cables, contacts or starter'] : ['starter, or an engine that turns hard'],
    });
  },
});
