import { DEFAULT_RULES, type RuleName, type Rules } from './rules.ts';

/** One way practitioners do it, and the limits that go with it. */
export interface School {
  readonly id: string;
  readonly says: string;
  /** Limits of this school, in the rule's own unit. */
  readonly limits: Partial<Record<RuleName, number>>;
}

export interface Question {
  readonly id: string;
  readonly asks: string;
  /** The house's choice until it makes another; first of the schools. */
  readonly schools: readonly [School, ...School[]];
}

const school = (id: string, says: string, limits: School['limits'] = {}): School => ({ id, says, limits });

/**
 * Where practitioners disagree and a shop has to choose; common practice, no source, but for the 80 psi of FAA AC 43.13-1B. The
 * engine sheet comes before any school.
 */
export const QUESTIONS: readonly Question[] = [
  {
    id: 'air-gap',
    asks: 'Coil air gap without a sheet figure',
    schools: [
      school('eight-to-twelve', '0.008 to 0.012 in, set 0.010'),
      school('ten-to-thirteen', '0.010 to 0.013 in', { airGapLowMm: 0.254, airGapHighMm: 0.33 }),
      school('twelve', '0.012 in', { airGapLowMm: 0.254, airGapHighMm: 0.356 }),
    ],
  },
  {
    id: 'leak-down-bad',
    asks: 'When is a leak-down bad',
    schools: [
      school('ten-and-twenty', '10 % good, 20 % the limit, twins 10 points apart a finding'),
      school('over-ten', 'over 10 % is work to do', { leakGoodPercent: 5, leakLimitPercent: 10 }),
      school('to-twenty', 'up to 20 % is worn but usable', { leakGoodPercent: 20, leakLimitPercent: 30 }),
    ],
  },
  {
    id: 'lash-where',
    asks: 'Where to set lash without a sheet figure',
    schools: [
      school('past-the-release', 'a quarter inch past the top on an engine with a release, at the top without'),
      school('at-the-top', 'at the top of compression, both rockers loose', { lashPastTdcMm: 0 }),
    ],
  },
  {
    id: 'which-third-first',
    asks: 'Fuel, spark or compression first',
    schools: [
      school('by-minutes', 'by the minutes it saves'),
      school('fuel-first', 'fuel first, the commonest'),
      school('spark-first', 'spark first, the quickest'),
      school('primer-first', 'a shot of primer first, it splits two ways'),
    ],
  },
  {
    id: 'coils',
    asks: 'Replace one coil or both',
    schools: [
      school('failed-one', 'the failed one; both advised on high hours'),
      school('both', 'both on a twin of high hours'),
    ],
  },
  {
    id: 'plug',
    asks: 'Plug: swap first or test first',
    schools: [school('test', 'test, do not guess'), school('fit', 'a plug is cheap, fit it first')],
  },
  {
    id: 'solenoid',
    asks: 'A gummed fuel solenoid',
    schools: [
      school('replace', 'replace; cleaning is for the time being'),
      school('clean', 'clean it'),
      school('cut', 'take the tip off the plunger to prove the point; to be replaced'),
    ],
  },
  {
    id: 'compression-or-leak-down',
    asks: 'Gauge or leak-down',
    schools: [
      school('by-case', 'leak-down once a side is suspected or a release is fitted, else compare the gauges'),
      school('leak-down', 'leak-down only, it tells where'),
      school('gauge', 'gauge first, it is quick'),
    ],
  },
  {
    id: 'starting-fluid',
    asks: 'Primer as a test',
    schools: [school('short-burst', 'one short burst of a mild one'), school('never', 'never')],
  },
  {
    id: 'flooded-oil',
    asks: 'Oil thinned with fuel',
    schools: [school('twice', 'change, and again after the first run'), school('once', 'change once')],
  },
  {
    id: 'torque',
    asks: 'Torque',
    schools: [school('by-sheet', 'by the sheet'), school('by-feel', 'by feel, and written down as such')],
  },
];

/**
 * The limits of a house that follows these schools.
 * @param chosen school by question; what is left out follows the default
 * @throws RangeError for a question or a school there is none of
 */
export function rulesOf(chosen: Readonly<Record<string, string>>): Rules {
  const rules: Record<string, Rules[RuleName]> = { ...DEFAULT_RULES };
  for (const [questionId, schoolId] of Object.entries(chosen)) {
    const question = QUESTIONS.find((q) => q.id === questionId);
    const followed = question?.schools.find((s) => s.id === schoolId);
    if (!question || !followed) throw new RangeError(`rulesOf: no school "${schoolId}" on "${questionId}"`);
    for (const [name, value] of Object.entries(followed.limits))
      rules[name] = { ...rules[name]!, value, source: 'house rule', note: followed.says };
  }
  return rules as Rules;
}
