import type { RunningState, Temperature } from '../engine/index.ts';
import { instanceKey } from '../machine/key.ts';
import { candidateIn, temperaturesFor, withheldBy } from '../reason/candidates.ts';
import type { CheckInstance } from '../reason/catalogue/instances.ts';
import { type NextCheck, roundOf } from '../reason/plan.ts';
import { savedBy } from '../reason/worth.ts';
import { accessMask } from './accessMask.ts';
import { situationOf } from './situation.ts';
import { type Bench, houseMakes } from './state.ts';

/** What a rule of the house costs on this job as it stands. */
export interface HousePrice {
  /** It leads with a check, leaves one out, or does not own what one needs. */
  readonly rule: 'leads' | 'leaves-out' | 'lacks';
  readonly check: string;
  /** More minutes of search on average than without the rule [min]. */
  readonly minutes: number;
}

/** Under this nobody asks what a rule costs [min]. */
const WORTH_SAYING_MIN = 1;

/**
 * What the rules of the house cost here, one step ahead: the best check they keep out against the best that is left, and the check they put first
 * against the one that would be. The dearest first; empty where they cost nothing.
 * @param listed by minutes, before the house put its own first
 * @param led what the house put first, or null
 */
export function housePrices(bench: Bench, listed: readonly NextCheck[], led: NextCheck | null): readonly HousePrice[] {
  const { catalogue, practice, head } = bench;
  const kept = catalogue.checks.filter(
    ({ check, cylinder }) => check.proposed && (cylinder ?? 1) === 1 && !houseMakes(head, practice, check),
  );
  if (kept.length === 0 && !led) return [];
  const savedHere = savedOn(bench);
  const situation = situationOf(bench);
  const best = Math.max(0, ...listed.map((n) => n.minutesSaved));
  const out = kept.map((instance): HousePrice => {
    const { id, offeredIn, states } = instance.check;
    const heats = temperaturesFor(instance, situation);
    const saved = (offeredIn ?? states).flatMap((state) => heats.map((heat) => savedHere(instance, state, heat)));
    const minutes = Math.max(...saved) - best;
    return { rule: practice.leavesOut.has(id) ? 'leaves-out' : 'lacks', check: id, minutes };
  });
  const ledWith = led && catalogue.checks.find((c) => c.key === instanceKey(led.check, led.cylinder));
  if (ledWith)
    out.push({ rule: 'leads', check: led.check, minutes: best - savedHere(ledWith, led.condition, led.temperature) });
  return out.filter((price) => price.minutes >= WORTH_SAYING_MIN).sort((a, b) => b.minutes - a.minutes);
}

/** Minutes that any check of the engine would save here, net of its own, whether the house makes it or not. */
function savedOn(
  bench: Bench,
): (instance: CheckInstance, state: RunningState, temperature: Temperature | null) => number {
  const { catalogue, network, belief } = bench;
  const { round, wide, search } = roundOf(catalogue, network, belief, bench.planner(), situationOf(bench));
  const withheld = withheldBy(round, wide);
  return (instance, state, temperature) => {
    const made = candidateIn(round, instance, state, accessMask(bench, instance), temperature);
    // Nobody would make it now, rule or no rule.
    if (withheld(instance, state, temperature) !== null) return -made.minutes;
    // What it costs to bring about eats more than it could save.
    if (made.minutes >= search.minutes) return -made.minutes;
    return savedBy(round, made, wide, search.minutes);
  };
}
