import { type Evidence, type Group, type GroupLikelihood, groupLikelihood, withReading } from './evidence.ts';
import type { Layout } from './layout.ts';
import type { CompiledVariable, Network } from './network.ts';
import { membersOf, type Space } from './space.ts';

/**
 * What is believed: mass over set x state assignment, and how much of it rests on no reading having slipped.
 * Both are scaled together: a chance is a mass over `whole`, what `all` adds up to.
 */
export interface Mass {
  readonly layout: Layout;
  readonly all: Float64Array;
  readonly unslipped: Float64Array;
  readonly whole: number;
}

/** Belief since the last repair, and the readings that made it. */
export interface Belief {
  readonly start: Mass;
  readonly groups: ReadonlyMap<string, Group>;
  readonly likelihoods: ReadonlyMap<string, GroupLikelihood>;
  readonly now: Mass;
}

export function initialBelief(network: Network): Belief {
  const start = massOf(network.layout, network.prior, network.prior);
  return { start, groups: new Map(), likelihoods: new Map(), now: start };
}

/** Belief with the readings of one variable replaced by `evidence`, in the order taken. Exact over the hypothesis space. */
export function withGroup(network: Network, belief: Belief, variable: string, evidence: readonly Evidence[]): Belief {
  return withGroups(network, belief, new Map([[variable, evidence]]));
}

/**
 * Belief with the readings of several variables replaced, each by its own `evidence` in the order taken. What did not change is
 * not gone over again: belief is a product, so a new factor multiplies it and a changed one multiplies it by new over old.
 */
export function withGroups(
  network: Network,
  belief: Belief,
  evidence: ReadonlyMap<string, readonly Evidence[]>,
): Belief {
  const groups = new Map(belief.groups);
  const likelihoods = new Map(belief.likelihoods);
  const factors = new Map<string, GroupLikelihood>();
  let anew = false;
  for (const [variable, readings] of evidence) {
    const group = readings.reduce<Group | undefined>(withReading, undefined);
    const before = likelihoods.get(variable);
    if (!group) {
      anew ||= before !== undefined;
      groups.delete(variable);
      likelihoods.delete(variable);
      continue;
    }
    groups.set(variable, group);
    const after = groupLikelihood(network, group);
    if (before && sameFigures(before.total, after.total) && sameFigures(before.unslipped, after.unslipped)) continue;
    likelihoods.set(variable, after);
    const factor = before ? over(after, before) : after;
    if (factor) factors.set(variable, factor);
    else anew = true;
  }
  const now = anew ? product(network, belief.start, likelihoods) : multiplied(network, belief.now, factors);
  return { start: belief.start, groups, likelihoods, now };
}

/**
 * Belief once the complaint is heard. Prior shares are those of machines somebody complained of, so what is complained of says nothing
 * against "nothing wrong": the share of the empty set stays as it was, and the faults compete for the rest.
 */
export function withComplaint(network: Network, belief: Belief, variable: string, evidence: Evidence): Belief {
  const heard = withGroup(network, belief, variable, [evidence]);
  const before = belief.now.all[0]! / belief.now.whole;
  const after = heard.now.all[0]! / heard.now.whole;
  if (!(before > 0 && before < 1 && after > 0)) return heard;
  const { total, unslipped } = heard.likelihoods.get(variable)!;
  const factor = ((before / (1 - before)) * (1 - after)) / after;
  const scaledRow = (figures: Float64Array) => {
    const out = figures.slice();
    const { faultRow, masks } = network.variable(variable);
    for (let mask = 0; mask < masks; mask++) out[faultRow[0]! * masks + mask]! *= factor;
    return out;
  };
  const likelihoods = new Map(heard.likelihoods);
  likelihoods.set(variable, { total: scaledRow(total), unslipped: scaledRow(unslipped) });
  return { ...heard, likelihoods, now: product(network, belief.start, likelihoods) };
}

const sameFigures = (a: Float64Array, b: Float64Array) => {
  for (let i = 0; i < a.length; i++) if (a[i] !== b[i]) return false;
  return true;
};

/** What turns the old likelihood into the new one; null where the old one said "impossible", which no factor takes back. */
function over(after: GroupLikelihood, before: GroupLikelihood): GroupLikelihood | null {
  const rows = before.total.length;
  for (let row = 0; row < rows; row++) if (!(before.total[row]! > 0 && before.unslipped[row]! > 0)) return null;
  const total = new Float64Array(rows);
  const unslipped = new Float64Array(rows);
  for (let row = 0; row < rows; row++) {
    total[row] = after.total[row]! / before.total[row]!;
    unslipped[row] = after.unslipped[row]! / before.unslipped[row]!;
  }
  return { total, unslipped };
}

/** Mass from the start of the epoch times every group, leaving out `without` if named. */
export function product(
  network: Network,
  start: Mass,
  likelihoods: ReadonlyMap<string, GroupLikelihood>,
  without?: string,
): Mass {
  if (without === undefined) return multiplied(network, start, likelihoods);
  return multiplied(network, start, new Map([...likelihoods].filter(([key]) => key !== without)));
}

