import { EMPTY_ASSESSMENT } from '@/core/checks/assessment.ts';
import { type CheckId, defineCheck, numberField, outcomes } from '@/core/checks/index.ts';
import type { TellsByCheck } from '@/core/checks/tells/tells.ts';
import { fix } from '@/core/faults/define.ts';
import { defineFault } from '@/core/faults/defineFault.ts';
import type { Shows } from '@/core/mower/simulate/simulation.ts';

/**
 * What the compiler must not let pass. Each line marked is an error; one that is none any more, or one more, fails `npm run check:types`.
 * The catalogue below is invented.
 */
const BASE = {
  code: 'zz',
  title: 'Made up',
  system: 'spark',
  scope: 'machine',
  states: ['idle'],
  minutes: 1,
  outcomes: outcomes({ ok: 'Sound', worn: 'Worn', gone: 'Gone' }),
} as const;
const ordered = { kind: 'ordered' } as const;

export const SOUND = defineCheck({
  ...BASE,
  id: 'made.up',
  access: ['hood', 'plug[c]'],
  combine: { kind: 'dominance', order: ['ok', 'worn', 'gone'] },
  fields: { ohms: numberField('Ohms', 'resistance', [0, 10], ['ohm', 'ohm']) },
  partsOf: () => [{ id: 'left', outcomes: ['quiet', 'loud'] } as const],
  assess: (reading) => (reading.fields.ohms === undefined ? EMPTY_ASSESSMENT : EMPTY_ASSESSMENT),
});

export const TOLD: TellsByCheck = {
  'spark.tester': { leak: { weak: 0.1 }, via: { pull: { dead: { none: 0.9 } } }, worsens: ['weak', 'none'] },
};

export const MISTOLD: readonly TellsByCheck[] = [
  // @ts-expect-error a leak of an outcome the check has not
  { 'spark.tester': { leak: { wron: 0.1 } } },
  // @ts-expect-error a level its failure does not come in
  { 'spark.tester': { via: { pull: { slow: { none: 0.1 } } } } },
  // @ts-expect-error an outcome a level cannot show as
  { 'spark.tester': { via: { pull: { dead: { wron: 0.1 } } } } },
  // @ts-expect-error an outcome that is none of how it worsens
  { 'spark.tester': { worsens: ['weaker'] } },
  // @ts-expect-error a check there is none of
  { 'spark.testre': { leak: {} } },
];

export const TYPOS = [
  // @ts-expect-error an access nobody can open
  defineCheck({ ...BASE, id: 'b', combine: ordered, access: ['bonnet'] }),
  // @ts-expect-error an order that leaves an outcome out
  defineCheck({ ...BASE, id: 'e', combine: { kind: 'dominance', order: ['ok', 'worn'] } }),
  // @ts-expect-error an order with a word that is no outcome
  defineCheck({ ...BASE, id: 'f', combine: { kind: 'dominance', order: ['ok', 'worn', 'gone', 'lost'] } }),
  // @ts-expect-error a state no engine is in
  defineCheck({ ...BASE, id: 'g', states: ['idling'], combine: ordered }),
  // @ts-expect-error offered in a state it is not made in
  defineCheck({ ...BASE, id: 'h', combine: ordered, offeredIn: ['loaded'] }),
  // @ts-expect-error a hazard nobody wrote a caution for
  defineCheck({ ...BASE, id: 'i', combine: ordered, hazards: ['dragons'] }),
  defineCheck({
    ...BASE,
    id: 'j',
    combine: ordered,
    fields: { ohms: numberField('Ohms', 'resistance', [0, 10], ['ohm', 'ohm']) },
    // @ts-expect-error a field that is spelt otherwise
    assess: (reading) => (reading.fields.ohm === undefined ? EMPTY_ASSESSMENT : EMPTY_ASSESSMENT),
  }),
  // @ts-expect-error a time in words
  defineCheck({ ...BASE, id: 'k', combine: ordered, lastsMin: 'an hour' }),
  // @ts-expect-error a unit that does not exist
  numberField('Ohms', 'resistance', [0, 10], ['ohms', 'ohm']),
  // @ts-expect-error no check is called so
  'spark.testr' satisfies CheckId,
];

const FAULT = {
  title: 'Made up',
  part: 'coil',
  weight: 1,
  confirmedBy: [[{ check: 'spark.tester', outcomes: ['none'] }]],
  repair: fix('replaced', 1, ['hood'], 'spark.tester'),
} as const;

export const FAULT_TYPOS = [
  defineFault({
    ...FAULT,
    id: 'spark.coil-weak',
    effects: [
      { check: 'spark.tester', outcomes: { weak: 0.9 } },
      { check: 'look.wiring', outcomes: { damaged: 0.1 }, part: 'plug-lead-[c]' },
    ],
    failures: [{ failure: 'pull', levels: { weak: 0.5 } }],
  }),
  // @ts-expect-error an id that is not in the list of faults
  defineFault({ ...FAULT, id: 'spark.coil-wek' }),
  // @ts-expect-error an effect on a check there is none of
  defineFault({ ...FAULT, id: 'spark.coil-weak', effects: [{ check: 'spark.testr', outcomes: { weak: 0.9 } }] }),
  // @ts-expect-error an outcome its check cannot say
  defineFault({ ...FAULT, id: 'spark.coil-weak', effects: [{ check: 'spark.tester', outcomes: { wekk: 0.9 } }] }),
  defineFault({
    ...FAULT,
    id: 'spark.coil-weak',
    // @ts-expect-error a place its check does not speak of
    effects: [{ check: 'look.wiring', outcomes: { damaged: 0.9 }, part: 'plug-led-[c]' }],
  }),
  // @ts-expect-error a level its failure does not come in
  defineFault({ ...FAULT, id: 'spark.coil-weak', failures: [{ failure: 'pull', levels: { lean: 0.9 } }] }),
  // @ts-expect-error settled by what its check cannot say
  defineFault({ ...FAULT, id: 'spark.coil-weak', confirmedBy: [[{ check: 'spark.tester', outcomes: ['wekk'] }]] }),
  // @ts-expect-error a part that is not on the ridge
  defineFault({ ...FAULT, id: 'spark.coil-weak', part: 'coils' }),
  // @ts-expect-error a symptom nobody tells of
  defineFault({ ...FAULT, id: 'spark.coil-weak', symptoms: { 'low-powr': 0.1 } }),
  // @ts-expect-error a re-test there is none of
  fix('replaced', 1, ['hood'], 'spark.testr'),
  // @ts-expect-error an access nobody can open
  fix('replaced', 1, ['bonnet'], 'spark.tester'),
  fix(
    'replaced',
    1,
    ['hood'],
    'spark.tester',
    [1, 2],
    [
      // @ts-expect-error work that leaves a fault there is none of
      { fault: 'spark.gap-wid', chance: 0.1 },
    ],
  ),
];

// @ts-expect-error a simulator that shows nothing of a check
export const UNSHOWN: Shows = {};
export const SHOWN_WRONGLY: Partial<Shows> = {
  // @ts-expect-error a simulator that shows what its check cannot say
  'look.oil': () => 'overful-fuel',
};
