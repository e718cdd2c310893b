import { bandWeights } from '../measure/index.ts';
import { type Accuracy, errorOf } from './accuracy.ts';
import { EMPTY_ASSESSMENT, outcomes } from './assessment.ts';
import { defineCheck } from './define.ts';
import { numberField } from './field.ts';
import { judge } from './judge.ts';

/** A stator that makes this share of its sheet figure is still good [P]. */
const GOOD_SHARE = 0.85;

/** Stators of such engines make so much at full speed, most of them; those for lamps alone half of it [V AC, M]. */
const TYPICAL = { volts: 28, apart: 0.45 };

/** Shop multimeter on alternating volts [P]. */
const AC_METER: Accuracy = { percent: 1, floor: 0.1 };

export const chargeStator = defineCheck({
  id: 'charge.stator',
  code: 'vs',
  title: 'Stator volts',
  system: 'power',
  scope: 'machine',
  states: ['full-speed'],
  minutes: 5,
  access: ['hood'],
  needs: ['multimeter'],
  hazards: ['carbon-monoxide'],
  outcomes: outcomes({ ok: 'Makes its volts', low: 'Too low' }),
  combine: { kind: 'ordered' },
  fields: { value: numberField('Volts AC', 'voltage', [0, 200], ['V', 'V'], { required: true }) },
  accuracy: AC_METER,
  assess: (reading, { figures }) => {
    const { value } = reading.fields;
    if (typeof value !== 'number') return EMPTY_ASSESSMENT;
    const sheet = figures.statorVoltsAc;
    const missing = [
      {
        name: 'statorSharePercent',
        reason:
          'The engine sheet has no stator volts: only none at all is a finding; more is weighed against a typical engine.',
      },
    ];
    // Next to nothing is a dead stator whatever the sheet would say.
    if (sheet == null)
      return value < 5
        ? { ...EMPTY_ASSESSMENT, outcome: 'low', weights: { '': { low: 1 } }, severity: 1, missing, points: ['stator'] }
        : { ...EMPTY_ASSESSMENT, weights: { '': againstTypical(value) }, missing };
    const limit = GOOD_SHARE * sheet;
    return judge({
      value,
      error: errorOf(reading, AC_METER, value),
      spread: 0.05 * sheet,
      bands: [
        { outcome: 'low', from: -Infinity, to: limit },
        { outcome: 'ok', from: limit, to: Infinity },
      ],
      sound: [limit, Infinity],
      worst: [0, Infinity],
      quantities: { statorSharePercent: { value: (100 * value) / sheet, unit: '%', plusMinus: 1 } },
      limits: [{ name: 'at least', value: limit, unit: 'V', source: 'engine sheet' }],
      points: ['stator'],
    });
  },
});

/** How low it is for a stator nothing is known of: volts lie apart by factors. */
const againstTypical = (volts: number) => {
  const limit = Math.log(GOOD_SHARE * TYPICAL.volts);
  return bandWeights(
    [
      { outcome: 'low', from: -Infinity, to: limit },
      { outcome: 'ok', from: limit, to: Infinity },
    ],
    Math.log(volts),
    TYPICAL.apart,
  );
};
