import { bandWeights, chargePercent } from '../measure/index.ts';
import { errorOf, VOLTMETER } from './accuracy.ts';
import { EMPTY_ASSESSMENT, heaviest, limitOf, outcomes } from './assessment.ts';
import { defineCheck } from './define.ts';
import { numberField } from './field.ts';
import { severityOf } from './judge.ts';

/** Good batteries of one charge spread by about this [V] [P]. */
const SPREAD_VOLTS = 0.04;

export const powerRestVolts = defineCheck({
  id: 'power.rest-volts',
  code: 'bv',
  title: 'Battery volts at rest',
  system: 'power',
  scope: 'machine',
  states: ['key-off'],
  minutes: 1,
  access: ['battery'],
  needs: ['multimeter'],
  hazards: ['battery'],
  outcomes: outcomes({ full: 'Charged', low: 'Low', flat: 'Flat', 'cell-gone': 'One cell gone' }),
  tellsCharge: true,
  combine: { kind: 'ordered' },
  fields: {
    value: numberField('Volts', 'voltage', [0, 20], ['V', 'V'], { required: true }),
    restedMinutes: numberField('Rested', 'time', [0, 30 * 86400], ['min', 'min']),
    justCharged: { kind: 'flag', label: 'Just off the charger' },
  },
  accuracy: VOLTMETER,
  assess: (reading, { rules }) => {
    const volts = reading.fields.value;
    if (typeof volts !== 'number') return EMPTY_ASSESSMENT;
    const rested = reading.fields.restedMinutes;
    const unrested =
      reading.fields.justCharged === true || (typeof rested === 'number' && rested < rules.restMinutes.value * 60);
    const plusMinus = errorOf(reading, VOLTMETER, volts);
    const sigma = Math.hypot(plusMinus, SPREAD_VOLTS);
    const [full, flat, gone] = [rules.restVoltsFull.value, rules.restVoltsFlat.value, rules.restVoltsCellGone.value];
    const weights = bandWeights(
      [
        { outcome: 'full', from: full, to: Infinity },
        { outcome: 'low', from: flat, to: full },
        { outcome: 'flat', from: gone, to: flat },
        { outcome: 'cell-gone', from: -Infinity, to: gone },
      ],
      volts,
      sigma,
    );
    const limits = [
      limitOf('charged from', rules, 'restVoltsFull'),
      limitOf('flat under', rules, 'restVoltsFlat'),
      limitOf('cell gone under', rules, 'restVoltsCellGone'),
    ];
    if (unrested && volts >= flat) {
      // Surface charge lifts the figure: high volts off a charger say nothing.
      return {
        ...EMPTY_ASSESSMENT,
        limits,
        remarks: ['not_rested'],
        missing: [{ name: 'chargePercent', reason: 'Not rested: surface charge reads high.' }],
      };
    }
    const outcome = heaviest(weights);
    return {
      ...EMPTY_ASSESSMENT,
      outcome,
      weights: { '': weights },
      severity: severityOf(volts, [full, Infinity], [10.5, Infinity]),
      tooCloseToCall: [full, flat, gone].some((limit) => Math.abs(volts - limit) < plusMinus),
      quantities: {
        chargePercent: { value: chargePercent(volts), unit: '%', plusMinus: Math.round(plusMinus / 0.008) },
      },
      limits,
      points: outcome === 'full' ? [] : ['battery'],
      ...(outcome === 'cell-gone' ? { remarks: ['cell_or_empty'] } : {}),
    };
  },
});