function multiplied(network: Network, mass: Mass, factors: ReadonlyMap<string, GroupLikelihood>): Mass {
  if (factors.size === 0) return mass;
  const all = new Float64Array(mass.all.length);
  const unslipped = new Float64Array(mass.all.length);
  let from = mass;
  let left = factors.size;
  for (const [key, factor] of factors) {
    const variable = network.variable(key);
    // The last of them is added up on the way.
    if (--left === 0) return multipliedLast(network, from, all, unslipped, variable, factor);
    multiplyInto(from, all, unslipped, variable, factor);
    from = { layout: mass.layout, all, unslipped, whole: mass.whole };
  }
  return from;
}

function multiplyInto(
  { layout, all: allBefore, unslipped: unslippedBefore }: Mass,
  all: Float64Array,
  unslipped: Float64Array,
  { faultRow, stateMask, masks }: CompiledVariable,
  { total, unslipped: clean }: GroupLikelihood,
): void {
  const { start, assignment } = layout;
  for (let i = 0, at = 0; i + 1 < start.length; i++) {
    const base = faultRow[i]! * masks;
    for (const end = start[i + 1]!; at < end; at++) {
      const row = base + stateMask[assignment[at]!]!;
      all[at] = allBefore[at]! * total[row]!;
      unslipped[at] = unslippedBefore[at]! * clean[row]!;
    }
  }
}

/** The same, brought back to a sum near 1 by what it was before, and added up on the way: this is most of an update. */
function multipliedLast(
  network: Network,
  { layout, all: allBefore, unslipped: unslippedBefore, whole: wholeBefore }: Mass,
  all: Float64Array,
  unslipped: Float64Array,
  { faultRow, stateMask, masks }: Pick<CompiledVariable, 'faultRow' | 'stateMask' | 'masks'>,
  { total, unslipped: clean }: GroupLikelihood,
): Mass {
  const { count } = network.space;
  const { start, assignment } = layout;
  const scale = 1 / wholeBefore;
  const sets = new Float64Array(count);
  const byAssignment = new Float64Array(network.assignments);
  // Most sets are held with no state at all: what is added to one figure again and again is added in a register.
  let stateless = 0;
  let whole = 0;
  let unslippedWhole = 0;
  for (let i = 0, at = 0; i < count; i++) {
    const base = faultRow[i]! * masks;
    let mass = 0;
    for (const end = start[i + 1]!; at < end; at++) {
      const held = assignment[at]!;
      // Where no state touches it there is one figure for the whole set.
      const row = masks === 1 ? base : base + stateMask[held]!;
      const here = allBefore[at]! * total[row]! * scale;
      const cleanHere = unslippedBefore[at]! * clean[row]! * scale;
      all[at] = here;
      unslipped[at] = cleanHere;
      mass += here;
      unslippedWhole += cleanHere;
      if (held === 0) stateless += here;
      else byAssignment[held]! += here;
    }
    sets[i] = mass;
    whole += mass;
  }
  byAssignment[0] = stateless;
  possible(whole);
  const mass: Mass = { layout, all, unslipped, whole };
  added.set(mass, sumsIn(network, sets, faultSums(network.space, sets), byAssignment, unslippedWhole, whole));
  return mass;
}

/** Mass of each fault, over every set it is in: the sets of one, then the pairs row by row, then what was grown. */
function faultSums({ faults: n, count, members }: Space, sets: Float64Array): Float64Array {
  const out = sets.slice(1, 1 + n);
  let at = 1 + n;
  for (let a = 0; a < n; a++) {
    let own = 0;
    for (let b = a + 1; b < n; b++, at++) {
      const mass = sets[at]!;
      own += mass;
      out[b]! += mass;
    }
    out[a]! += own;
  }
  for (; at < count; at++) for (let k = 3 * at; k < 3 * at + 3; k++) out[members[k]!]! += sets[at]!;
  return out;
}

function possible(whole: number): void {
  if (!(whole > 0))
    throw new RangeError('the record is impossible under every hypothesis: a reading contradicts the catalogue');
}

function massOf(layout: Layout, all: Float64Array, unslipped: Float64Array): Mass {
  let whole = 0;
  for (let i = 0; i < all.length; i++) whole += all[i]!;
  possible(whole);
  return { layout, all, unslipped, whole };
}

/** A repair as it acts on belief. */
export interface RepairOperator {
  /** Faults taken out (indices): one, and what the same work cures besides; none when a state was put right. */
  readonly faults: readonly number[];
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
  const moves = movesOf(network, operator);
  const start = massOf(
    network.full(),
    moved(network, belief.now.layout, belief.now.all, moves, operator),
    moved(network, belief.now.layout, belief.now.unslipped, moves, operator),
  );
  return { start, groups: new Map(), likelihoods: new Map(), now: start };
}

