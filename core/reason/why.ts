import type { Round } from './candidates.ts';
import { alone, faultChances } from './faultChances.ts';
import type { Candidate } from './reports.ts';

export type Why =
  | { readonly code: 'side' }
  | { readonly code: 'splits'; readonly a: string; readonly b: string; readonly pA: number; readonly pB: number }
  | { readonly code: 'confirms'; readonly fault: string; readonly p: number }
  | { readonly code: 'clears'; readonly fault: string; readonly p: number }
  | { readonly code: 'again' }
  | { readonly code: 'makes-safe' }
  | { readonly code: 'before-turning' }
  /** A run was made or tried that failed, and nobody said yet how. */
  | { readonly code: 'say-how' }
  | { readonly code: 'house' }
  | { readonly code: 'retest'; readonly repair: string | null };

const SUSPECTS_WEIGHED = 12;

export function whyOf({ catalogue, network, belief, planner, missing }: Round, candidate: Candidate): Why {
  const p = faultChances(catalogue, belief);
  const suspects = Array.from(p.keys())
    .sort((a, b) => p[b]! - p[a]!)
    .slice(0, SUSPECTS_WEIGHED);
  const key = candidate.instance.key;
  const confirms = planner.routes.find(
    (route, r) =>
      p[route.fault]! > 0.2 && missing[r]!.length === 1 && planner.probes[missing[r]![0]!]!.instance.key === key,
  );
  if (confirms) return { code: 'confirms', fault: catalogue.faults[confirms.fault]!.key, p: p[confirms.fault]! };
  const { setRow } = network.placed(key, belief.now.layout);
  const profile = (f: number) =>
    candidate.reports.map(({ ratio }) => alone(catalogue, f, (set) => ratio[setRow[set]!]!));
  const profiles = suspects.map(profile);
  let best: { a: number; b: number; score: number } | null = null;
  for (let x = 0; x < suspects.length; x++) {
    for (let y = x + 1; y < suspects.length; y++) {
      const apart = profiles[x]!.reduce((sum, v, k) => sum + Math.abs(v - profiles[y]![k]!), 0) / 2;
      const score = apart * Math.sqrt(p[suspects[x]!]! * p[suspects[y]!]!);
      if (!best || score > best.score) best = { a: suspects[x]!, b: suspects[y]!, score };
    }
  }
  const top = suspects[0]!;
  if (!best || best.score < 1e-3) return { code: 'clears', fault: catalogue.faults[top]!.key, p: p[top]! };
  const [a, b] = [catalogue.faults[best.a]!, catalogue.faults[best.b]!];
  if (a.cylinder !== null && b.cylinder !== null && a.cylinder !== b.cylinder && candidate.instance.tells.via.pull)
    return { code: 'side' };
  return { code: 'splits', a: a.key, b: b.key, pA: p[best.a]!, pB: p[best.b]! };
}
