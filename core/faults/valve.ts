import type { EngineWords } from '../engine/index.ts';
import { type FaultDefinition, fix, type NeedSpec } from './define.ts';
import { defineFault } from './defineFault.ts';

const adjusted = (engine: EngineWords) => engine.lifters !== 'hydraulic';
const hydraulic = (engine: EngineWords) => engine.lifters !== 'solid';
const hasRelease = (engine: EngineWords) => engine.compressionRelease === 'automatic';

/** Air is heard at that place, whatever the gauge says: the ear wins. */
const heardAt = (part: 'intake' | 'exhaust'): NeedSpec => ({
  check: 'seal.leak-down',
  part,
  outcomes: ['clear', 'loud'],
});

/** Lash that has gone: the valve never quite shuts, most of all hot; it hisses like a leaking seat and is none. */
const tight = (valve: 'intake' | 'exhaust', title: string, pops: 'pops-intake' | 'pops-exhaust') =>
  defineFault({
    id: `valve.lash-tight-${valve}`,
    title,
    part: 'lash',
    perCylinder: true,
    weight: 3,
    appliesTo: adjusted,
    history: { 'since-work-on:head': 4, 'since-work-on:valves': 3, 'only-hot': 1.5 },
    perHundredHours: 1.03,
    failures: [
      { failure: 'seal', levels: { weak: 0.55, gone: 0.35 }, when: { temperatures: ['hot'] } },
      { failure: 'seal', levels: { weak: 0.65, gone: 0.15 } },
      { failure: 'pull', levels: { weak: 0.55, dead: 0.25 }, when: { temperatures: ['hot'] } },
      { failure: 'pull', levels: { weak: 0.45, dead: 0.08 } },
    ],
    symptoms: {
      [pops]: 0.5,
      'low-power': 0.6,
      'dies-after-minutes': 0.2,
      'hard-start-hot': 0.3,
      'runs-rough': 0.4,
      'one-cylinder': 0.2,
    },
    effects: [
      { check: 'valve.lash', part: valve, outcomes: { tight: 0.97 } },
      { check: 'valve.lash', outcomes: { tight: 0.97 } },
      { check: 'seal.leak-down', outcomes: { leaks: 0.5, worn: 0.25, open: 0.1 } },
      { check: 'seal.leak-down', part: valve, outcomes: { clear: 0.55, loud: 0.25, faint: 0.12 } },
    ],
    confirmedBy: [[{ check: 'valve.lash', part: valve, outcomes: ['tight'] }]],
    repair: fix(
      'adjusted',
      12,
      ['valve-cover[c]'],
      'valve.lash',
      [4, 12],
      [{ fault: 'valve.lash-wide', on: 'same', chance: 0.02 }],
    ),
    behind: 'Why it went: a seat that sinks, head work not followed by a re-set.',
  });

/** A seat that does not hold, with clearance there: heard at its port. */
const leaking = (
  valve: 'intake' | 'exhaust',
  title: string,
  symptoms: FaultDefinition['symptoms'],
  oil: FaultDefinition['history'],
) =>
  defineFault({
    id: `valve.${valve}-leak`,
    title,
    part: 'valves',
    perCylinder: true,
    weight: 4,
    perHundredHours: 1.05,
    history: { 'worse-over-weeks': 1.4, ...oil },
    failures: [
      { failure: 'seal', levels: { weak: 0.55, gone: 0.35 } },
      { failure: 'pull', levels: { weak: 0.5, dead: 0.25 } },
    ],
    symptoms: { 'low-power': 0.6, 'runs-rough': 0.5, 'one-cylinder': 0.2, 'hard-start-cold': 0.25, ...symptoms },
    effects: [
      { check: 'seal.leak-down', outcomes: { leaks: 0.5, open: 0.36, worn: 0.1 } },
      { check: 'seal.leak-down', part: valve, outcomes: { loud: 0.6, clear: 0.33, faint: 0.05 } },
      { check: 'seal.fluid-test', outcomes: { [`weeps-${valve}` as const]: 0.92 } },
    ],
    confirmedBy: [
      [heardAt(valve), { check: 'valve.lash', part: valve, outcomes: ['ok', 'wide', 'wider', 'far'] }],
      [{ check: 'seal.fluid-test', outcomes: [`weeps-${valve}` as const] }],
    ],
    repair: fix(
      'repaired',
      180,
      ['head[c]'],
      'seal.leak-down',
      [30, 140],
      [
        { fault: `valve.lash-tight-${valve}`, on: 'same', chance: 0.04 },
        { fault: 'seal.head-gasket-out', on: 'same', chance: 0.02 },
      ],
    ),
    behind: 'A seat that was cut takes lash away: re-set it after the head is on.',
  });

