import { mean, sampleStandardDeviation } from 'simple-statistics';
import { describe, expect, it } from 'vitest';
import {
  type Bench,
  CHECKS,
  checkOf,
  cylindersOf,
  type NextCheck,
  nextChecks,
  summarise,
  twoSteps,
} from '@/core/index.ts';
import { complaintOf, withEvents } from './jobs.ts';
import { random } from './random.ts';

/** So many in `npm test`; RIDGE_PROBLEMS=500 for the whole trial. */
const PROBLEMS = Number(process.env.RIDGE_PROBLEMS ?? 3);
const CHECKS_LEFT = 3;
const COMPLAINTS = [
  ['cranks-no-start'],
  ['low-power'],
  ['one-cylinder'],
  ['cranks-slow'],
  ['no-crank-silent'],
  ['surges', 'low-power'],
  ['battery-goes-flat'],
  ['smoke-black'],
] as const;

const sameCheck = (a: NextCheck, b: NextCheck) => a.check === b.check && a.cylinder === b.cylinder;

/** What each outcome of a check leads to, and how likely it is. */
function outcomesOf(bench: Bench, { check: id, cylinder, condition, temperature }: NextCheck) {
  const check = checkOf(id);
  const sides = check.scope === 'all-cylinders' ? cylindersOf(bench.head.engine) : [cylinder];
  const followed = sides.flatMap((side) =>
    check.outcomes.map(({ id: outcome }) => {
      const then = withEvents(bench, {
        check: id,
        condition,
        outcome,
        ...(side === null ? {} : { cylinder: side }),
        ...(temperature === null ? {} : { temperature }),
      });
      return { then, chance: then.belief.now.chance };
    }),
  );
  const whole = followed.reduce((sum, f) => sum + f.chance, 0);
  return followed.filter((f) => f.chance > 0.01 * whole).map(({ then, chance }) => ({ then, chance: chance / whole }));
}

/** A bench on which but a few checks can be made. */
function smallProblem(next: () => number): Bench {
  const bench = complaintOf(COMPLAINTS[Math.floor(COMPLAINTS.length * next())]!);
  const listed = nextChecks(bench, summarise(bench)).next.filter((n) => checkOf(n.check).outcomes.length > 0);
  const kept = new Set(
    [...listed]
      .map((n) => ({ n, at: next() }))
      .sort((a, b) => a.at - b.at)
      .slice(0, CHECKS_LEFT)
      .map(({ n }) => n.check),
  );
  const others = CHECKS.filter((c) => !kept.has(c.id) && c.appliesTo(bench.head.engine) && c.outcomes.length > 0);
  return withEvents(bench, ...others.map((c) => ({ unmade: c.id, because: 'out-of-reach' })));
}

type Chooser = (bench: Bench) => NextCheck | null;
const oneStep: Chooser = (bench) => {
  const plan = nextChecks(bench, summarise(bench));
  return plan.confirmingOrder ? null : (plan.next[0] ?? null);
};
const twoStep: Chooser = (bench) => {
  const plan = nextChecks(bench, summarise(bench));
  return plan.confirmingOrder ? null : (twoSteps(bench, plan).next[0] ?? null);
};

const searchLeft = (bench: Bench) => nextChecks(bench, summarise(bench)).expectedSearchMin;

/** Minutes on average by one who chooses so, and in the end searches in the order that settles. */
function minutesBy(bench: Bench, choose: Chooser, steps = CHECKS_LEFT): number {
  const chosen = steps > 0 ? choose(bench) : null;
  if (!chosen || chosen.minutesSaved <= 0) return searchLeft(bench);
  return outcomesOf(bench, chosen).reduce(
    (sum, { then, chance }) => sum + chance * minutesBy(then, choose, steps - 1),
    chosen.minutes,
  );
}

/** The best that can be done at all with those checks: every order, and stopping at every point. */
function optimum(bench: Bench, steps = CHECKS_LEFT): number {
  const stop = searchLeft(bench);
  if (steps === 0) return stop;
  const listed = nextChecks(bench, summarise(bench)).next.filter(
    (n, i, all) => checkOf(n.check).outcomes.length > 0 && all.findIndex((o) => sameCheck(o, n)) === i,
  );
  return listed.reduce((best, next) => {
    if (next.minutes >= best) return best;
    const then = outcomesOf(bench, next).reduce(
      (sum, { then: after, chance }) => sum + chance * optimum(after, steps - 1),
      next.minutes,
    );
    return Math.min(best, then);
  }, stop);
}

describe('two steps ahead, on problems small enough to be solved whole', () => {
  // Heckerman, Breese & Rommelse (CACM 38(3), 1995): one step is myopic, and usually enough.
  it('is never better than the best of all plans, and seldom worse than one step', () => {
    const { next, seed } = random(4190);
    const worse: string[] = [];
    const over: { one: number; two: number; least: number }[] = [];
    for (let problem = 0; problem < PROBLEMS; problem++) {
      const bench = smallProblem(next);
      const [byOne, byTwo, least] = [minutesBy(bench, oneStep), minutesBy(bench, twoStep), optimum(bench)];
      expect(byTwo, `seed ${seed}, problem ${problem}`).toBeGreaterThan(least - 1e-6);
      expect(byOne, `seed ${seed}, problem ${problem}`).toBeGreaterThan(least - 1e-6);
      if (byTwo > byOne + 0.1) worse.push(`${problem}: ${byTwo.toFixed(1)} against ${byOne.toFixed(1)}`);
      over.push({ one: byOne - least, two: byTwo - least, least });
    }
    if (PROBLEMS > 100) {
      const line = (name: string, of: readonly number[]) => {
        const half = (1.96 * sampleStandardDeviation([...of])) / Math.sqrt(of.length);
        return `${name} ${mean([...of]).toFixed(2)} +/- ${half.toFixed(2)} min\n`;
      };
      process.stdout.write(
        [
          line(
            'best of all plans',
            over.map((o) => o.least),
          ),
          line(
            'one step over it',
            over.map((o) => o.one),
          ),
          line(
            'two steps over it',
            over.map((o) => o.two),
          ),
          `as good as it: ${over.filter((o) => o.one < 1e-6).length} by one step, ${over.filter((o) => o.two < 1e-6).length} by two\n`,
          `two steps worse than one in ${worse.length}\n${worse.join('\n')}\n`,
        ].join(''),
      );
    }
    expect(worse.length, worse.join('; ')).toBeLessThanOrEqual(0.05 * PROBLEMS + 1);
  }, 3_600_000);
});
