import { checkOf } from '../checks/index.ts';
import { cylindersOf } from '../engine/index.ts';
import { instanceKey } from '../machine/key.ts';
import { isInfeasibleIn } from '../reason/candidates.ts';
import { type NextCheck, type Plan, planNext } from '../reason/plan.ts';
import { contradictedProof } from './contradicted.ts';
import { type HousePrice, housePrices } from './housePrice.ts';
import { takenAgain } from './readings.ts';
import type { RetestDue } from './retest.ts';
import { failedUnsaid, SAYS_HOW } from './sayHow.ts';
import { situationOf } from './situation.ts';
import { type Bench, epochOf } from './state.ts';
import type { BenchSummary } from './summary.ts';

/** What to check next on a bench, and what the rules of its house cost there. */
export interface BenchPlan extends Plan {
  readonly housePrices: readonly HousePrice[];
}

/** The ranked next checks, one step ahead; after a repair its re-tests come first. */
export function nextChecks(
  bench: Bench,
  summary: Pick<BenchSummary, 'grossError' | 'retests' | 'suspects' | 'confirmed'>,
): BenchPlan {
  const doubted = summary.grossError === null ? undefined : bench.readings.find((r) => r.event === summary.grossError);
  const again =
    doubted && !takenAgain(bench, doubted)
      ? instanceKey(doubted.reading.check, doubted.reading.cylinder)
      : contradictedProof(bench, summary);
  const plan = planNext(bench.catalogue, bench.network, bench.belief, bench.planner(), situationOf(bench), again);
  const retests = summary.retests.map((due) => retestAsNext(bench, due));
  const same = (a: NextCheck, b: NextCheck) => a.check === b.check && a.cylinder === b.cylinder;
  const listed = plan.next.filter((n) => !retests.some((r) => same(n, r)));
  const led = ledByHouse(bench, withSayHow(bench, listed));
  const first = led.find((n) => !isFixed(n));
  const ledWith = first && first !== listed.find((n) => !isFixed(n)) ? first : null;
  return { ...plan, next: [...retests, ...led], housePrices: housePrices(bench, listed, ledWith) };
}

/** What goes before any school. */
const isFixed = ({ why }: NextCheck) => ['makes-safe', 'before-turning', 'again', 'say-how'].includes(why.code);

/** Of a run that failed, or that it did not come to, what it did is asked at once: he has just seen it. */
function withSayHow(bench: Bench, listed: readonly NextCheck[]): readonly NextCheck[] {
  const failed = failedUnsaid(bench);
  if (!failed || listed.some(({ why }) => why.code === 'makes-safe' || why.code === 'before-turning')) return listed;
  const { id: check } = SAYS_HOW;
  const first: NextCheck = { ...asNext(bench, { ...failed, check, cylinder: null }), why: { code: 'say-how' } };
  return [first, ...listed.filter((n) => n.check !== check)];
}

/** What makes it safe and what is to be taken again stay first; then what the house's school leads with, until it was looked at. */
function ledByHouse(bench: Bench, listed: readonly NextCheck[]): readonly NextCheck[] {
  const { practice, head, catalogue, hot } = bench;
  const epoch = epochOf(bench);
  const lead = practice.leads.find(({ with: told }) => told.some((symptom) => head.complaint.includes(symptom)));
  if (!lead || bench.readings.some((r) => r.epoch === epoch && lead.checks.includes(r.reading.check))) return listed;
  const instance = catalogue.checks.find((c) => lead.checks.includes(c.check.id));
  if (!instance || !bench.planner().candidates.some((c) => c.instance.check.id === instance.check.id)) return listed;
  const { check, cylinder } = instance;
  const condition =
    head.complaint.includes('cranks-no-start') && check.states.includes('cranking') ? 'cranking' : check.states[0]!;
  const temperature = hot && check.temperatures.includes('hot') ? 'hot' : null;
  const found = listed.find((n) => lead.checks.includes(n.check));
  if (!found && isInfeasibleIn(situationOf(bench), instance, condition, temperature)) return listed;
  const first: NextCheck = found ?? {
    ...asNext(bench, { check: check.id, cylinder, condition, temperature }),
    why: { code: 'house' },
  };
  const fixed = listed.filter(isFixed);
  // Nothing that cranks comes before what makes cranking safe.
  if (fixed.length > 0 && condition === 'cranking') return listed;
  return [...fixed, first, ...listed.filter((n) => !fixed.includes(n) && n !== first)];
}

/** What must still be opened for a check as the bench stands, and the minutes of opening and closing it [min]. */
export function stillToOpen(
  bench: Bench,
  check: string,
  cylinder: number | null,
): { readonly opens: readonly string[]; readonly minutes: number } {
  const opens = bench.access
    .keysFor(checkOf(check), cylinder, cylindersOf(bench.head.engine))
    .filter((key) => !bench.open.has(key));
  return { opens, minutes: opens.reduce((sum, key) => sum + bench.access.minutesOf(key), 0) };
}

/** A check put on the list apart from its worth. */
function asNext(
  bench: Bench,
  { check, cylinder, condition, temperature }: Pick<NextCheck, 'check' | 'cylinder' | 'condition' | 'temperature'>,
): Omit<NextCheck, 'why'> {
  const { opens, minutes } = stillToOpen(bench, check, cylinder);
  return { check, cylinder, condition, temperature, minutes: checkOf(check).minutes + minutes, minutesSaved: 0, opens };
}

function retestAsNext(bench: Bench, { repair, ...due }: RetestDue): NextCheck {
  return {
    ...asNext(bench, due),
    why: {
      code: 'retest',
      repair: repair === null ? null : (bench.repairs.find((r) => r.event === repair)?.key ?? null),
    },
  };
}
