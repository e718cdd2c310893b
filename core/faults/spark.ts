import type { OutcomeOf } from '../checks/index.ts';
import { type EngineWords, mayBe } from '../engine/index.ts';
import { fix, type RepairDefinition } from './define.ts';
import { defineFault } from './defineFault.ts';

/** A kill harness with a diode in each leg needs two coils. */
const hasDiodes = (engine: EngineWords) => engine.cylinders > 1 && mayBe(engine.ignition, 'coil-per-cylinder');
const hasMagneto = (engine: EngineWords) => engine.ignition !== 'points';

/** What handling coils tends to leave behind. */
const AFTER_COIL_WORK = [
  { fault: 'spark.gap-wide', on: 'same', chance: 0.02 },
  { fault: 'spark.kill-lead', on: 'same', chance: 0.01 },
] as const;

const NEW_COIL: RepairDefinition = {
  action: 'replaced',
  minutes: 15,
  access: ['blower-housing'],
  retest: 'spark.tester',
  leaves: AFTER_COIL_WORK,
  partsBand: [45, 130],
};

/** What ails both sides alike shows in no comparison of the two. */
const BOTH_ALIKE = (['balance.heat', 'balance.cut-out', 'balance.rhythm'] as const).map((check) => ({
  check,
  outcomes: {},
}));

/** Settles a coil by elimination: spark bad there, no better with the kill lead off, gap in limits. */
const coilByElimination = (
  outcomes: readonly OutcomeOf<'spark.tester'>[],
  when: { temperatures?: readonly ['hot']; states?: readonly ['half-speed', 'full-speed', 'loaded'] },
) =>
  [
    { check: 'spark.tester', outcomes, when },
    { check: 'spark.kill-off', outcomes: ['same'], when },
    { check: 'spark.air-gap', outcomes: ['ok'] },
  ] as const;

