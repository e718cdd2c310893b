import { type Evidence, type Group, type GroupLikelihood, groupLikelihood, withReading } from './evidence.ts';
import type { Network } from './network.ts';
import { membersOf } from './space.ts';

/**
 * What is believed: mass over set x state assignment, and how much of it rests on no reading having slipped.
 * Both are scaled together; only ratios mean anything.
 */
export interface Mass {
  readonly all: Float64Array;
  readonly unslipped: Float64Array;
}

/** Belief since the last repair, and the readings that made it. */
export interface Belief {
  readonly start: Mass;
  readonly groups: ReadonlyMap<string, Group>;
  readonly likelihoods: ReadonlyMap<string, GroupLikelihood>;
  readonly now: Mass;
}

export function initialBelief(network: Network): Belief {
  const start = { all: network.prior, unslipped: network.prior };
  return { start, groups: new Map(), likelihoods: new Map(), now: start };
}

/** Belief with the readings of one variable replaced by `evidence`, in the order taken. Exact over the hypothesis space. */
export function withGroup(network: Network, belief: Belief, variable: string, evidence: readonly Evidence[]): Belief {
  const group = evidence.reduce<Group | undefined>(withReading, undefined);
  const groups = new Map(belief.groups);
  const likelihoods = new Map(belief.likelihoods);
  if (group) {
    groups.set(variable, group);
    likelihoods.set(variable, groupLikelihood(network, group));
  } else {
    groups.delete(variable);
    likelihoods.delete(variable);
  }
  return { start: belief.start, groups, likelihoods, now: product(network, belief.start, likelihoods) };
}

/** Mass from the start of the epoch times every group, leaving out `without` if named. */
export function product(
  network: Network,
  start: Mass,
  likelihoods: ReadonlyMap<string, GroupLikelihood>,
  without?: string,
): Mass {
  const all = Float64Array.from(start.all);
  const unslipped = Float64Array.from(start.unslipped);
  const { assignments, space } = network;
  for (const [key, likelihood] of likelihoods) {
    if (key === without) continue;
    const { faultRow, stateMask, masks } = network.variable(key);
    for (let i = 0; i < space.count; i++) {
      const base = faultRow[i]! * masks;
      for (let s = 0; s < assignments; s++) {
        const row = base + stateMask[s]!;
        const at = i * assignments + s;
        all[at]! *= likelihood.total[row]!;
        unslipped[at]! *= likelihood.unslipped[row]!;
      }
    }
  }
  return scaled({ all, unslipped });
}

function scaled({ all, unslipped }: Mass): Mass {
  let sum = 0;
  for (const m of all) sum += m;
  if (!(sum > 0))
    throw new RangeError('the record is impossible under every hypothesis: a reading contradicts the catalogue');
  return { all: all.map((m) => m / sum), unslipped: unslipped.map((m) => m / sum) };
}

/** A repair as it acts on belief. */
export interface RepairOperator {
  /** Fault taken out (index), or null when a state was put right. */
  readonly fault: number | null;
  /** State put right (index), or null. */
  readonly state: number | null;
  /** Chance that the work did not take. */
  readonly fails: number;
  /** Faults such work can put in. */
  readonly puts: readonly { readonly fault: number; readonly chance: number }[];
}

/**
 * A repair moves mass from a set to the set without the fault, and a little to sets with what such work puts in. It is no
 * evidence: that a part was changed says nothing about whether it was bad. Readings before it speak of the engine before.
 */
export function applyRepair(network: Network, belief: Belief, operator: RepairOperator): Belief {
  const move = (mass: Float64Array) => {
    const out = new Float64Array(mass.length);
    const { assignments, space } = network;
    for (let i = 0; i < space.count; i++) {
      const targets = targetsOf(network, i, operator);
      for (let s = 0; s < assignments; s++) {
        const here = mass[i * assignments + s]!;
        if (here === 0) continue;
        for (const { set, chance } of targets) {
          for (const [t, share] of stateTargets(s, operator)) out[set * assignments + t]! += here * chance * share;
        }
      }
    }
    return out;
  };
  const start = scaled({ all: move(belief.now.all), unslipped: move(belief.now.unslipped) });
  return { start, groups: new Map(), likelihoods: new Map(), now: start };
}

function targetsOf(
  { space }: Network,
  i: number,
  { fault, fails, puts }: RepairOperator,
): { set: number; chance: number }[] {
  const set = membersOf(space, i);
  const has = fault !== null && set.includes(fault);
  const base = has
    ? [
        { members: set.filter((f) => f !== fault), chance: 1 - fails },
        { members: set, chance: fails },
      ]
    : [{ members: set, chance: 1 }];
  return base.flatMap(({ members, chance }) => {
    let left = 1;
    const out: { set: number; chance: number }[] = [];
    for (const put of puts) {
      if (members.includes(put.fault)) continue;
      const grown = space.indexOf([...members, put.fault].sort((x, y) => x - y));
      // A set too large to be held keeps its mass: the new fault is then simply not foreseen.
      if (grown < 0) continue;
      out.push({ set: grown, chance: chance * put.chance });
      left -= put.chance;
    }
    out.push({ set: space.indexOf(members), chance: chance * left });
    return out;
  });
}

/** A state that was put right is gone (unless the work failed); other states stay as they are. */
function stateTargets(assignment: number, { state, fails }: RepairOperator): [number, number][] {
  if (state === null || !((assignment >> state) & 1)) return [[assignment, 1]];
  return [
    [assignment & ~(1 << state), 1 - fails],
    [assignment, fails],
  ];
}

/** P(fault present) for each fault. */
export function marginals({ space, assignments }: Network, { now }: Belief): Float64Array {
  const out = new Float64Array(space.faults);
  for (let i = 1; i < space.count; i++) {
    let mass = 0;
    for (let s = 0; s < assignments; s++) mass += now.all[i * assignments + s]!;
    for (let k = 0; k < 3; k++) {
      const f = space.members[3 * i + k]!;
      if (f >= 0) out[f]! += mass;
    }
  }
  return out;
}

/** P(state) for each state. */
export function stateMarginals({ spec, space, assignments }: Network, { now }: Belief): number[] {
  return spec.states.map((_, k) => {
    let sum = 0;
    for (let i = 0; i < space.count; i++)
      for (let s = 0; s < assignments; s++) if ((s >> k) & 1) sum += now.all[i * assignments + s]!;
    return sum;
  });
}

/** Mass of each set, states summed out. */
export function setMass({ space, assignments }: Network, { now }: Belief): Float64Array {
  const out = new Float64Array(space.count);
  for (let i = 0; i < space.count; i++) for (let s = 0; s < assignments; s++) out[i]! += now.all[i * assignments + s]!;
  return out;
}

/** P(some reading slipped | record), 0 .. 1. */
export function surprise({ now }: Belief): number {
  let clean = 0;
  for (const m of now.unslipped) clean += m;
  return Math.min(1, Math.max(0, 1 - clean));
}

/** P(this group's readings slipped | record) for every group since the last repair. */
export function slipChances(network: Network, belief: Belief): Map<string, number> {
  const out = new Map<string, number>();
  for (const [key, own] of belief.likelihoods) {
    const { faultRow, stateMask, masks } = network.variable(key);
    let slipped = 0;
    for (let i = 0; i < network.space.count; i++) {
      for (let s = 0; s < network.assignments; s++) {
        const row = faultRow[i]! * masks + stateMask[s]!;
        const total = own.total[row]!;
        if (total > 0) slipped += belief.now.all[i * network.assignments + s]! * (1 - own.unslipped[row]! / total);
      }
    }
    out.set(key, slipped);
  }
  return out;
}
