import type { EngineWords } from '../engine/index.ts';
import { fix } from './define.ts';
import { defineFault } from './defineFault.ts';

const hasRelease = (engine: EngineWords) => engine.compressionRelease !== 'none';

/** Only lash beyond the bump of the cam takes the release away; what is tight, or a blade over its limit, does not. */
const NOT_WIDE = (['intake', 'exhaust'] as const).map(
  (part) => ({ check: 'valve.lash', part, outcomes: ['tight', 'ok', 'wide'], on: 'every' }) as const,
);

/** What stops or loosens the turning of the engine. Numbers: common practice and from memory, adjustable. */
export const TURN_FAULTS = [
  defineFault({
    id: 'turn.pto-seized',
    title: 'Blade clutch or drive seized',
    part: 'crank',
    weight: 2,
    history: { 'stood-outdoors': 1.5, 'struck-object': 1.3 },
    failures: [{ failure: 'crank', levels: { stops: 0.55, slow: 0.3, click: 0.1 } }],
    symptoms: { 'will-not-turn': 0.6, 'crank-stops': 0.4, 'cranks-slow': 0.25 },
    effects: [
      { check: 'turn.by-hand', outcomes: { locked: 0.55, drags: 0.35 } },
      { check: 'turn.plugs-out', outcomes: { 'still-locked': 0.85 } },
      { check: 'turn.pto', outcomes: { seized: 0.68, rough: 0.3 } },
      { check: 'turn.pto-drag', outcomes: { drags: 0.9 } },
      { check: 'power.crank-current', outcomes: { locked: 0.4, high: 0.5 } },
      { check: 'power.crank-volts', outcomes: { sags: 0.45, collapses: 0.35 } },
    ],
    confirmedBy: [
      [{ check: 'turn.pto', outcomes: ['seized'] }],
      // What is only rough to turn must be felt through the crank to be the cause.
      [
        { check: 'turn.pto', outcomes: ['rough'] },
        { check: 'turn.by-hand', outcomes: ['drags', 'locked'] },
      ],
    ],
    repair: fix('replaced', 40, ['belly'], 'turn.by-hand', [80, 260]),
    behind: 'What seized it: water in the bearing, a belt or string wound in.',
  }),
  defineFault({
    id: 'turn.pto-drag',
    title: 'Blade drive drags',
    part: 'crank',
    weight: 2,
    history: { 'stood-outdoors': 1.4, 'worse-over-weeks': 1.3 },
    failures: [{ failure: 'crank', levels: { slow: 0.6, stops: 0.05 } }],
    effects: [
      { check: 'turn.by-hand', outcomes: { drags: 0.7 } },
      { check: 'turn.pto-drag', outcomes: { drags: 0.95 } },
      { check: 'turn.pto', outcomes: { rough: 0.75 } },
      { check: 'power.crank-current', outcomes: { high: 0.6 } },
      { check: 'power.crank-volts', outcomes: { sags: 0.5, collapses: 0.05 } },
    ],
    confirmedBy: [[{ check: 'turn.pto-drag', outcomes: ['drags'] }]],
    repair: fix('repaired', 25, ['belly'], 'turn.pto-drag', [10, 80]),
    behind: 'A bearing that ran dry, or string wound in: what let it in.',
  }),
  defineFault({
    id: 'turn.engine-seized',
    title: 'Engine seized',
    part: 'crank',
    weight: 1,
    failures: [{ failure: 'crank', levels: { stops: 0.85, click: 0.1 } }],
    symptoms: { 'will-not-turn': 0.85, 'stopped-suddenly': 0.5, 'crank-stops': 0.5 },
    effects: [
      { check: 'turn.by-hand', outcomes: { locked: 0.97 } },
      { check: 'turn.plugs-out', outcomes: { 'still-locked': 0.97 } },
      { check: 'look.oil', outcomes: { low: 0.55 } },
      // A starter made for an engine with a release takes less as it stands.
      { check: 'power.crank-current', outcomes: { locked: 0.6, high: 0.37 } },
      { check: 'power.crank-volts', outcomes: { sags: 0.45, collapses: 0.5 } },
    ],
    confirmedBy: [
      [
        { check: 'turn.plugs-out', outcomes: ['still-locked'] },
        { check: 'turn.pto', outcomes: ['free'] },
      ],
    ],
    repair: fix('replaced', 600, [], 'turn.by-hand', [500, 1500]),
    behind: 'Oil: how low, how old, and where it went.',
    endsInDecision: true,
  }),
  defineFault({
    id: 'valve.release-off',
    title: 'Compression release lost',
    part: 'release',
    weight: 3,
    appliesTo: hasRelease,
    failures: [{ failure: 'crank', levels: { stops: 0.5, slow: 0.35 } }],
    symptoms: { 'crank-stops': 0.5, 'cranks-slow': 0.4, 'kicks-back': 0.15 },
    effects: [
      { check: 'turn.by-hand', outcomes: { 'firm-at-compression': 0.95 } },
      { check: 'look.crank', outcomes: { slow: 0.2, hesitates: 0.35, 'stops-dead': 0.26, groans: 0.04 } },
      { check: 'power.crank-current', outcomes: { high: 0.45, locked: 0.12 } },
      { check: 'power.crank-volts', outcomes: { sags: 0.6, collapses: 0.1 } },
      { check: 'seal.compression', outcomes: { high: 0.88 }, on: 'every' },
    ],
    confirmedBy: [
      [{ check: 'seal.compression', outcomes: ['high'], on: 'every' }, ...NOT_WIDE],
      [
        { check: 'turn.by-hand', outcomes: ['firm-at-compression'] },
        ...NOT_WIDE,
        { check: 'power.tester', outcomes: ['good'] },
      ],
    ],
    repair: fix('repaired', 60, ['head[c]'], 'look.crank', [20, 120]),
    behind: 'Lash first: beyond the bump of the cam the release is gone by itself.',
  }),
  defineFault({
    id: 'valve.release-on',
    title: 'Compression release stays on',
    part: 'release',
    weight: 1,
    appliesTo: hasRelease,
    failures: [
      { failure: 'crank', levels: { fast: 0.6 } },
      { failure: 'seal', levels: { weak: 0.7, gone: 0.2 }, on: 'every' },
    ],
    symptoms: { 'hard-start-cold': 0.55, 'low-power': 0.35, 'pops-exhaust': 0.2 },
    effects: [{ check: 'seal.compression', outcomes: { low: 0.4, 'very-low': 0.5 }, on: 'every' }],
    confirmedBy: [
      [
        { check: 'seal.compression', outcomes: ['low', 'very-low', 'none'], on: 'every' },
        // Worn as rings wear it is still far from so little.
        { check: 'seal.leak-down', outcomes: ['sound', 'worn'], on: 'every' },
      ],
    ],
    repair: fix('repaired', 60, ['head[c]'], 'seal.compression', [20, 120]),
  }),
];
