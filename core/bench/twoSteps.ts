import { readReading } from '../casefile/index.ts';
import { checkOf } from '../checks/index.ts';
import { cylindersOf } from '../engine/index.ts';
import type { NextCheck, Plan, Why } from '../reason/index.ts';
import { advance } from './bench.ts';
import { nextChecks } from './next.ts';
import type { Bench } from './state.ts';
import { summarise } from './summary.ts';

/** So many of the best by one step are looked at by two. */
const LOOKED_FURTHER = 5;
/** An outcome rarer than this is not followed. */
const FOLLOWED = 0.03;

/** Reasons to make a check that are not the minutes it saves. */
const PUT_FIRST: readonly Why['code'][] = ['makes-safe', 'before-turning', 'again', 'house', 'retest'];

/** What a check could say, put to the bench: how likely each is, and what the best check after it would save. */
function afterwards(bench: Bench, { check: id, cylinder, condition, temperature }: NextCheck): number {
  const check = checkOf(id);
  const sides = check.scope === 'all-cylinders' ? cylindersOf(bench.head.engine) : [cylinder];
  const followed = sides.flatMap((side) =>
    check.outcomes.flatMap(({ id: outcome }) => {
      const read = readReading(
        {
          check: id,
          condition,
          outcome,
          ...(side === null ? {} : { cylinder: side }),
          ...(temperature === null ? {} : { temperature }),
        },
        '$',
        bench.head.engine,
      );
      if (!read.ok) return [];
      const then = advance(bench, read.value);
      return [{ then, chance: then.belief.now.chance }];
    }),
  );
  const whole = followed.reduce((sum, f) => sum + f.chance, 0);
  if (!(whole > 0)) return 0;
  return followed.reduce((sum, { then, chance }) => {
    if (chance < FOLLOWED * whole) return sum;
    const summary = summarise(then);
    // What is confirmed by it needs no further check.
    const best = summary.confirmed.length > 0 ? 0 : (nextChecks(then, summary).next[0]?.minutesSaved ?? 0);
    return sum + (chance / whole) * Math.max(0, best);
  }, 0);
}

/**
 * The same list, its best told apart by two steps: what a check saves, and what the best check after each of its outcomes would save
 * besides. Checks put first for another reason than their worth stay first.
 * @see Heckerman, Breese & Rommelse, CACM 38(3), 1995 (why one step is usually enough)
 */
export function twoSteps(bench: Bench, plan: Plan): Plan {
  const fixed = plan.next.filter((n) => PUT_FIRST.includes(n.why.code));
  const worth = plan.next.filter((n) => !fixed.includes(n));
  const further = worth
    .slice(0, LOOKED_FURTHER)
    .map((next) => ({ next, value: next.minutesSaved + afterwards(bench, next) }))
    .sort((a, b) => b.value - a.value);
  return { ...plan, next: [...fixed, ...further.map((f) => f.next), ...worth.slice(LOOKED_FURTHER)] };
}
