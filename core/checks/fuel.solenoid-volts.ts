import { carburetted } from '../engine/index.ts';
import { limitOf } from './assessment.ts';
import { defineFed } from './define.fed.ts';
import { numberField } from './field.ts';

export const fuelSolenoidVolts = defineFed({
  id: 'fuel.solenoid-volts',
  code: 'sv',
  title: 'Volts at the fuel solenoid',
  system: 'fuel',
  appliesTo: carburetted,
  states: ['key-on'],
  access: ['hood'],
  hazards: ['open-fuel'],
  posts: numberField('At the battery posts', 'voltage', [0, 16], ['V', 'V']),
  atLeast: (rules, postVolts) => ({
    ...limitOf('at least', rules, 'feedLostVolts'),
    value: (postVolts ?? rules.batteryVolts.value) - rules.feedLostVolts.value,
  }),
  // Without the battery's own volts, how low it may stand is in the scatter.
  spread: (postVolts) => (postVolts === null ? 0.6 : 0.15),
  points: ['feed of the solenoid'],
});
