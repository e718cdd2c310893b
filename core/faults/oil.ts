import { fix } from './define.ts';
import { defineFault } from './defineFault.ts';

/** Oil and breathing. Numbers: common practice and from memory, adjustable. */
export const OIL_FAULTS = [
  defineFault({
    id: 'oil.low',
    title: 'Oil low',
    part: 'crank',
    weight: 2,
    perHundredHours: 1.02,
    symptoms: { knock: 0.3, overheats: 0.3 },
    effects: [{ check: 'look.oil', outcomes: { low: 0.97 } }],
    confirmedBy: [[{ check: 'look.oil', outcomes: ['low'] }]],
    repair: fix('adjusted', 5, [], 'look.oil', [5, 15]),
    behind: 'Where it went: drips, smoke, breather.',
  }),
  defineFault({
    id: 'oil.overfull',
    title: 'Oil overfilled',
    part: 'crank',
    weight: 2,
    symptoms: { 'smoke-blue': 0.6, 'oil-level-rises': 0.2, 'cranks-slow': 0.1, 'smoke-white': 0.1 },
    effects: [
      { check: 'look.oil', outcomes: { 'overfull-clean': 0.95, 'overfull-fuel': 0.01 } },
      { check: 'seal.crankcase-vacuum', outcomes: { pushes: 0.25 } },
      { check: 'turn.by-hand', outcomes: { drags: 0.15 } },
    ],
    confirmedBy: [[{ check: 'look.oil', outcomes: ['overfull-clean'] }]],
    repair: fix('adjusted', 10, [], 'look.oil'),
    behind: 'Who filled it, and by which mark: level ground, stick as the sheet says.',
  }),
  defineFault({
    id: 'oil.breather',
    title: 'Breather',
    part: 'crank',
    weight: 2,
    symptoms: { 'smoke-blue': 0.6, 'low-power': 0.1 },
    effects: [
      { check: 'seal.crankcase-vacuum', outcomes: { pushes: 0.94 } },
      { check: 'look.stains', outcomes: { 'oil-at-head': 0.25 } },
    ],
    confirmedBy: [
      [
        { check: 'seal.crankcase-vacuum', outcomes: ['pushes'] },
        // Rings that push the crankcase up lose more than any worn one.
        { check: 'seal.leak-down', outcomes: ['sound', 'worn'], on: 'every' },
      ],
    ],
    repair: fix('replaced', 15, ['hood'], 'seal.crankcase-vacuum', [8, 30]),
    behind: 'Pressure in the crankcase has a cause: rings and gasket first.',
  }),
];
