import { bandWeights, crankCurrentBandA } from '../measure/index.ts';
import { errorOf, VOLTMETER } from './accuracy.ts';
import { type ComputedQuantity, EMPTY_ASSESSMENT, heaviest, limitOf, outcomes } from './assessment.ts';
import { defineCheck } from './define.ts';
import { numberField } from './field.ts';
import { severityOf } from './judge.ts';

/** An engine turned as fast as this is not one whose starter barely turns [1/min] [M; the virtual mower's sound ones turn at 330 to 360]. */
const BRISK_RPM = 260;

/** A full battery that rested has no more, a sealed one among them [V] [M: brief table of volts against charge]. */
const MOST_AT_REST_V = 13;

export const powerCrankVolts = defineCheck({
  id: 'power.crank-volts',
  code: 'cv',
  title: 'Volts while cranking',
  system: 'power',
  scope: 'machine',
  states: ['cranking'],
  minutes: 2,
  access: ['battery'],
  needs: ['multimeter'],
  hazards: ['battery', 'stops-dead'],
  outcomes: outcomes({
    holds: 'Holds',
    'stays-high': 'Stays high, starter lazy',
    sags: 'Sags',
    collapses: 'Collapses',
  }),
  impliesState: false,
  combine: { kind: 'dominance', order: ['holds', 'stays-high', 'sags', 'collapses'] },
  fields: {
    value: numberField('Steady volts', 'voltage', [0, 16], ['V', 'V'], { required: true }),
    rpm: numberField('Cranking speed', 'speed', [0, 2000], ['rpm', 'rpm']),
    restVolts: numberField('At rest before', 'voltage', [0, 16], ['V', 'V']),
    resistance: numberField('Resistance by tester', 'resistance', [0.001, 1], ['mohm', 'mohm']),
  },
  accuracy: VOLTMETER,
  assess: (reading, { rules }) => {
    const volts = reading.fields.value;
    if (typeof volts !== 'number') return EMPTY_ASSESSMENT;
    const [low, collapse, high] = [
      rules.crankVoltsLow.value,
      rules.crankVoltsCollapse.value,
      rules.crankVoltsHigh.value,
    ];
    const rpm = reading.fields.rpm;
    const weights = bandWeights(
      [
        { outcome: 'collapses', from: -Infinity, to: collapse },
        { outcome: 'sags', from: collapse, to: low },
        { outcome: 'holds', from: low, to: high },
        { outcome: 'stays-high', from: high, to: Infinity },
      ],
      volts,
      Math.hypot(errorOf(reading, VOLTMETER, volts), 0.25),
    );
    // High volts with a starter that turns briskly is simply a good battery.
    if (typeof rpm === 'number' && rpm > BRISK_RPM) {
      weights.holds = (weights.holds ?? 0) + (weights['stays-high'] ?? 0);
      weights['stays-high'] = 0;
    }
    const outcome = heaviest(weights);
    const { restVolts, resistance } = reading.fields;
    const error = errorOf(reading, VOLTMETER, volts);
    const atRest = typeof restVolts === 'number' ? restVolts : MOST_AT_REST_V;
    if (!reading.onBooster && volts > atRest + error)
      return {
        ...EMPTY_ASSESSMENT,
        limits: [limitOf('high above', rules, 'crankVoltsHigh')],
        remarks: ['over_rest'],
      };
    const quantities: Record<string, ComputedQuantity> = {};
    if (typeof restVolts === 'number' && typeof resistance === 'number' && restVolts >= volts) {
      // A band, not a figure: polarisation is not the tester's resistance.
      const { low: least, high: most } = crankCurrentBandA(restVolts, volts, resistance);
      quantities.crankCurrentA = { value: (least + most) / 2, unit: 'A', plusMinus: (most - least) / 2 };
    }
    return {
      ...EMPTY_ASSESSMENT,
      outcome,
      weights: { '': weights },
      severity: outcome === 'stays-high' ? 0.5 : severityOf(volts, [low, Infinity], [6, Infinity]),
      tooCloseToCall: Math.abs(volts - low) < errorOf(reading, VOLTMETER, volts),
      quantities,
      limits: [
        limitOf('sags under', rules, 'crankVoltsLow'),
        limitOf('collapses under', rules, 'crankVoltsCollapse'),
        limitOf('high above', rules, 'crankVoltsHigh'),
      ],
      points:
        outcome === 'stays-high' ? ['cables, relay, starter'] : outcome === 'holds' ? [] : ['battery or too much load'],
    };
  },
});
