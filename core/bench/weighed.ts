import { instanceKey } from '../machine/key.ts';
import type { NextCheck } from '../reason/plan.ts';
import { type NotListed, type WeighedCheck, weighCheck } from '../reason/weighCheck.ts';
import { accessMask } from './accessMask.ts';
import { situationOf } from './situation.ts';
import { type Bench, houseMakes } from './state.ts';

/** The house does not make it; it only checks what else was asked; or the planner has its own reason. */
export type WhyNotListed = NotListed | 'house-leaves-out' | 'house-lacks' | 'asked-elsewhere';

/** What a check is worth on this bench, and why it is not among the next. */
export interface Weighed extends Omit<WeighedCheck, 'notListed'> {
  readonly notListed: WhyNotListed | null;
  /** What stands first, where that is another check. */
  readonly instead: NextCheck | null;
}

/**
 * Any check of this engine, asked about: "why not the tester?".
 * @param next what is listed, in order
 * @returns null where the check is not made on this engine
 */
export function weighed(
  bench: Bench,
  asked: Pick<NextCheck, 'check' | 'cylinder' | 'condition' | 'temperature'>,
  next: readonly NextCheck[],
): Weighed | null {
  const { catalogue, network, belief, head, practice } = bench;
  const key = instanceKey(asked.check, asked.cylinder);
  const instance = catalogue.checks.find((c) => c.key === key);
  if (!instance || !network.hasVariable(key)) return null;
  const told = weighCheck(
    catalogue,
    network,
    belief,
    bench.planner(),
    situationOf(bench),
    { instance, state: asked.condition, temperature: asked.temperature },
    accessMask(bench, instance),
  );
  const isSame = (n: NextCheck) =>
    n.check === asked.check && n.cylinder === asked.cylinder && n.condition === asked.condition;
  const [first] = next;
  return {
    ...told,
    notListed: next.some(isSame) ? null : (houseSays() ?? told.notListed),
    instead: first && !isSame(first) ? first : null,
  };

  function houseSays(): WhyNotListed | null {
    if (practice.leavesOut.has(asked.check)) return 'house-leaves-out';
    if (!houseMakes(head, practice, instance!.check)) return 'house-lacks';
    return instance!.check.proposed ? null : 'asked-elsewhere';
  }
}
