import { errorOf, VOLTMETER } from './accuracy.ts';
import { EMPTY_ASSESSMENT, limitOf, outcomes } from './assessment.ts';
import { defineCheck } from './define.ts';
import { numberField } from './field.ts';
import { judge } from './judge.ts';

export const chargeVolts = defineCheck({
  id: 'charge.volts',
  code: 'vc',
  title: 'Charging volts',
  system: 'power',
  scope: 'machine',
  states: ['full-speed'],
  minutes: 2,
  access: ['battery'],
  needs: ['multimeter'],
  hazards: ['carbon-monoxide', 'battery'],
  outcomes: outcomes({ ok: 'Charges', low: 'Too low', high: 'Too high' }),
  handsBack: { rank: 3, condition: 'full-speed', temperature: null },
  combine: { kind: 'dominance', order: ['ok', 'low', 'high'] },
  fields: {
    value: numberField('Volts', 'voltage', [0, 40], ['V', 'V'], { required: true }),
    minutes: numberField('Ran for', 'time', [0, 3600], ['min', 'min'], { adds: true }),
    battery: { kind: 'choice', label: 'Battery', choices: ['charged', 'flat'], required: false },
  },
  accuracy: VOLTMETER,
  assess: (reading, { rules }) => {
    const { value } = reading.fields;
    if (typeof value !== 'number') return EMPTY_ASSESSMENT;
    const [fault, low, high, over] = [
      rules.chargeLowVolts.value,
      rules.chargeGoodLowVolts.value,
      rules.chargeGoodHighVolts.value,
      rules.chargeHighVolts.value,
    ];
    const { minutes, battery } = reading.fields;
    const tooSoon = typeof minutes === 'number' && minutes < 60 * rules.chargeAfterMinutes.value;
    if (value < low && (battery === 'flat' || tooSoon)) {
      const limits = [limitOf('fault under', rules, 'chargeLowVolts'), limitOf('after', rules, 'chargeAfterMinutes')];
      return { ...EMPTY_ASSESSMENT, limits, remarks: [battery === 'flat' ? 'battery_holds_down' : 'charged_too_soon'] };
    }
    const assessed = judge({
      value,
      error: errorOf(reading, VOLTMETER, value),
      spread: (low - fault) / 4,
      // Between the two limits of a side it is a maybe: the middle parts them.
      bands: [
        { outcome: 'low', from: -Infinity, to: (fault + low) / 2 },
        { outcome: 'ok', from: (fault + low) / 2, to: (high + over) / 2 },
        { outcome: 'high', from: (high + over) / 2, to: Infinity },
      ],
      sound: [low, high],
      worst: [12, 16.5],
      quantities: { chargeVolts: { value, unit: 'V', plusMinus: errorOf(reading, VOLTMETER, value) } },
      limits: [
        limitOf('good from', rules, 'chargeGoodLowVolts'),
        limitOf('good to', rules, 'chargeGoodHighVolts'),
        limitOf('fault under', rules, 'chargeLowVolts'),
        limitOf('fault over', rules, 'chargeHighVolts'),
      ],
      points: value < low ? ['stator, regulator or its ground'] : ['regulator or its ground'],
    });
    const maybe = (value > fault && value < low) || (value > high && value < over);
    return { ...assessed, tooCloseToCall: assessed.tooCloseToCall || maybe };
  },
});