/** Where the mass of each set goes: `chance` of what stands on `from` to `to`. */
interface Moves {
  readonly from: readonly number[];
  readonly to: readonly number[];
  readonly chance: readonly number[];
}

function movesOf(network: Network, operator: RepairOperator): Moves {
  const { space } = network;
  const from: number[] = [];
  const to: number[] = [];
  const chance: number[] = [];
  for (let i = 0; i < space.count; i++) {
    for (const target of targetsOf(network, i, operator)) {
      from.push(i);
      to.push(target.set);
      chance.push(target.chance);
    }
  }
  return { from, to, chance };
}

function moved(
  { assignments, space }: Network,
  { start, assignment }: Layout,
  mass: Float64Array,
  { from, to, chance }: Moves,
  operator: RepairOperator,
): Float64Array {
  const out = new Float64Array(space.count * assignments);
  const states = Array.from({ length: assignments }, (_, s) => stateTargets(s, operator));
  for (let m = 0; m < from.length; m++) {
    for (let at = start[from[m]!]!; at < start[from[m]! + 1]!; at++) {
      const here = mass[at]! * chance[m]!;
      if (here === 0) continue;
      for (const [t, share] of states[assignment[at]!]!) out[to[m]! * assignments + t]! += here * share;
    }
  }
  return out;
}

function targetsOf(
  { space }: Network,
  i: number,
  { faults, fails, puts }: RepairOperator,
): readonly { readonly set: number; readonly chance: number }[] {
  const set = membersOf(space, i);
  const has = set.some((f) => faults.includes(f));
  if (!has && puts.length === 0) return [{ set: i, chance: 1 }];
  const base = has
    ? [
        { members: set.filter((f) => !faults.includes(f)), chance: 1 - fails },
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

interface Sums {
  readonly sets: Float64Array;
  readonly faults: Float64Array;
  readonly states: Float64Array;
  /** Mass that rests on no reading having slipped. */
  readonly clean: number;
}

/** What is asked of a belief again and again is added up once. */
const added = new WeakMap<Mass, Sums>();

/** Sums brought to chances. */
function sumsIn(
  { spec }: Network,
  sets: Float64Array,
  faults: Float64Array,
  byAssignment: Float64Array,
  clean: number,
  whole: number,
): Sums {
  const share = 1 / whole;
  for (let i = 0; i < sets.length; i++) sets[i]! *= share;
  for (let f = 0; f < faults.length; f++) faults[f]! *= share;
  const states = Float64Array.from(
    spec.states,
    (_, k) => byAssignment.reduce((sum, mass, s) => ((s >> k) & 1 ? sum + mass : sum), 0) / whole,
  );
  return { sets, faults, states, clean: clean / whole };
}

/** Adds up a mass as it stands, as at the start of an epoch: multiplied by nothing. */
function sumsOf(network: Network, { now }: Belief): Sums {
  const found = added.get(now);
  if (found) return found;
  const one = { total: Float64Array.of(1), unslipped: Float64Array.of(1) };
  const { all, unslipped } = now;
  const nowhere = {
    faultRow: new Int32Array(network.space.count),
    stateMask: new Uint8Array(network.assignments),
    masks: 1,
  };
  const sums = added.get(
    multipliedLast(network, now, new Float64Array(all.length), new Float64Array(unslipped.length), nowhere, one),
  )!;
  added.set(now, sums);
  return sums;
}

/** P(fault present) for each fault. Shared: not to be changed. */
export const marginals = (network: Network, belief: Belief): Float64Array => sumsOf(network, belief).faults;

/** P(state) for each state. Shared: not to be changed. */
export const stateMarginals = (network: Network, belief: Belief): Float64Array => sumsOf(network, belief).states;

/** Mass of each set, states summed out. Shared: not to be changed. */
export const setMass = (network: Network, belief: Belief): Float64Array => sumsOf(network, belief).sets;

/** P(some reading slipped | record), 0 .. 1. */
export const surprise = (network: Network, belief: Belief): number =>
  Math.min(1, Math.max(0, 1 - sumsOf(network, belief).clean));

/** P(this group's readings slipped | record) for every group since the last repair. */
export function slipChances(network: Network, belief: Belief): Map<string, number> {
  const out = new Map<string, number>();
  const { start, assignment } = belief.now.layout;
  for (const [key, own] of belief.likelihoods) {
    const { faultRow, stateMask, masks } = network.variable(key);
    let slipped = 0;
    for (let i = 0; i < network.space.count; i++) {
      for (let at = start[i]!; at < start[i + 1]!; at++) {
        const row = faultRow[i]! * masks + stateMask[assignment[at]!]!;
        const total = own.total[row]!;
        if (total > 0) slipped += belief.now.all[at]! * (1 - own.unslipped[row]! / total);
      }
    }
    out.set(key, slipped / belief.now.whole);
  }
  return out;
}
