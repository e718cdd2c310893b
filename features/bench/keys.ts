import { CHECKS, type CheckDefinition, type EngineWords } from '@/core/index.ts';

/** What two letters do besides putting a check on the plate. None is the code of a check, and none begins with o. */
export const ACTIONS = {
  re: 'Record a repair',
  pa: 'Lay a part on the bench',
  tk: 'Write down what came off, or is back on',
  al: 'Write down what else was seen',
  gt: 'Parts to get, and what is sent out',
  mo: 'What it costs, and what was agreed',
  lt: 'What is to be done later',
  no: 'Write a note',
  cl: 'Close the job',
  la: 'Correct the last line',
  ri: 'Go to the ridge',
  bo: 'Go to the bench order',
  ta: 'Go to the tape',
  sh: 'Open the job sheet',
  fl: 'Back to the floor',
} as const;
export type ActionCode = keyof typeof ACTIONS;

export type Meant =
  | { readonly kind: 'action'; readonly action: ActionCode }
  | { readonly kind: 'check'; readonly check: CheckDefinition }
  | { readonly kind: 'nothing' };

/** What two letters mean on this engine. */
export function meantBy(code: string, engine: EngineWords): Meant {
  if (Object.hasOwn(ACTIONS, code)) return { kind: 'action', action: code as ActionCode };
  const check = CHECKS.find((c) => c.code === code && c.appliesTo(engine));
  return check ? { kind: 'check', check } : { kind: 'nothing' };
}

export interface FoundCheck {
  readonly check: CheckDefinition;
  readonly cylinder: number | null;
}

/**
 * Checks by words of their name, their id, their two letters or what is to be done for them, best first; a lone figure names the cylinder: "coil 2".
 * An empty question finds nothing.
 * @param todoOf what is to be done for a check; null while that is not here yet
 */
export function findChecks(
  asked: string,
  engine: EngineWords,
  todoOf: ((check: string) => string | null) | null = null,
): FoundCheck[] {
  const words = asked.trim().toLowerCase().split(/\s+/).filter(Boolean);
  const side = words.find((w) => /^\d$/.test(w) && Number(w) >= 1 && Number(w) <= engine.cylinders);
  const rest = words.filter((w) => w !== side);
  if (rest.length === 0) return [];
  // A side asked for means a check made on a side.
  const rank = (c: CheckDefinition) => nearness(c) + (side && c.scope !== 'cylinder' ? 0.5 : 0);
  const nearness = (c: CheckDefinition) => {
    const title = c.title.toLowerCase();
    if (c.code === rest.join('')) return 0;
    if (title.startsWith(rest.join(' '))) return 1;
    return rest.every((w) => title.split(/\W+/).some((t) => t.startsWith(w))) ? 2 : 3;
  };
  return CHECKS.filter(
    (c) =>
      c.appliesTo(engine) &&
      (c.code === rest.join('') ||
        rest.every((w) => `${c.title} ${c.id} ${todoOf?.(c.id) ?? ''}`.toLowerCase().includes(w))),
  )
    .map((check) => ({ check, cylinder: check.scope === 'cylinder' && side ? Number(side) : null }))
    .sort((a, b) => rank(a.check) - rank(b.check));
}
