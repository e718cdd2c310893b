import { loadMinVolts } from '../measure/index.ts';
import { errorOf, VOLTMETER } from './accuracy.ts';
import { EMPTY_ASSESSMENT, outcomes } from './assessment.ts';
import { defineCheck } from './define.ts';
import { numberField } from './field.ts';
import { judge } from './judge.ts';

export const powerLoad = defineCheck({
  id: 'power.load',
  code: 'bl',
  title: 'Load the battery',
  system: 'power',
  scope: 'machine',
  states: ['key-off'],
  minutes: 4,
  access: ['battery'],
  needs: ['load tester'],
  hazards: ['battery'],
  outcomes: outcomes({ holds: 'Holds', sags: 'Sags' }),
  combine: { kind: 'ordered' },
  fields: {
    value: numberField('Volts after 15 s', 'voltage', [0, 15], ['V', 'V'], { required: true }),
    temperature: numberField('Battery temperature', 'temperature', [-30, 60], ['degC', 'degF']),
  },
  accuracy: VOLTMETER,
  assess: (reading, { ambient }) => {
    const { value, temperature } = reading.fields;
    if (typeof value !== 'number') return EMPTY_ASSESSMENT;
    const batteryC = typeof temperature === 'number' ? temperature : ambient.temperatureC;
    const missing =
      batteryC === undefined
        ? [{ name: 'loadMinVolts', reason: 'Battery temperature not given: held to the table’s 21 °C.' }]
        : [];
    const limit = loadMinVolts(batteryC ?? 21);
    return judge({
      value,
      error: errorOf(reading, VOLTMETER, value),
      spread: 0.1,
      bands: [
        { outcome: 'sags', from: -Infinity, to: limit },
        { outcome: 'holds', from: limit, to: Infinity },
      ],
      sound: [limit, Infinity],
      worst: [6, Infinity],
      quantities: batteryC === undefined ? {} : { loadMinVolts: { value: limit, unit: 'V' } },
      missing,
      limits: [
        {
          name: 'at least',
          value: limit,
          unit: 'V',
          source: 'from memory, adjustable: battery-council table, half the rated amps for 15 s',
        },
      ],
      points: ['battery'],
    });
  },
});
