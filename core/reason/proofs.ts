import type { Round } from './candidates.ts';
import { faultChances } from './faultChances.ts';

/** A suspect from here on: what its proof still needs is made to prove it, and not to learn what is likely anyway. */
const PROOF_FROM = 0.1;

/** A suspect is left that is not proven, and no check that can still be made would prove any of them. */
export function isStuck({ catalogue, belief, planner, missing }: Round, order: readonly number[]): boolean {
  const p = faultChances(catalogue, belief);
  const proven = new Set(planner.routes.filter((_, r) => missing[r]!.length === 0).map(({ fault }) => fault));
  const suspected = (fault: number) => p[fault]! > PROOF_FROM && !proven.has(fault);
  return (
    p.some((_, fault) => suspected(fault)) &&
    !planner.routes.some(({ fault }, r) => suspected(fault) && missing[r]!.some((probe) => order.includes(probe)))
  );
}

/** What the proofs of the suspects still need, as the checks that give it. */
export function proofsOf(
  { catalogue, belief, planner, missing }: Round,
  onlyOfWhatComesAndGoes = false,
): ReadonlySet<string> {
  const p = faultChances(catalogue, belief);
  return new Set(
    planner.routes.flatMap((route, r) =>
      p[route.fault]! > PROOF_FROM && (route.comesAndGoes || !onlyOfWhatComesAndGoes)
        ? missing[r]!.map((probe) => planner.probes[probe]!.instance.key)
        : [],
    ),
  );
}

/** Chance that one reading of a check confirms some fault: routes that miss nothing else. */
export function confirmingChances({ catalogue, belief, planner, missing }: Round): Map<string, number> {
  const p = faultChances(catalogue, belief);
  const out = new Map<string, number>();
  for (const [r, route] of planner.routes.entries()) {
    const left = missing[r]!;
    if (left.length !== 1) continue;
    const { key } = planner.probes[left[0]!]!.instance;
    out.set(key, Math.min(1, (out.get(key) ?? 0) + p[route.fault]! * route.efficacy));
  }
  return out;
}
