import { bandWeights, ccaEstimateA } from '../measure/index.ts';
import { type Accuracy, errorOf } from './accuracy.ts';
import { type ComputedQuantity, EMPTY_ASSESSMENT, heaviest, limitOf, outcomes } from './assessment.ts';
import { defineCheck } from './define.ts';
import { numberField } from './field.ts';
import { severityOf } from './judge.ts';

/** Conductance testers repeat within about 8 % [P]. */
const TESTER: Accuracy = { percent: 8, floor: 0 };

export const powerTester = defineCheck({
  id: 'power.tester',
  code: 'bt',
  title: 'Battery tester',
  system: 'power',
  scope: 'machine',
  states: ['key-off'],
  minutes: 3,
  access: ['battery'],
  needs: ['battery tester'],
  hazards: ['battery'],
  outcomes: outcomes({ good: 'Good', worn: 'Worn', bad: 'Bad' }),
  asksCharged: true,
  combine: { kind: 'ordered' },
  fields: {
    measuredCca: numberField('Measured CCA', 'current', [0, 2000], ['A', 'A']),
    ratedCca: numberField('Rated CCA', 'current', [30, 2000], ['A', 'A']),
    resistance: numberField('Resistance', 'resistance', [0.001, 1], ['mohm', 'mohm']),
    stateOfCharge: numberField('State of charge', 'percent', [0, 100], ['%', '%']),
  },
  accuracy: TESTER,
  assess: (reading, { rules, figures }) => {
    const { measuredCca, ratedCca, resistance, stateOfCharge } = reading.fields;
    const quantities: Record<string, ComputedQuantity> = {};
    const missing: { name: string; reason: string }[] = [];
    if (typeof resistance === 'number') {
      const estimate = ccaEstimateA(resistance);
      quantities.ccaEstimateA = { value: estimate, unit: 'A', plusMinus: estimate * 0.13 };
    }
    const limits = [
      limitOf('worn under', rules, 'ccaWornPercent'),
      limitOf('bad under', rules, 'ccaBadPercent'),
      limitOf('charge at least', rules, 'testerChargePercent'),
    ];
    const rated = typeof ratedCca === 'number' ? ratedCca : (figures.ratedCcaA ?? null);
    if (typeof measuredCca !== 'number' && quantities.ccaEstimateA)
      missing.push({ name: 'measuredCca', reason: 'Taken from the resistance; a band, not a figure.' });
    const measured = typeof measuredCca === 'number' ? measuredCca : (quantities.ccaEstimateA?.value ?? null);
    if (measured === null || rated === null) {
      missing.push({
        name: 'healthPercent',
        reason: rated === null ? 'No rated CCA given or on the sheet.' : 'No measured CCA or resistance given.',
      });
      return { ...EMPTY_ASSESSMENT, quantities, missing, limits };
    }
    const health = (100 * measured) / rated;
    const error =
      typeof measuredCca === 'number' ? errorOf(reading, TESTER, measuredCca) / Math.max(1, measuredCca) : 0.15;
    quantities.healthPercent = { value: health, unit: '%', plusMinus: health * error };
    if (typeof stateOfCharge === 'number' && stateOfCharge < rules.testerChargePercent.value) {
      return { ...EMPTY_ASSESSMENT, quantities, limits, missing, remarks: ['charge_first'] };
    }
    const [worn, bad] = [rules.ccaWornPercent.value, rules.ccaBadPercent.value];
    const weights = bandWeights(
      [
        { outcome: 'good', from: worn, to: Infinity },
        { outcome: 'worn', from: bad, to: worn },
        { outcome: 'bad', from: -Infinity, to: bad },
      ],
      health,
      Math.max(1, health * error),
    );
    return {
      ...EMPTY_ASSESSMENT,
      outcome: heaviest(weights),
      weights: { '': weights },
      severity: severityOf(health, [worn, Infinity], [0, Infinity]),
      tooCloseToCall: [worn, bad].some((limit) => Math.abs(health - limit) < health * error),
      quantities,
      missing,
      limits,
      points: health < worn ? ['battery'] : [],
    };
  },
});
