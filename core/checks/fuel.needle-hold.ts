import { carburetted } from '../engine/index.ts';
import { bandWeights } from '../measure/index.ts';
import { type Accuracy, errorOf } from './accuracy.ts';
import { EMPTY_ASSESSMENT, heaviest, limitOf, outcomes } from './assessment.ts';
import { defineCheck } from './define.ts';
import { numberField } from './field.ts';
import { severityOf } from './judge.ts';

const PASCALS_PER_PSI = 6894.757;

/** A hand pump's gauge, read to a tenth of a psi [P]. */
const PUMP_GAUGE: Accuracy = { percent: 0, floor: 0.1 * PASCALS_PER_PSI };

export const fuelNeedleHold = defineCheck({
  id: 'fuel.needle-hold',
  code: 'nh',
  title: 'Does the needle hold',
  system: 'fuel',
  scope: 'machine',
  appliesTo: carburetted,
  states: ['bench'],
  minutes: 4,
  access: ['fuel-line'],
  needs: ['hand pump with gauge'],
  hazards: ['open-fuel'],
  outcomes: outcomes({ holds: 'Holds', 'leaks-down': 'Leaks down', 'no-hold': 'Does not hold' }),
  combine: { kind: 'ordered' },
  fields: {
    start: numberField('Start', 'pressure', [1000, 200_000], ['kPa', 'psi'], { required: true }),
    end: numberField('End', 'pressure', [0, 200_000], ['kPa', 'psi'], { required: true }),
    time: numberField('After', 'time', [1, 3600], ['s', 's'], { required: true }),
    how: {
      kind: 'choice',
      label: 'How',
      choices: ['in place, bowl full', 'in place, bowl empty', 'inverted'],
      required: false,
    },
  },
  accuracy: PUMP_GAUGE,
  assess: (reading, { rules }) => {
    const { start, end, time, how } = reading.fields;
    if (typeof start !== 'number' || typeof end !== 'number' || typeof time !== 'number') return EMPTY_ASSESSMENT;
    // A rate, so that different times compare.
    const psiPerMinute = ((start - end) / PASCALS_PER_PSI / time) * 60;
    const limit = rules.needleLossPsiPerMin.value;
    // Both ends are read by eye: the longer one waits, the less it matters.
    const error = (errorOf(reading, PUMP_GAUGE, start) / PASCALS_PER_PSI / time) * 60;
    const quantities = { needleLossPsiPerMin: { value: psiPerMinute, unit: 'psi/min', plusMinus: error } };
    const limits = [limitOf('at most', rules, 'needleLossPsiPerMin')];
    if (psiPerMinute < -error) return { ...EMPTY_ASSESSMENT, limits, remarks: ['rose_under_test'] };
    // With an empty bowl the float hangs and opens the needle: only that it holds all the same would say something.
    if (how === 'in place, bowl empty' && psiPerMinute > limit)
      return { ...EMPTY_ASSESSMENT, quantities, limits, remarks: ['bowl_empty'] };
    const weights = bandWeights(
      [
        { outcome: 'holds', from: -Infinity, to: limit },
        { outcome: 'leaks-down', from: limit, to: limit * 8 },
        { outcome: 'no-hold', from: limit * 8, to: Infinity },
      ],
      psiPerMinute,
      error,
    );
    return {
      ...EMPTY_ASSESSMENT,
      outcome: heaviest(weights),
      weights: { '': weights },
      severity: severityOf(psiPerMinute, [-Infinity, limit], [-Infinity, limit * 8]),
      tooCloseToCall: Math.abs(psiPerMinute - limit) < error,
      quantities,
      limits,
      points: psiPerMinute > limit ? ['needle and seat'] : [],
    };
  },
});
