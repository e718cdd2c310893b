import { limitOf } from './assessment.ts';
import { defineFed } from './define.fed.ts';

const TAPS = ['feed', 'key-out', 'interlock-out', 'relay'] as const;

export const powerStartSignal = defineFed({
  id: 'power.start-signal',
  code: 'sg',
  title: 'Start signal',
  system: 'power',
  states: ['key-on'],
  access: ['hood'],
  hazards: ['stops-dead', 'interlocks'],
  atLeast: (rules) => limitOf('at least', rules, 'signalVolts'),
  spread: () => 0.15,
  points: ['the line before the tap'],
  // Where along the line it was measured is what it speaks of: a part for each tap, and one for who did not say.
  taps: TAPS,
});
