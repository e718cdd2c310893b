import { defineFed } from './define.fed.ts';
import { limitOf } from './define.ts';

export const fuelSolenoidVolts = defineFed({
  id: 'fuel.solenoid-volts',
  code: 'sv',
  title: 'Volts at the fuel solenoid',
  todo: 'Key on, its plug on, meter from ground to the fed wire.',
  system: 'fuel',
  states: ['key-on'],
  access: ['hood'],
  hazards: ['open-fuel'],
  cannotClear: ['the plunger, and the jet behind it'],
  mayOnlyMean: ['a flat battery: hold it against the volts at the posts'],
  leak: { absent: 0.01 },
  atLeast: (rules) => ({
    ...limitOf('at least', rules, 'feedLostVolts'),
    value: rules.batteryVolts.value - rules.feedLostVolts.value,
  }),
  points: ['feed of the solenoid'],
});
