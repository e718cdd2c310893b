import { endsBesides, sameRepair } from '../faults/index.ts';
import { minutesFrom, type Round } from '../reason/candidates.ts';
import type { Confirmed } from '../reason/confirm.ts';
import { type NextCheck, roundOf } from '../reason/plan.ts';
import type { Probe } from '../reason/planner.ts';
import { situationOf } from './situation.ts';
import type { Bench } from './state.ts';

/** What is proven, and what is suspected. */
export interface Proven {
  readonly confirmed: readonly Pick<Confirmed, 'fault' | 'orElse'>[];
  readonly suspects: readonly { readonly key: string; readonly p: number }[];
}

/** What a repair made on belief alone may cost for nothing, and what proving it first would cost. */
export interface PartsInVain {
  /** What is believed of it, together with what the same work cures. */
  readonly p: number;
  /** What the part costs, from and to; null where none is bought. */
  readonly partsBand: readonly [number, number] | null;
  /** Hands-on minutes of the repair, once reached [min]. */
  readonly repairMin: number;
  /** The surest proof for its minutes: what is still to be checked for it, in order; null where nothing that can be made would prove it. */
  readonly proof: {
    readonly checks: readonly Pick<NextCheck, 'check' | 'cylinder' | 'condition' | 'temperature'>[];
    readonly minutes: number;
  } | null;
}

/**
 * Before a part is bought on belief alone.
 * @param key a fault of this engine
 * @returns null where it is proven, or no such fault can be on this engine
 */
export function partsInVain(bench: Bench, { confirmed, suspects }: Proven, key: string): PartsInVain | null {
  const { catalogue, network, belief } = bench;
  const fault = catalogue.faults.find((f) => f.key === key);
  if (!fault || confirmed.some((c) => c.fault === key || c.orElse.includes(key))) return null;
  const { repair } = fault.definition;
  const here = (f: (typeof catalogue.faults)[number], alike: typeof endsBesides) =>
    f.key === key || (f.cylinder === fault.cylinder && alike(fault.definition, f.definition));
  const believed = (of: string) => suspects.find((s) => s.key === of)?.p ?? 0;
  const planner = bench.planner();
  const { round } = roundOf(catalogue, network, belief, planner, situationOf(bench));
  const [best] = planner.routes
    .flatMap((route, r) => {
      const { power } = round.roads[r]!;
      const probes = round.missing[r]!.map((index) => planner.probes[index]!);
      const waits = !round.situation.charged && route.needs.some(({ need }) => need.onceCharged);
      if (!here(catalogue.faults[route.fault]!, sameRepair) || probes.length === 0 || waits) return [];
      const sure = power * believed(catalogue.faults[route.fault]!.key);
      return sure > 0 ? [{ probes, sure, minutes: minutesOfRoad(round, probes) }] : [];
    })
    .sort((a, b) => a.minutes / a.sure - b.minutes / b.sure);
  return {
    // What the part would cure besides is no reason to buy it, and yet it is not in vain.
    p: Math.min(
      1,
      catalogue.faults.reduce((sum, f) => (here(f, endsBesides) ? sum + believed(f.key) : sum), 0),
    ),
    partsBand: repair.partsBand ?? null,
    repairMin: repair.minutes,
    proof: best
      ? {
          minutes: best.minutes,
          checks: best.probes.map(({ instance, state, hot }) => ({
            check: instance.check.id,
            cylinder: instance.cylinder,
            condition: state,
            temperature: hot ? 'hot' : null,
          })),
        }
      : null,
  };
}

/** Checks made one after the other: what is open or hot for one is so for the next [min]. */
function minutesOfRoad({ planner, start }: Round, probes: readonly Probe[]): number {
  let { mask, hot } = start;
  let minutes = 0;
  for (const probe of probes) {
    minutes += minutesFrom(planner, { mask, hot }, { ...probe, temperature: probe.hot ? 'hot' : null });
    mask |= probe.mask;
    hot ||= probe.hot;
  }
  return minutes;
}
