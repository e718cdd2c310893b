import { carburetted } from '../engine/index.ts';
import { errorOf, OHMMETER } from './accuracy.ts';
import { EMPTY_ASSESSMENT, outcomes, windowBy } from './assessment.ts';
import { defineCheck } from './define.ts';
import { numberField } from './field.ts';
import { judge } from './judge.ts';

export const fuelSolenoidOhms = defineCheck({
  id: 'fuel.solenoid-ohms',
  code: 'sr',
  title: 'Fuel solenoid resistance',
  todo: 'Plug off, meter across the coil, or from its pin to the body.',
  system: 'fuel',
  scope: 'machine',
  appliesTo: carburetted,
  states: ['bench'],
  minutes: 2,
  access: ['hood'],
  needs: ['multimeter'],
  hazards: ['open-fuel'],
  outcomes: outcomes({ ok: 'In range', shorted: 'Shorted', open: 'Open' }),
  combine: { kind: 'dominance', order: ['ok', 'shorted', 'open'] },
  fields: {
    value: numberField('Resistance', 'resistance', [0, 1e6], ['ohm', 'ohm'], { required: true, openLoop: true }),
  },
  accuracy: OHMMETER,
  assess: (reading, { rules, figures }) => {
    const { value } = reading.fields;
    const names = ['solenoidOhmsLow', 'solenoidOhmsHigh'] as const;
    const { low, high, limits } = windowBy(figures, rules, names, names, 'ohm');
    if (value === 'OL')
      return {
        ...EMPTY_ASSESSMENT,
        outcome: 'open',
        weights: { '': { open: 1 } },
        severity: 1,
        limits,
        points: ['solenoid coil'],
      };
    if (typeof value !== 'number') return EMPTY_ASSESSMENT;
    const error = errorOf(reading, OHMMETER, value);
    return judge({
      value,
      error,
      spread: 0.08 * value,
      bands: [
        { outcome: 'shorted', from: -Infinity, to: low },
        { outcome: 'ok', from: low, to: high },
        { outcome: 'open', from: high, to: Infinity },
      ],
      sound: [low, high],
      worst: [0, 5 * high],
      quantities:
        value > 0.01
          ? {
              solenoidAmps: {
                value: rules.batteryVolts.value / value,
                unit: 'A',
                plusMinus: (rules.batteryVolts.value * error) / value ** 2,
              },
            }
          : {},
      limits,
      points: ['solenoid coil'],
    });
  },
});
