import type { CheckId } from '../checks/index.ts';
import type { Symptom } from '../complaint/symptoms.ts';
import type { ConditionId, FaultId } from '../faults/ids.ts';
import { DEFAULT_RULES, type RuleName, type Rules } from './rules.ts';

/** One way practitioners do it, and the limits that go with it. */
export interface School {
  readonly id: string;
  readonly says: string;
  /** Limits of this school, in the rule's own unit. */
  readonly limits: Partial<Record<RuleName, number>>;
  /** Checks this school does not make. */
  readonly leavesOut?: readonly CheckId[];
  /** A check this school makes only once another was made on that side. */
  readonly after?: { readonly [Id in CheckId]?: CheckId };
  /** With one of these complaints, the first of these checks that the engine has leads the list until one was made. */
  readonly leads?: { readonly with: readonly Symptom[]; readonly checks: readonly CheckId[] };
  /** Said where one of these faults is repaired. */
  readonly advice?: { readonly faults: readonly (FaultId | ConditionId)[]; readonly says: string };
}

export interface Question {
  readonly id: string;
  readonly asks: string;
  /** The house's choice until it makes another; first of the schools. */
  readonly schools: readonly [School, ...School[]];
}

const school = (
  id: string,
  says: string,
  limits: School['limits'] = {},
  more: Omit<School, 'id' | 'says' | 'limits'> = {},
): School => ({ id, says, limits, ...more });

const NO_START: readonly Symptom[] = ['cranks-no-start', 'starts-then-dies'];
const COILS: readonly FaultId[] = ['spark.coil-open', 'spark.coil-hot', 'spark.coil-speed', 'spark.coil-weak'];
const THINNED: readonly (FaultId | ConditionId)[] = [
  'oil.fuel-diluted',
  'turn.hydrolock-fuel',
  'fuel.needle',
  'fuel.pump-diaphragm',
];

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
      school(
        'fuel-first',
        'fuel first, the commonest',
        {},
        { leads: { with: NO_START, checks: ['fuel.flow', 'look.fuel'] } },
      ),
      school('spark-first', 'spark first, the quickest', {}, { leads: { with: NO_START, checks: ['spark.tester'] } }),
      school(
        'primer-first',
        'a shot of primer first, it splits two ways',
        {},
        { leads: { with: NO_START, checks: ['split.primer'] } },
      ),
    ],
  },
  {
    id: 'coils',
    asks: 'Replace one coil or both',
    schools: [
      school(
        'failed-one',
        'the failed one; both advised on high hours',
        {},
        { advice: { faults: COILS, says: 'Replace the failed coil; on a twin of high hours advise both.' } },
      ),
      school(
        'both',
        'both on a twin of high hours',
        {},
        { advice: { faults: COILS, says: 'This house replaces both coils on a twin of high hours.' } },
      ),
    ],
  },
  {
    id: 'plug',
    asks: 'Plug: swap first or test first',
    schools: [
      school('test', 'test, do not guess'),
      school(
        'fit',
        'a plug is cheap, fit it first',
        {},
        {
          leads: {
            with: ['one-cylinder', 'misfire-steady', 'misfire-intermittent', 'runs-rough'],
            checks: ['spark.plug-swap', 'spark.plug-look'],
          },
        },
      ),
    ],
  },
  {
    id: 'solenoid',
    asks: 'A gummed fuel solenoid',
    schools: [
      school(
        'replace',
        'replace; cleaning is for the time being',
        {},
        {
          advice: {
            faults: ['fuel.solenoid-shut', 'fuel.solenoid-open'],
            says: 'Replace it. Cleaned is for the time being: mark it so.',
          },
        },
      ),
      school(
        'clean',
        'clean it',
        {},
        {
          advice: {
            faults: ['fuel.solenoid-shut', 'fuel.solenoid-open'],
            says: 'This house cleans it. If it gums again, replace it.',
          },
        },
      ),
      school(
        'cut',
        'take the tip off the plunger to prove the point; to be replaced',
        {},
        {
          advice: {
            faults: ['fuel.solenoid-shut'],
            says: 'A cut plunger proves the point only. Mark it as for the time being: it must be replaced.',
          },
        },
      ),
    ],
  },
  {
    id: 'compression-or-leak-down',
    asks: 'Gauge or leak-down',
    schools: [
      school('by-case', 'leak-down once a side is suspected or a release is fitted, else compare the gauges'),
      school('leak-down', 'leak-down only, it tells where', {}, { leavesOut: ['seal.compression'] }),
      school('gauge', 'gauge first, it is quick', {}, { after: { 'seal.leak-down': 'seal.compression' } }),
    ],
  },
  {
    id: 'starting-fluid',
    asks: 'Primer as a test',
    schools: [
      school('short-burst', 'one short burst of a mild one'),
      school('never', 'never', {}, { leavesOut: ['split.primer'] }),
    ],
  },
  {
    id: 'flooded-oil',
    asks: 'Oil thinned with fuel',
    schools: [
      school(
        'twice',
        'change, and again after the first run',
        {},
        { advice: { faults: THINNED, says: 'Change the oil, and again after the first run.' } },
      ),
      school('once', 'change once', {}, { advice: { faults: THINNED, says: 'Change the oil once.' } }),
    ],
  },
  {
    id: 'torque',
    asks: 'Torque',
    schools: [school('by-sheet', 'by the sheet'), school('by-feel', 'by feel, and written down as such')],
  },
];

/** The school a house follows on each question. @throws RangeError for a question or a school there is none of */
export function schoolsOf(chosen: Readonly<Record<string, string>>): readonly School[] {
  for (const id of Object.keys(chosen))
    if (!QUESTIONS.some((q) => q.id === id)) throw new RangeError(`schoolsOf: no question "${id}"`);
  return QUESTIONS.map(({ id, schools }) => {
    const followed = chosen[id] === undefined ? schools[0] : schools.find((s) => s.id === chosen[id]);
    if (!followed) throw new RangeError(`schoolsOf: no school "${chosen[id]}" on "${id}"`);
    return followed;
  });
}

/**
 * The limits of a house that follows these schools and has set these limits itself; its own come before the school's.
 * @param chosen school by question; what is left out follows the default
 * @param limits by rule, in the rule's own unit
 * @throws RangeError for a question or a school there is none of
 */
export function rulesOf(
  chosen: Readonly<Record<string, string>>,
  limits: Readonly<Partial<Record<RuleName, number>>> = {},
): Rules {
  const rules: Record<string, Rules[RuleName]> = { ...DEFAULT_RULES };
  for (const followed of schoolsOf(chosen))
    for (const [name, value] of Object.entries(followed.limits))
      rules[name] = { ...rules[name]!, value, source: 'house rule', note: followed.says };
  for (const [name, value] of Object.entries(limits))
    rules[name] = { ...rules[name]!, value, source: 'house rule', note: `set by this house; ${rules[name]!.note}` };
  return rules as Rules;
}
