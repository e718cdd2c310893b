import { carburetted } from '../engine/index.ts';
import { OHMMETER } from './accuracy.ts';
import { type ComputedQuantity, outcomes, windowBy } from './assessment.ts';
import { defineCheck } from './define.ts';
import { numberField } from './field.ts';
import { judgeWinding } from './winding.ts';

export const fuelSolenoidOhms = defineCheck({
  id: 'fuel.solenoid-ohms',
  code: 'sr',
  title: 'Fuel solenoid resistance',
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
    const names = ['solenoidOhmsLow', 'solenoidOhmsHigh'] as const;
    const { value: volts } = rules.batteryVolts;
    return judgeWinding(
      reading,
      windowBy(figures, rules, names, names, 'ohm'),
      ['solenoid coil'],
      (ohms, error): Record<string, ComputedQuantity> =>
        ohms > 0.01 ? { solenoidAmps: { value: volts / ohms, unit: 'A', plusMinus: (volts * error) / ohms ** 2 } } : {},
    );
  },
});
