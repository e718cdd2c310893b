import { defineFed } from './define.fed.ts';
import { type CheckDefinition, limitOf } from './define.ts';

const TAPS = ['feed', 'key-out', 'interlock-out', 'relay'];

const startSignal = defineFed({
  id: 'power.start-signal',
  code: 'sg',
  title: 'Start signal',
  todo: 'Key held at start, meter from ground to the tap: at the relay first; if there is none, back along the line. Say where.',
  system: 'power',
  states: ['key-on'],
  access: ['hood'],
  hazards: ['stops-dead', 'interlocks'],
  cannotClear: ['what lies before or behind the tap'],
  mayOnlyMean: ['key, interlock, fuse or wire: where along the line was it measured?'],
  leak: { absent: 0.01 },
  atLeast: (rules) => limitOf('at least', rules, 'signalVolts'),
  spread: () => 0.15,
  extra: {
    tap: { kind: 'choice', label: 'Tap', choices: TAPS, required: false },
  },
  points: ['the line before the tap'],
});

/** Where along the line it was measured is what it speaks of: a part for each tap, and one for who did not say. */
export const powerStartSignal: CheckDefinition = {
  ...startSignal,
  combine: { kind: 'parts' },
  partsOf: () => ['', ...TAPS].map((id) => ({ id, outcomes: ['present', 'absent'] })),
  assess: (reading, context) => {
    const assessed = startSignal.assess(reading, context);
    const { tap } = reading.fields;
    const said = assessed.weights[''];
    return typeof tap === 'string' && said ? { ...assessed, weights: { [tap]: said } } : assessed;
  },
};
