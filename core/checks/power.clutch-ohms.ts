import { OHMMETER } from './accuracy.ts';
import { limitOf, outcomes } from './assessment.ts';
import { defineCheck } from './define.ts';
import { numberField } from './field.ts';
import { judgeWinding } from './winding.ts';

export const powerClutchOhms = defineCheck({
  id: 'power.clutch-ohms',
  code: 'bc',
  title: 'Blade clutch winding',
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
  assess: (reading, { rules }) =>
    judgeWinding(
      reading,
      {
        low: rules.clutchOhmsLow.value,
        high: rules.clutchOhmsHigh.value,
        limits: [limitOf('from', rules, 'clutchOhmsLow'), limitOf('to', rules, 'clutchOhmsHigh')],
      },
      ['winding of the blade clutch'],
    ),
});
