import { errorOf, OHMMETER } from './accuracy.ts';
import { EMPTY_ASSESSMENT, limitOf, outcomes } from './assessment.ts';
import { defineCheck } from './define.ts';
import { numberField } from './field.ts';
import { judge } from './judge.ts';

export const powerClutchOhms = defineCheck({
  id: 'power.clutch-ohms',
  code: 'bc',
  title: 'Blade clutch winding',
  todo: 'Its plug apart, meter across the two pins of the clutch; then from each pin to its case: nothing there.',
  system: 'power',
  scope: 'machine',
  states: ['key-off'],
  minutes: 2,
  access: ['belly'],
  needs: ['multimeter'],
  hazards: ['by-hand', 'raised-machine'],
  outcomes: outcomes({ ok: 'In range', open: 'Open', shorted: 'Shorted' }),
  combine: { kind: 'dominance', order: ['ok', 'open', 'shorted'] },
  fields: {
    value: numberField('Resistance', 'resistance', [0, 1e6], ['ohm', 'ohm'], { required: true, openLoop: true }),
  },
  accuracy: OHMMETER,
  assess: (reading, { rules }) => {
    const { value } = reading.fields;
    const [low, high] = [rules.clutchOhmsLow.value, rules.clutchOhmsHigh.value];
    const limits = [limitOf('from', rules, 'clutchOhmsLow'), limitOf('to', rules, 'clutchOhmsHigh')];
    const points = ['winding of the blade clutch'];
    if (value === 'OL')
      return { ...EMPTY_ASSESSMENT, outcome: 'open', weights: { '': { open: 1 } }, severity: 1, limits, points };
    if (typeof value !== 'number') return EMPTY_ASSESSMENT;
    return judge({
      value,
      error: errorOf(reading, OHMMETER, value),
      spread: 0.08 * value,
      bands: [
        { outcome: 'shorted', from: -Infinity, to: low },
        { outcome: 'ok', from: low, to: high },
        { outcome: 'open', from: high, to: Infinity },
      ],
      sound: [low, high],
      worst: [0, 5 * high],
      quantities: {},
      limits,
      points,
    });
  },
});
