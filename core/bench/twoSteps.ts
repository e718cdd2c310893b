import { lookAhead } from '../reason/ahead.ts';
import type { Plan, Why } from '../reason/index.ts';
import { situationOf } from './situation.ts';
import type { Bench } from './state.ts';

/** Reasons to make a check that are not the minutes it saves. */
const PUT_FIRST: readonly Why['code'][] = ['makes-safe', 'before-turning', 'again', 'say-how', 'house', 'retest'];

/** The same list, its best told apart by two steps. Checks put first for another reason than their worth stay first. */
export function twoSteps(bench: Bench, plan: Plan): Plan {
  const fixed = plan.next.filter((n) => PUT_FIRST.includes(n.why.code));
  const worth = plan.next.filter((n) => !fixed.includes(n));
  const { catalogue, network, belief } = bench;
  const next = lookAhead(catalogue, network, belief, bench.planner(), situationOf(bench), worth);
  return { ...plan, next: [...fixed, ...next] };
}
