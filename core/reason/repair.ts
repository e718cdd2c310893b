import type { Belief } from './belief.ts';
import { layoutOf } from './layout.ts';
import { massOf } from './mass.ts';
import type { Network } from './network.ts';
import { membersOf } from './space.ts';

/** A repair as it acts on belief. */
export interface RepairOperator {
  /** Faults taken out (indices): one, and what the same work cures besides; none when a state was put right. */
  readonly faults: readonly number[];
  /** State put right (index), or null. */
  readonly state: number | null;
  /** Chance that the work did not take. */
  readonly fails: number;
  /** Where one job acts on many faults: the chance that each of them is still there, by its index, each by itself; `fails` then counts for none of them. */
  readonly stays?: ReadonlyMap<number, number>;
  /** Faults such work can put in. */
  readonly puts: readonly { readonly fault: number; readonly chance: number }[];
}

/**
 * A repair moves mass from a set to the set without the fault, and a little to sets with what such work puts in. It is no
 * evidence: that a part was changed says nothing about whether it was bad. Readings before it speak of the engine before.
 */
export function applyRepair(network: Network, belief: Belief, operator: RepairOperator): Belief {
  if (belief.weighedOnly) return { ...belief, groups: new Map(), likelihoods: new Map() };
  const { now } = belief;
  const { assignments, space } = network;
  // Every set with every assignment, as they may come to stand; what then has mass is laid out.
  const all = new Float64Array(space.count * assignments);
  const errorFree = new Float64Array(all.length);
  const movesTo = movesOf(network, operator);
  const states = Array.from({ length: assignments }, (_, s) => stateTargets(s, operator));
  const move = (place: number, set: number, assignment: number) => {
    const mass = now.all[place]!;
    if (mass === 0) return;
    const clean = now.errorFree[place]!;
    for (const { set: to, chance } of movesTo(set))
      for (const [state, share] of states[assignment]!) {
        const at = to * assignments + state;
        all[at]! += mass * chance * share;
        errorFree[at]! += clean * chance * share;
      }
  };
  const { furtherSet, furtherAssignment } = now.layout;
  for (let i = 0; i < space.count; i++) move(i, i, 0);
  for (let k = 0; k < furtherSet.length; k++) move(space.count + k, furtherSet[k]!, furtherAssignment[k]!);
  const sets: number[] = [];
  const held: number[] = [];
  for (let i = 0, at = 0; i < space.count; i++, at += assignments)
    for (let s = 1; s < assignments; s++)
      if (all[at + s]! > 0) {
        sets.push(i);
        held.push(s);
      }
  const layout = layoutOf(space, Int32Array.from(sets), Uint8Array.from(held));
  const laidOut = (dense: Float64Array) => {
    const out = new Float64Array(layout.places);
    for (let i = 0; i < space.count; i++) out[i] = dense[i * assignments]!;
    for (let k = 0; k < sets.length; k++) out[space.count + k] = dense[sets[k]! * assignments + held[k]!]!;
    return out;
  };
  const start = massOf(network, {
    layout,
    all: laidOut(all),
    errorFree: laidOut(errorFree),
    errorFreeScale: now.errorFreeScale,
  });
  return { start, groups: new Map(), likelihoods: new Map(), now: start };
}

interface Target {
  readonly set: number;
  readonly chance: number;
}

/** Where the mass of a set goes. */
function movesOf(network: Network, operator: RepairOperator): (set: number) => readonly Target[] {
  const { members, sizes, count, faults: n } = network.space;
  const acted = new Uint8Array(n);
  for (const f of operator.faults) acted[f] = 1;
  const threes = count > 1 + n + (n * (n - 1)) / 2;
  const kept = new Map<number, readonly Target[]>();
  const stay = [{ set: 0, chance: 1 }];
  return (set) => {
    let has = false;
    for (let k = 3 * set; k < 3 * set + sizes[set]!; k++) has ||= acted[members[k]!]! === 1;
    // Nothing is taken out of it, and a set that large is held with nothing more put in.
    if (!has && (operator.puts.length === 0 || sizes[set]! === 3 || (sizes[set]! === 2 && !threes))) {
      stay[0]!.set = set;
      return stay;
    }
    let found = kept.get(set);
    if (!found) {
      found = targetsOf(network, set, operator);
      kept.set(set, found);
    }
    return found;
  };
}

function targetsOf({ space, faultOf }: Network, i: number, operator: RepairOperator): readonly Target[] {
  const { puts } = operator;
  const base = leftOf(membersOf(space, i), operator);
  return base.flatMap(({ members, chance }) => {
    let left = 1;
    const out: Target[] = [];
    for (const put of puts) {
      // It is there already, however bad.
      if (members.some((member) => faultOf[member] === faultOf[put.fault])) continue;
      const withPut = space.indexOf([...members, put.fault].sort((x, y) => x - y));
      // A set too large to be held keeps its mass: the new fault is then simply not foreseen.
      if (withPut < 0) continue;
      out.push({ set: withPut, chance: chance * put.chance });
      left -= put.chance;
    }
    out.push({ set: space.indexOf(members), chance: chance * left });
    return out;
  });
}

/** What may be left of a set once the work was done. */
function leftOf(
  set: readonly number[],
  { faults, fails, stays }: RepairOperator,
): readonly { readonly members: readonly number[]; readonly chance: number }[] {
  if (!set.some((f) => faults.includes(f))) return [{ members: set, chance: 1 }];
  if (!stays)
    return [
      { members: set.filter((f) => !faults.includes(f)), chance: 1 - fails },
      { members: set, chance: fails },
    ];
  let left: { members: number[]; chance: number }[] = [{ members: [], chance: 1 }];
  for (const f of set) {
    const stay = stays.get(f) ?? 1;
    left = left.flatMap(({ members, chance }) => [
      { members: [...members, f], chance: chance * stay },
      { members, chance: chance * (1 - stay) },
    ]);
  }
  return left.filter(({ chance }) => chance > 0);
}

/** A state that was put right is gone (unless the work failed); other states stay as they are. */
function stateTargets(assignment: number, { state, fails }: RepairOperator): [number, number][] {
  if (state === null || !((assignment >> state) & 1)) return [[assignment, 1]];
  return [
    [assignment & ~(1 << state), 1 - fails],
    [assignment, fails],
  ];
}