/** Ignition. Numbers: common practice and from memory, adjustable. */
export const SPARK_FAULTS = [
  defineFault({
    id: 'spark.plug-fouled',
    title: 'Plug fouled or cracked',
    part: 'plug',
    perCylinder: true,
    weight: 7,
    stored: 1.3,
    failures: [{ failure: 'pull', levels: { dead: 0.8, weak: 0.16 } }],
    symptoms: {
      'misfire-steady': 0.3,
      'low-power': 0.65,
      'one-cylinder': 0.4,
      'runs-rough': 0.6,
      'hard-start-cold': 0.3,
      'misfire-intermittent': 0.3,
    },
    effects: [
      { check: 'spark.plug-look', outcomes: { bridged: 0.25, cracked: 0.15, wet: 0.3, sooty: 0.2, oily: 0.08 } },
      { check: 'spark.tester', outcomes: { weak: 0.02 } },
    ],
    // Fouled a little it fires until something is asked of it: what a spark has to cross grows with the pressure, not with the speed.
    otherwise: {
      share: 0.25,
      failures: [
        { failure: 'pull', levels: { weak: 0.62, dead: 0.25 }, when: { states: ['loaded'] } },
        { failure: 'pull', levels: { weak: 0.12, dead: 0.03 } },
      ],
      symptoms: {
        'misfire-intermittent': 0.4,
        'low-power': 0.6,
        'runs-rough': 0.35,
        'misfire-steady': 0.12,
        'one-cylinder': 0.1,
        'hard-start-cold': 0.15,
      },
      effects: [
        { check: 'spark.plug-look', outcomes: { sooty: 0.5, oily: 0.22, wet: 0.1, cracked: 0.06, bridged: 0.02 } },
        { check: 'spark.tester', outcomes: { weak: 0.02 } },
      ],
    },
    curedBy: [{ check: 'spark.plug-swap' }, { check: 'spark.plug-new' }],
    confirmedBy: [
      [{ check: 'spark.plug-swap', outcomes: ['follows-plug'], on: 'every' }],
      [{ check: 'spark.plug-new', outcomes: ['returns'] }],
      [
        { check: 'spark.plug-new', outcomes: ['returns'] },
        { check: 'spark.plug-gap', outcomes: ['ok'] },
      ],
      [{ check: 'spark.plug-look', outcomes: ['bridged', 'cracked'] }],
    ],
    repair: {
      action: 'replaced',
      minutes: 3,
      access: ['plug[c]'],
      retest: 'balance.heat',
      leaves: [{ fault: 'spark.plug-lead', on: 'same', chance: 0.01 }],
      partsBand: [3, 9],
    },
    behind: 'What fouled it: rich, oil past the rings, or a coil that was too weak to burn it clean.',
  }),
  defineFault({
    id: 'spark.plug-lead',
    title: 'Plug lead, boot or terminal',
    part: 'plug-lead',
    perCylinder: true,
    weight: 4,
    history: { 'since-work-on:ignition': 2.5, 'since-work-on:valves': 1.5, rodents: 2 },
    showsToday: 0.8,
    failures: [{ failure: 'pull', levels: { dead: 0.5, weak: 0.4 } }],
    symptoms: { 'misfire-intermittent': 0.55, 'low-power': 0.55, 'one-cylinder': 0.3, 'runs-rough': 0.5 },
    effects: [
      { check: 'spark.tester', part: 'speed', outcomes: { 'goes-dark': 0.04 } },
      { check: 'spark.tester', outcomes: { none: 0.33, skips: 0.2, weak: 0.33 } },
      { check: 'spark.lead-look', outcomes: { pinched: 0.2, chafed: 0.25, arcing: 0.15, 'loose-terminal': 0.25 } },
      { check: 'spark.coil-ohms', outcomes: { unsteady: 0.65, open: 0.12, high: 0.05 } },
      { check: 'look.wiring', outcomes: { damaged: 0.35 }, part: 'plug-lead-[c]' },
    ],
    confirmedBy: [
      [{ check: 'spark.lead-look', outcomes: ['pinched', 'chafed', 'arcing', 'loose-terminal'] }],
      [{ check: 'spark.coil-ohms', outcomes: ['unsteady'] }],
    ],
    repair: { action: 'repaired', minutes: 15, access: ['lead[c]'], retest: 'spark.tester', leaves: [] },
    behind: 'Where it rubbed: put the lead back in its groove and clip it.',
  }),
  defineFault({
    id: 'spark.coil-open',
    title: 'Coil open',
    part: 'coil',
    perCylinder: true,
    weight: 6,
    perHundredHours: 1.05,
    failures: [{ failure: 'pull', levels: { dead: 0.99, weak: 0.01 } }],
    effects: [
      { check: 'spark.tester', part: 'speed', outcomes: { 'goes-dark': 0.06 } },
      { check: 'spark.tester', outcomes: { none: 0.8, weak: 0.08, skips: 0.07 } },
      { check: 'spark.coil-ohms', outcomes: { open: 0.88, high: 0.05, unsteady: 0.05 } },
    ],
    curedBy: [{ check: 'spark.coil-swap' }],
    confirmedBy: [
      [
        { check: 'spark.coil-ohms', outcomes: ['open'] },
        { check: 'spark.lead-look', outcomes: ['ok'] },
      ],
    ],
    repair: NEW_COIL,
    sameWork: 'new coil',
  }),
  defineFault({
    id: 'spark.coil-hot',
    title: 'Coil drops out hot',
    part: 'coil',
    perCylinder: true,
    weight: 5,
    perHundredHours: 1.05,
    showsToday: 0.85,
    history: { 'only-hot': 4 },
    failures: [
      { failure: 'pull', levels: { dead: 0.03, weak: 0.05 }, when: { temperatures: ['cold'] } },
      { failure: 'pull', levels: { dead: 0.7, weak: 0.2 }, when: { temperatures: ['hot'] } },
      { failure: 'pull', levels: { dead: 0.25, weak: 0.2 } },
    ],
    symptoms: {
      'low-power': 0.6,
      'hard-start-hot': 0.5,
      'dies-after-minutes': 0.25,
      'one-cylinder': 0.3,
      'misfire-intermittent': 0.3,
      'runs-rough': 0.35,
    },
    effects: [
      { check: 'spark.tester', part: 'speed', outcomes: { 'goes-dark': 0.1 } },
      { check: 'spark.tester', outcomes: { none: 0.02, weak: 0.05, skips: 0.03 }, when: { temperatures: ['cold'] } },
      { check: 'spark.tester', outcomes: { none: 0.7, weak: 0.12, skips: 0.12 }, when: { temperatures: ['hot'] } },
      { check: 'spark.tester', outcomes: { none: 0.2, weak: 0.12, skips: 0.12 } },
      { check: 'spark.coil-ohms', outcomes: { open: 0.25, high: 0.2, unsteady: 0.1 }, when: { temperatures: ['hot'] } },
      { check: 'spark.coil-ohms', outcomes: { high: 0.08 } },
      { check: 'run.timed', part: 'spark', outcomes: { gone: 0.8 } },
      { check: 'run.timed', part: 'restart', outcomes: { 'after-cooling': 0.75, no: 0.1 } },
    ],
    curedBy: [{ check: 'spark.coil-swap' }],
    confirmedBy: [
      coilByElimination(['none', 'skips'], { temperatures: ['hot'] }),
      [{ check: 'spark.coil-swap', outcomes: ['follows-coil'], on: 'every', when: { temperatures: ['hot'] } }],
    ],
    repair: NEW_COIL,
    sameWork: 'new coil',
    behind: 'Packed cooling fins cook coils: look under the shroud while it is off.',
  }),
  defineFault({
    id: 'spark.coil-speed',
    title: 'Coil drops out at speed',
    part: 'coil',
    perCylinder: true,
    weight: 3,
    failures: [
      { failure: 'pull', levels: { dead: 0.65, weak: 0.25 }, when: { states: ['full-speed', 'loaded'] } },
      { failure: 'pull', levels: { dead: 0.25, weak: 0.25 }, when: { states: ['half-speed'] } },
      { failure: 'pull', levels: { dead: 0.03, weak: 0.07 } },
    ],
    symptoms: {
      'cuts-out-at-speed': 0.7,
      'low-power': 0.5,
      'idles-fine': 0.5,
      'pops-exhaust': 0.2,
      'misfire-intermittent': 0.25,
    },
    effects: [
      { check: 'spark.tester', part: 'speed', outcomes: { 'goes-dark': 0.85 } },
      { check: 'spark.tester', outcomes: { none: 0.5, skips: 0.38 }, when: { states: ['full-speed', 'loaded'] } },
      { check: 'spark.tester', outcomes: { none: 0.12, skips: 0.25, weak: 0.05 }, when: { states: ['half-speed'] } },
      { check: 'spark.tester', outcomes: { weak: 0.06, skips: 0.03 } },
      { check: 'spark.coil-ohms', outcomes: { low: 0.08, high: 0.08 } },
    ],
    curedBy: [{ check: 'spark.coil-swap' }],
    confirmedBy: [
      coilByElimination(['none', 'skips'], { states: ['half-speed', 'full-speed', 'loaded'] }),
      [{ check: 'spark.coil-swap', outcomes: ['follows-coil'], on: 'every', when: { states: ['full-speed'] } }],
    ],
    repair: NEW_COIL,
    sameWork: 'new coil',
  }),
  defineFault({
    id: 'spark.coil-weak',
    title: 'Coil weak',
    part: 'coil',
    perCylinder: true,
    weight: 4,
    perHundredHours: 1.05,
    failures: [
      { failure: 'pull', levels: { dead: 0.35, weak: 0.5 }, when: { states: ['loaded', 'full-speed'] } },
      { failure: 'pull', levels: { dead: 0.27, weak: 0.38 } },
    ],
    symptoms: {
      'low-power': 0.6,
      'hard-start-cold': 0.4,
      'runs-rough': 0.5,
      'misfire-steady': 0.3,
      'one-cylinder': 0.25,
    },
    effects: [
      { check: 'spark.tester', part: 'speed', outcomes: { 'goes-dark': 0.15 } },
      { check: 'spark.tester', outcomes: { weak: 0.62, skips: 0.2, none: 0.08 } },
      { check: 'spark.coil-ohms', outcomes: { low: 0.2, high: 0.15, shorted: 0.05 } },
    ],
    curedBy: [{ check: 'spark.coil-swap' }],
    confirmedBy: [
      coilByElimination(['weak', 'skips', 'none'], {}),
      [{ check: 'spark.coil-swap', outcomes: ['follows-coil'], on: 'every' }],
    ],
    repair: NEW_COIL,
    sameWork: 'new coil',
  }),
  defineFault({
    id: 'spark.gap-wide',
    title: 'Coil air gap wide',
    part: 'air-gap',
    perCylinder: true,
    weight: 4,
    history: { 'since-work-on:ignition': 3, 'came-back': 1.3 },
    appliesTo: hasMagneto,
    failures: [{ failure: 'pull', levels: { dead: 0.35, weak: 0.45 } }],
    symptoms: { 'hard-start-cold': 0.5, 'hard-start-hot': 0.35 },
    effects: [
      { check: 'spark.tester', part: 'speed', outcomes: { 'goes-dark': 0.12 } },
      { check: 'spark.tester', outcomes: { weak: 0.5, none: 0.3, skips: 0.1 } },
      { check: 'spark.air-gap', outcomes: { wide: 0.96 } },
    ],
    confirmedBy: [[{ check: 'spark.air-gap', outcomes: ['wide'] }]],
    repair: { action: 'adjusted', minutes: 8, access: ['blower-housing'], retest: 'spark.tester', leaves: [] },
    behind: 'Screws: right length, right thread, tight after the set.',
  }),
  defineFault({
    id: 'spark.gap-tight',
    title: 'Coil air gap tight',
    part: 'air-gap',
    perCylinder: true,
    weight: 1,
    history: { 'since-work-on:ignition': 2 },
    appliesTo: hasMagneto,
    failures: [{ failure: 'pull', levels: { weak: 0.2, dead: 0.05 } }],
    symptoms: { knock: 0.3, 'low-power': 0.25 },
    effects: [
      { check: 'spark.tester', outcomes: { skips: 0.15 } },
      { check: 'spark.air-gap', outcomes: { tight: 0.95 } },
    ],
    confirmedBy: [[{ check: 'spark.air-gap', outcomes: ['tight'] }]],
    repair: { action: 'adjusted', minutes: 8, access: ['blower-housing'], retest: 'spark.tester', leaves: [] },
  }),
  defineFault({
    id: 'spark.kill-lead',
    title: 'Kill lead chafed or pinched to ground',
    part: 'kill-harness',
    perCylinder: true,
    weight: 7,
    history: { 'since-work-on:ignition': 2, 'since-work-on:valves': 2.5, 'since-work-on:electrical': 2, rodents: 2.5 },
    showsToday: 0.92,
    appliesTo: hasMagneto,
    failures: [{ failure: 'pull', levels: { dead: 0.8, weak: 0.15 } }],
    symptoms: {
      'low-power': 0.7,
      'one-cylinder': 0.5,
      'runs-rough': 0.6,
      'pops-exhaust': 0.3,
      'misfire-intermittent': 0.25,
    },
    effects: [
      { check: 'spark.tester', part: 'speed', outcomes: { 'goes-dark': 0.05 } },
      // A drained pulse may still flash a tester: about as often as not [P].
      { check: 'spark.tester', outcomes: { none: 0.38, weak: 0.32, skips: 0.25 }, seen: 0.5 },
      { check: 'look.wiring', outcomes: { damaged: 0.3 }, part: 'kill-lead-[c]' },
    ],
    curedBy: [{ check: 'spark.kill-off' }],
    confirmedBy: [
      [
        { check: 'spark.kill-off', outcomes: ['returns'] },
        { check: 'spark.kill-diode', outcomes: ['good'], on: 'other' },
      ],
      [
        { check: 'look.wiring', outcomes: ['damaged'], part: 'kill-lead-[c]' },
        { check: 'spark.kill-off', outcomes: ['returns'] },
      ],
    ],
    // A single has no partner whose diode could be it; the chassis side has to be clear.
    confirmedOnSingle: [
      [
        { check: 'spark.kill-off', outcomes: ['returns'] },
        { check: 'spark.kill-off-all', outcomes: ['same'] },
      ],
    ],
    repair: { action: 'repaired', minutes: 10, access: ['blower-housing'], retest: 'balance.heat', leaves: [] },
    behind: 'Where it was trapped: clip it clear of the shroud edge.',
  }),
  defineFault({
    id: 'spark.kill-diode-short',
    title: 'Kill diode shorted',
    part: 'kill-diode',
    perCylinder: true,
    weight: 4,
    history: { 'since-work-on:electrical': 1.5 },
    appliesTo: hasDiodes,
    // Its own cylinder runs; the partner's pulse drains through this diode and this coil's primary.
    failures: [{ failure: 'pull', levels: { dead: 0.7, weak: 0.25 }, on: 'other' }],
    symptoms: { 'low-power': 0.7, 'one-cylinder': 0.5, 'runs-rough': 0.6, 'pops-exhaust': 0.25 },
    effects: [
      { check: 'spark.tester', outcomes: { none: 0.26, weak: 0.48, skips: 0.2 }, on: 'other', seen: 0.6 },
      { check: 'spark.kill-diode', outcomes: { shorted: 0.96, open: 0.005 } },
    ],
    // Lifting either coil's lead parts the two coils.
    curedBy: [
      { check: 'spark.kill-off', on: 'same' },
      { check: 'spark.kill-off', on: 'other' },
    ],
    confirmedBy: [
      [{ check: 'spark.kill-diode', outcomes: ['shorted'] }],
      [{ check: 'spark.kill-off', outcomes: ['other-returns'] }],
    ],
    repair: {
      action: 'replaced',
      minutes: 15,
      access: ['blower-housing'],
      retest: 'balance.heat',
      leaves: [{ fault: 'spark.kill-lead', on: 'same', chance: 0.01 }],
      partsBand: [15, 60],
    },
  }),
  defineFault({
    id: 'spark.kill-diode-open',
    title: 'Kill diode open',
    part: 'kill-diode',
    perCylinder: true,
    weight: 2,
    appliesTo: hasDiodes,
    symptoms: { 'will-not-shut-off': 0.85, 'after-fire-at-shutdown': 0.2 },
    effects: [
      { check: 'run.shut-off', outcomes: { 'one-keeps-firing': 0.93, 'after-fires': 0.03 } },
      { check: 'spark.kill-diode', outcomes: { open: 0.96, shorted: 0.005 } },
    ],
    confirmedBy: [[{ check: 'spark.kill-diode', outcomes: ['open'] }]],
    repair: {
      action: 'replaced',
      minutes: 15,
      access: ['blower-housing'],
      retest: 'run.shut-off',
      leaves: [{ fault: 'spark.kill-lead', on: 'same', chance: 0.01 }],
      partsBand: [15, 60],
    },
  }),
  defineFault({
    id: 'spark.kill-common',
    title: 'Common kill wire, key or safety side grounded',
    part: 'key-switch',
    weight: 5,
    history: { 'since-work-on:electrical': 2, rodents: 2 },
    showsToday: 0.85,
    failures: [
      { failure: 'pull', levels: { dead: 0.8, weak: 0.1 }, on: 'every' },
      { failure: 'run', levels: { nostart: 0.75, dies: 0.15 } },
    ],
    symptoms: {
      'cranks-no-start': 0.7,
      'dies-with-seat-or-blades': 0.3,
      'stopped-suddenly': 0.3,
      'dies-after-minutes': 0.1,
    },
    effects: [
      { check: 'spark.tester', outcomes: { none: 0.82, skips: 0.05, weak: 0.05 }, on: 'every' },
      { check: 'look.wiring', outcomes: { damaged: 0.3 }, part: 'kill-common' },
      { check: 'spark.kill-continuity', outcomes: { 'grounded-key-on': 0.75 } },
      { check: 'split.primer', outcomes: { nothing: 0.82, coughs: 0.08 } },
      { check: 'run.timed', part: 'spark', outcomes: { gone: 0.75 } },
    ],
    curedBy: [{ check: 'spark.kill-off-all' }, { check: 'spark.kill-off' }],
    confirmedBy: [
      [{ check: 'spark.kill-off-all', outcomes: ['returns'] }],
      [{ check: 'spark.kill-continuity', outcomes: ['grounded-key-on'] }],
    ],
    repair: { action: 'repaired', minutes: 15, access: ['hood'], retest: 'spark.tester', leaves: [] },
    behind: 'Key, seat or blade switch: move each while it runs before the job is closed.',
  }),
  defineFault({
    id: 'spark.plug-gap',
    title: 'Plug gap wrong',
    part: 'plug',
    perCylinder: true,
    weight: 2,
    perHundredHours: 1.04,
    history: { 'only-under-load': 1.8, 'since-work-on:ignition': 1.5 },
    failures: [
      { failure: 'pull', levels: { weak: 0.5, dead: 0.08 }, when: { states: ['loaded'] } },
      { failure: 'pull', levels: { weak: 0.22, dead: 0.05 } },
    ],
    symptoms: { 'misfire-intermittent': 0.5, 'low-power': 0.4, 'hard-start-cold': 0.25 },
    effects: [{ check: 'spark.plug-gap', outcomes: { wide: 0.8, closed: 0.17 } }],
    curedBy: [{ check: 'spark.plug-swap' }, { check: 'spark.plug-new' }],
    confirmedBy: [[{ check: 'spark.plug-gap', outcomes: ['wide', 'closed'] }]],
    repair: fix('adjusted', 2, ['plug[c]'], 'spark.plug-gap', [0, 8]),
    behind: null,
  }),
  defineFault({
    id: 'spark.flywheel-key',
    title: 'Flywheel key sheared',
    part: 'flywheel',
    weight: 3,
    history: { 'struck-object': 12, 'since-work-on:ignition': 1.3, 'worse-over-weeks': 0.5 },
    // Spark and compression are both good: only their moment is wrong.
    failures: [
      { failure: 'crank', levels: { kick: 0.55, stops: 0.05 } },
      { failure: 'run', levels: { nostart: 0.5, dies: 0.05 } },
      { failure: 'pull', levels: { weak: 0.6 }, on: 'every' },
    ],
    symptoms: {
      'kicks-back': 0.65,
      'pops-intake': 0.35,
      'pops-exhaust': 0.3,
      'low-power': 0.35,
      'stopped-suddenly': 0.4,
      'hard-start-cold': 0.3,
    },
    effects: [
      ...BOTH_ALIKE,
      { check: 'spark.magnet-at-tdc', outcomes: { off: 0.94 } },
      { check: 'spark.key', outcomes: { sheared: 0.6, 'sheared-part': 0.38 } },
      { check: 'spark.flywheel-nut', outcomes: { loose: 0.5 } },
      { check: 'split.primer', outcomes: { coughs: 0.45, nothing: 0.25 } },
    ],
    // Sheared in part the spark is some degrees late: it starts and runs, and never as it should.
    otherwise: {
      share: 0.4,
      failures: [
        { failure: 'crank', levels: { kick: 0.12 } },
        { failure: 'run', levels: { nostart: 0.08, dies: 0.04 } },
        { failure: 'pull', levels: { weak: 0.8 }, on: 'every' },
      ],
      symptoms: {
        'kicks-back': 0.12,
        'pops-intake': 0.15,
        'pops-exhaust': 0.25,
        'low-power': 0.65,
        'runs-rough': 0.35,
        'hard-start-cold': 0.45,
        'hard-start-hot': 0.25,
        'stopped-suddenly': 0.2,
      },
      effects: [
        ...BOTH_ALIKE,
        { check: 'spark.magnet-at-tdc', outcomes: { off: 0.85 } },
        { check: 'spark.key', outcomes: { 'sheared-part': 0.92, sheared: 0.04 } },
        { check: 'spark.flywheel-nut', outcomes: { loose: 0.4 } },
        { check: 'split.primer', outcomes: { coughs: 0.15 } },
      ],
    },
    confirmedBy: [
      [{ check: 'spark.magnet-at-tdc', outcomes: ['off'] }],
      [{ check: 'spark.key', outcomes: ['sheared', 'sheared-part'] }],
    ],
    repair: fix('replaced', 35, ['flywheel'], 'spark.magnet-at-tdc', [2, 8]),
    behind: 'A loose nut or a blow: torque by the sheet, taper clean and dry.',
  }),
  defineFault({
    id: 'spark.magnet',
    title: 'Flywheel magnet weak',
    part: 'flywheel',
    weight: 1,
    appliesTo: hasMagneto,
    failures: [
      { failure: 'pull', levels: { weak: 0.65, dead: 0.2 }, on: 'every' },
      { failure: 'run', levels: { nostart: 0.35 } },
    ],
    symptoms: { 'hard-start-cold': 0.55, 'low-power': 0.35 },
    effects: [
      { check: 'spark.tester', part: 'speed', outcomes: { 'goes-dark': 0.1 } },
      { check: 'spark.magnet', outcomes: { weak: 0.96 } },
      ...BOTH_ALIKE.filter(({ check }) => check !== 'balance.heat'),
      // Near what the gaps need, one side misses before the other; most firings come off and leave the plugs as they are.
      { check: 'balance.heat', outcomes: { cooler: 0.12 }, on: 'every' },
      { check: 'spark.plug-look', outcomes: { sooty: 0.12, wet: 0.18 }, on: 'every' },
      { check: 'spark.tester', outcomes: { weak: 0.58, skips: 0.12, none: 0.25 }, on: 'every' },
      { check: 'split.primer', outcomes: { coughs: 0.3, nothing: 0.5 } },
    ],
    confirmedBy: [[{ check: 'spark.magnet', outcomes: ['weak'] }]],
    repair: fix('replaced', 60, ['flywheel'], 'spark.tester', [80, 250]),
    behind: null,
  }),
  defineFault({
    id: 'spark.points',
    title: 'Points',
    part: 'kill-harness',
    weight: 2,
    stored: 2.5,
    perHundredHours: 1.08,
    appliesTo: (engine) => mayBe(engine.ignition, 'points'),
    // Where nobody said so it is hardly an engine with points [M].
    engineFactor: ({ ignition }) => (ignition === 'points' ? 2 : 0.1),
    failures: [
      { failure: 'pull', levels: { dead: 0.6, weak: 0.3 }, on: 'every' },
      { failure: 'run', levels: { nostart: 0.55, dies: 0.05 } },
    ],
    effects: [
      { check: 'spark.tester', outcomes: { none: 0.55, weak: 0.25, skips: 0.15 }, on: 'every' },
      { check: 'spark.points', outcomes: { burnt: 0.62, 'gap-off': 0.33 } },
    ],
    confirmedBy: [[{ check: 'spark.points', outcomes: ['burnt', 'gap-off'] }]],
    repair: fix('replaced', 20, ['flywheel'], 'spark.tester', [10, 35], [{ fault: 'spark.gap-wide', chance: 0.01 }]),
    behind: 'Oil past the seal of the crank burns the next ones.',
  }),
  defineFault({
    id: 'spark.condenser',
    title: 'Condenser',
    part: 'kill-harness',
    weight: 2,
    appliesTo: (engine) => mayBe(engine.ignition, 'points'),
    engineFactor: ({ ignition }) => (ignition === 'points' ? 2 : 0.1),
    failures: [
      { failure: 'pull', levels: { dead: 0.4, weak: 0.45 }, when: { temperatures: ['hot'] }, on: 'every' },
      { failure: 'pull', levels: { dead: 0.25, weak: 0.4 }, on: 'every' },
      { failure: 'run', levels: { nostart: 0.36, dies: 0.07 }, when: { temperatures: ['hot'] } },
      { failure: 'run', levels: { nostart: 0.23, dies: 0.06 } },
    ],
    effects: [
      {
        check: 'spark.tester',
        outcomes: { weak: 0.6, none: 0.2, skips: 0.15 },
        when: { temperatures: ['hot'] },
        on: 'every',
      },
      { check: 'spark.tester', outcomes: { weak: 0.5, none: 0.15, skips: 0.1 }, on: 'every' },
      { check: 'spark.condenser', outcomes: { bad: 0.88 } },
      { check: 'spark.points', outcomes: { burnt: 0.3 } },
    ],
    confirmedBy: [[{ check: 'spark.condenser', outcomes: ['bad'] }]],
    repair: fix('replaced', 10, ['hood'], 'spark.tester', [5, 20]),
    behind: 'What it burnt: the faces of the points.',
  }),
  defineFault({
    id: 'spark.oil-switch',
    title: 'Low-oil switch grounds',
    part: 'kill-harness',
    weight: 1,
    appliesTo: hasMagneto,
    // Few machines have one.
    engineFactor: () => 0.4,
    failures: [
      { failure: 'pull', levels: { dead: 0.9 }, on: 'every' },
      { failure: 'run', levels: { nostart: 0.8, dies: 0.05 } },
    ],
    effects: [
      { check: 'spark.tester', outcomes: { none: 0.8, skips: 0.1 }, on: 'every' },
      { check: 'spark.oil-switch', outcomes: { grounds: 0.95 } },
      // It takes the spark of all.
      { check: 'split.primer', outcomes: { nothing: 0.85 } },
    ],
    curedBy: [{ check: 'spark.kill-off', on: 'every' }],
    confirmedBy: [[{ check: 'spark.oil-switch', outcomes: ['grounds'] }]],
    repair: fix('replaced', 15, ['hood'], 'spark.oil-switch', [10, 45]),
    behind: 'The oil first: it may be right.',
  }),
];