/** Valves and what moves them. Numbers: common practice and from memory, adjustable; parts prices invented. */
export const VALVE_FAULTS = [
  tight('intake', 'Intake lash tight', 'pops-intake'),
  tight('exhaust', 'Exhaust lash tight', 'pops-exhaust'),
  defineFault({
    id: 'valve.lash-wide',
    title: 'Lash wide',
    part: 'lash',
    perCylinder: true,
    weight: 6,
    appliesTo: adjusted,
    perHundredHours: 1.1,
    history: { 'since-work-on:valves': 1.5, 'worse-over-weeks': 1.3 },
    // Beyond the bump the release is gone: the starter meets the whole compression.
    engineFactor: (engine) => (hasRelease(engine) ? 1.3 : 1),
    failures: [
      { failure: 'pull', levels: { weak: 0.25 } },
      { failure: 'crank', levels: { slow: 0.22, stops: 0.12 } },
    ],
    symptoms: { knock: 0.4, 'low-power': 0.35, 'hard-start-cold': 0.25 },
    effects: [
      { check: 'valve.lash', part: 'intake', outcomes: { wide: 0.12, wider: 0.377, far: 0.003 } },
      { check: 'valve.lash', part: 'exhaust', outcomes: { wide: 0.22, wider: 0.756, far: 0.004 } },
      { check: 'valve.lash', outcomes: { wide: 0.96 } },
      // What wide lash takes of the lift is hardly seen.
      { check: 'valve.motion', outcomes: { 'intake-short': 0.04, 'exhaust-short': 0.05 } },
      { check: 'turn.by-hand', outcomes: { 'firm-at-compression': 0.5 } },
      { check: 'look.crank', outcomes: { slow: 0.14, hesitates: 0.2, 'stops-dead': 0.08 } },
      { check: 'seal.compression', outcomes: { high: 0.55 } },
    ],
    // The intake alone: the release, which sits on the exhaust, is as it was. Lash wide on neither is not wide lash.
    otherwise: {
      share: 0.2,
      failures: [{ failure: 'pull', levels: { weak: 0.25 } }],
      symptoms: { knock: 0.4, 'low-power': 0.35, 'hard-start-cold': 0.2 },
      effects: [
        { check: 'valve.lash', part: 'intake', outcomes: { wide: 0.22, wider: 0.756, far: 0.004 } },
        { check: 'valve.lash', part: 'exhaust', outcomes: { wide: 0.03 } },
        { check: 'valve.lash', outcomes: { wide: 0.96 } },
        { check: 'valve.motion', outcomes: { 'intake-short': 0.06 } },
      ],
    },
    confirmedBy: [
      [{ check: 'valve.lash', outcomes: ['wide', 'wider'], part: 'intake' }],
      [{ check: 'valve.lash', outcomes: ['wide', 'wider'], part: 'exhaust' }],
      // Further out than any wear, or only said to be wide: what lies open beside it is looked at first.
      [
        { check: 'valve.lash', outcomes: ['wide'] },
        { check: 'valve.pushrods', outcomes: ['ok'] },
        { check: 'valve.rocker-studs', outcomes: ['tight'] },
      ],
    ],
    repair: fix(
      'adjusted',
      12,
      ['valve-cover[c]'],
      'valve.lash',
      [4, 12],
      [{ fault: 'valve.lash-tight-exhaust', on: 'same', chance: 0.02 }],
    ),
    behind: 'A stud or lock nut that backs out: re-measure after locking.',
  }),
  defineFault({
    id: 'valve.rocker-loose',
    title: 'Rocker stud loose',
    part: 'valve-train',
    perCylinder: true,
    weight: 3,
    history: { 'since-work-on:valves': 2.5, 'since-work-on:head': 2 },
    failures: [
      { failure: 'pull', levels: { dead: 0.5, weak: 0.4 } },
      // A rocker that hangs does not lift the valve on the bump either.
      { failure: 'crank', levels: { slow: 0.1, stops: 0.05 } },
    ],
    symptoms: { 'pops-intake': 0.35, 'pops-exhaust': 0.35, 'one-cylinder': 0.35, 'low-power': 0.6, knock: 0.35 },
    effects: [
      { check: 'valve.rocker-studs', outcomes: { loose: 0.96 } },
      {
        check: 'valve.motion',
        outcomes: { 'intake-short': 0.33, 'exhaust-short': 0.38, 'intake-still': 0.08, 'exhaust-still': 0.1 },
      },
      { check: 'valve.lash', part: 'intake', outcomes: { wide: 0.05, wider: 0.2, far: 0.15 } },
      { check: 'valve.lash', part: 'exhaust', outcomes: { wide: 0.05, wider: 0.2, far: 0.15 } },
      { check: 'valve.lash', outcomes: { wide: 0.7 } },
    ],
    confirmedBy: [[{ check: 'valve.rocker-studs', outcomes: ['loose'] }]],
    repair: fix('repaired', 15, ['valve-cover[c]'], 'balance.heat', [5, 40]),
    behind: 'The thread in the head: a stud that backed out once does it again.',
  }),
  defineFault({
    id: 'valve.pushrod',
    title: 'Push rod bent or off',
    part: 'valve-train',
    perCylinder: true,
    weight: 4,
    history: { 'since-work-on:valves': 1.5, 'since-work-on:head': 2 },
    failures: [{ failure: 'pull', levels: { dead: 0.72, weak: 0.23 } }],
    symptoms: {
      'low-power': 0.7,
      'one-cylinder': 0.5,
      'pops-intake': 0.3,
      'pops-exhaust': 0.25,
      'runs-rough': 0.6,
      'stopped-suddenly': 0.1,
    },
    effects: [
      {
        check: 'valve.motion',
        outcomes: { 'intake-still': 0.33, 'exhaust-still': 0.33, 'intake-short': 0.15, 'exhaust-short': 0.15 },
      },
      { check: 'valve.pushrods', outcomes: { bent: 0.6, off: 0.37 } },
      // A bent rod is a short one.
      { check: 'valve.lash', part: 'intake', outcomes: { wide: 0.02, wider: 0.08, far: 0.35 } },
      { check: 'valve.lash', part: 'exhaust', outcomes: { wide: 0.02, wider: 0.08, far: 0.35 } },
      { check: 'valve.lash', outcomes: { wide: 0.8 } },
      { check: 'seal.thumb', outcomes: { soft: 0.3, nothing: 0.2 } },
      // The gauge is blunt and leak-down blind: the valve simply never opens.
      { check: 'seal.compression', outcomes: { low: 0.25, 'very-low': 0.2 } },
      { check: 'spark.plug-look', outcomes: { wet: 0.3, 'clean-cold': 0.35, sooty: 0.1 } },
    ],
    confirmedBy: [
      [{ check: 'valve.pushrods', outcomes: ['bent', 'off'] }],
      [{ check: 'valve.motion', outcomes: ['intake-still', 'exhaust-still'] }],
    ],
    repair: fix(
      'replaced',
      15,
      ['valve-cover[c]'],
      'balance.heat',
      [8, 30],
      [{ fault: 'valve.lash-wide', on: 'same', chance: 0.02 }],
    ),
    behind: 'Why it bent: a sticking valve or guide, a stud backing out.',
  }),
  defineFault({
    id: 'valve.stuck',
    title: 'Valve stuck open',
    part: 'valves',
    perCylinder: true,
    weight: 2,
    stored: 2,
    failures: [
      { failure: 'pull', levels: { dead: 0.92, weak: 0.05 } },
      { failure: 'seal', levels: { gone: 0.95 } },
    ],
    symptoms: { 'low-power': 0.7, 'one-cylinder': 0.5, 'pops-intake': 0.35, 'runs-rough': 0.6 },
    effects: [
      { check: 'valve.motion', outcomes: { 'stays-open': 0.92 } },
      { check: 'seal.thumb', outcomes: { nothing: 0.75, soft: 0.18 } },
      { check: 'seal.compression', outcomes: { none: 0.7, 'very-low': 0.25 } },
      { check: 'seal.leak-down', outcomes: { open: 0.9, leaks: 0.07 } },
      { check: 'seal.leak-down', part: 'intake', outcomes: { loud: 0.5 } },
      { check: 'seal.leak-down', part: 'exhaust', outcomes: { loud: 0.48 } },
      // What holds it open lets fluid past as well.
      { check: 'seal.fluid-test', outcomes: { 'weeps-intake': 0.48, 'weeps-exhaust': 0.46 } },
      { check: 'turn.by-hand', outcomes: { drags: 0.05 } },
    ],
    confirmedBy: [[{ check: 'valve.motion', outcomes: ['stays-open'] }]],
    repair: fix('repaired', 60, ['head[c]'], 'seal.thumb', [10, 80]),
    sameWork: 'head off to a valve held open',
    behind: 'Why it stuck: stale fuel, heat, a loose guide.',
  }),
  leaking('intake', 'Intake valve leaks', { 'pops-intake': 0.4 }, {}),
  leaking('exhaust', 'Exhaust valve leaks', { 'pops-exhaust': 0.45 }, { 'only-hot': 1.2 }),
  defineFault({
    id: 'valve.spring',
    title: 'Valve spring broken',
    part: 'valve-train',
    perCylinder: true,
    weight: 1,
    failures: [
      { failure: 'pull', levels: { weak: 0.6, dead: 0.2 }, when: { states: ['full-speed', 'loaded'] } },
      { failure: 'pull', levels: { weak: 0.35, dead: 0.08 } },
    ],
    symptoms: { 'cuts-out-at-speed': 0.4, knock: 0.3, 'low-power': 0.5 },
    effects: [
      { check: 'valve.springs', outcomes: { broken: 0.96 } },
      { check: 'seal.leak-down', outcomes: { leaks: 0.25, worn: 0.15 } },
    ],
    confirmedBy: [[{ check: 'valve.springs', outcomes: ['broken'] }]],
    repair: fix('replaced', 60, ['valve-cover[c]'], 'balance.heat', [8, 30]),
    behind: 'Where the piece went.',
  }),
  defineFault({
    id: 'valve.lifter',
    title: 'Lifter collapsed',
    part: 'valve-train',
    perCylinder: true,
    weight: 2,
    appliesTo: hydraulic,
    stored: 1.3,
    failures: [{ failure: 'pull', levels: { weak: 0.5, dead: 0.1 } }],
    symptoms: { knock: 0.6, 'low-power': 0.4 },
    effects: [
      { check: 'valve.lifter', outcomes: { collapsed: 0.94 } },
      { check: 'valve.motion', outcomes: { 'intake-short': 0.3, 'exhaust-short': 0.3 } },
    ],
    confirmedBy: [[{ check: 'valve.lifter', outcomes: ['collapsed'] }]],
    repair: fix('replaced', 90, ['valve-cover[c]'], 'valve.lifter', [20, 90]),
    behind: 'Spongy after standing is normal; collapsed after running is oil or wear.',
  }),
  defineFault({
    id: 'valve.cam-lobe',
    title: 'Cam lobe worn',
    part: 'valve-train',
    perCylinder: true,
    weight: 1,
    perHundredHours: 1.06,
    // Worn flat it hardly opens its valve at all.
    failures: [{ failure: 'pull', levels: { weak: 0.52, dead: 0.33 } }],
    symptoms: { 'low-power': 0.6, 'pops-intake': 0.3, 'pops-exhaust': 0.25, 'runs-rough': 0.4 },
    effects: [
      { check: 'valve.motion', outcomes: { 'intake-short': 0.48, 'exhaust-short': 0.46, 'intake-still': 0.02 } },
      { check: 'spark.plug-look', outcomes: { 'clean-cold': 0.15, sooty: 0.12, wet: 0.08 } },
    ],
    confirmedBy: [
      [
        { check: 'valve.motion', outcomes: ['intake-short', 'exhaust-short'] },
        { check: 'valve.rocker-studs', outcomes: ['tight'] },
        { check: 'valve.pushrods', outcomes: ['ok'] },
        { check: 'valve.lash', outcomes: ['ok'] },
      ],
      // Hydraulic lifters have no lash to look at.
      [
        { check: 'valve.motion', outcomes: ['intake-short', 'exhaust-short'] },
        { check: 'valve.rocker-studs', outcomes: ['tight'] },
        { check: 'valve.lifter', outcomes: ['firm'] },
      ],
    ],
    repair: fix('replaced', 300, [], 'valve.motion', [80, 250]),
    behind: 'Oil: how old, how low.',
    endsInDecision: true,
  }),
  defineFault({
    id: 'valve.debris',
    title: 'Something under a valve',
    part: 'valves',
    perCylinder: true,
    weight: 1,
    history: { 'since-work-on:fuel': 1.5, 'since-work-on:head': 1.5 },
    failures: [
      { failure: 'pull', levels: { dead: 0.85, weak: 0.1 } },
      { failure: 'seal', levels: { gone: 0.9, weak: 0.08 } },
    ],
    symptoms: { 'stopped-suddenly': 0.4, 'one-cylinder': 0.5, knock: 0.3, 'pops-intake': 0.3 },
    effects: [
      { check: 'seal.leak-down', outcomes: { open: 0.8, leaks: 0.17 } },
      { check: 'seal.leak-down', part: 'intake', outcomes: { loud: 0.55 } },
      { check: 'seal.leak-down', part: 'exhaust', outcomes: { loud: 0.4 } },
      { check: 'valve.motion', outcomes: { 'stays-open': 0.35 } },
      { check: 'seal.fluid-test', outcomes: { 'weeps-intake': 0.55, 'weeps-exhaust': 0.4 } },
      { check: 'seal.bore-look', outcomes: { scored: 0.15 } },
    ],
    confirmedBy: [
      [
        { check: 'seal.leak-down', outcomes: ['open'] },
        { check: 'valve.motion', outcomes: ['stays-open'] },
      ],
    ],
    repair: fix('removed', 120, ['head[c]'], 'seal.leak-down', [30, 90]),
    sameWork: 'head off to a valve held open',
    behind: 'Something came off upstream: find what, and whether more of it is on its way.',
  }),
];
