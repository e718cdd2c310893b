import { type Evidence, type Group, type GroupLikelihood, groupLikelihood, withReading } from './evidence.ts';
import { type Layout, layoutOf } from './layout.ts';
import type { Network, Placed } from './network.ts';
import { membersOf, type Space } from './space.ts';

/**
 * What is believed: mass of each place, and how much of it rests on no reading having slipped. A chance is a mass over `whole`, what `all`
 * adds up to: what multiplies every place alike changes none, and is left out.
 */
export interface Mass {
  readonly layout: Layout;
  readonly all: Float64Array;
  readonly unslipped: Float64Array;
  /** What `unslipped` is to be multiplied by to stand beside `all`. */
  readonly unslippedScale: number;
  readonly whole: number;
  /** P(what was multiplied in last | what was believed before), where that was new readings. */
  readonly chance: number;
  readonly sums: Sums;
}

/** What is asked of a belief again and again, added up once; chances, 0 .. 1. */
interface Sums {
  readonly faults: Float64Array;
  readonly states: readonly number[];
  /** Of no reading having slipped. */
  readonly clean: number;
}

/** Belief since the last repair, and the readings that made it. */
export interface Belief {
  readonly start: Mass;
  readonly groups: ReadonlyMap<string, Group>;
  readonly likelihoods: ReadonlyMap<string, GroupLikelihood>;
  readonly now: Mass;
}

export function initialBelief(network: Network): Belief {
  const start = massOf(network, {
    layout: network.layout,
    all: network.prior,
    unslipped: network.prior,
    unslippedScale: 1,
  });
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
    const after = groupLikelihood(network.placed(variable, belief.start.layout).variable, group);
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
  const { book, rows } = network.placed(variable, belief.start.layout).variable;
  const scaledRow = (figures: Float64Array) => {
    const out = figures.slice();
    for (let row = 0; row < rows; row++) if (book.locals[3 * row]! < 0) out[row]! *= factor;
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
  const all = new Float64Array(mass.all);
  const unslipped = new Float64Array(mass.unslipped);
  let { unslippedScale } = mass;
  let leftOut = 1 / mass.whole;
  for (const [key, { total, unslipped: clean }] of factors) {
    const placed = network.placed(key, mass.layout);
    const common = scaleOf(total);
    const commonClean = scaleOf(clean);
    multiplyInto(all, unslipped, placed, total, clean, 1 / common, 1 / commonClean);
    unslippedScale *= commonClean / common;
    leftOut *= common;
  }
  return massOf(network, { layout: mass.layout, all, unslipped, unslippedScale }, leftOut);
}

/** The figure of row 0, which is left out; 1 where nothing can be left out, for what cannot be with nothing wrong leaves those places nothing. */
const scaleOf = (figures: Float64Array) => (figures[0]! > 0 ? figures[0]! : 1);

/** Multiplies each place by the figure of its row times `scale`: most places stand on row 0 and stay as they are. */
function multiplyInto(
  all: Float64Array,
  unslipped: Float64Array,
  { setRow, touched, touchedRow, furtherRow }: Placed,
  total: Float64Array,
  clean: Float64Array,
  scale: number,
  cleanScale: number,
): void {
  const sets = setRow.length;
  for (let t = 0; t < touched.length; t++) {
    const i = touched[t]!;
    const row = touchedRow[t]!;
    all[i]! *= total[row]! * scale;
    unslipped[i]! *= clean[row]! * cleanScale;
  }
  for (let k = 0, i = sets; k < furtherRow.length; k++, i++) {
    const row = furtherRow[k]!;
    all[i]! *= total[row]! * scale;
    unslipped[i]! *= clean[row]! * cleanScale;
  }
  // The rest stands on row 0.
  if (!(total[0]! > 0)) for (let i = 0; i < sets; i++) if (setRow[i] === 0) all[i] = 0;
  if (!(clean[0]! > 0)) for (let i = 0; i < sets; i++) if (setRow[i] === 0) unslipped[i] = 0;
}

/** Beyond this, either way, masses are brought back to where figures are dense. */
const FAR = 1e100;

/**
 * Adds up what was multiplied.
 * @param leftOut what all masses were divided by, over what they came to before; nothing where they are new
 * @throws RangeError when nothing is left
 */
function massOf(
  network: Network,
  { layout, all, unslipped, unslippedScale }: Pick<Mass, 'layout' | 'all' | 'unslipped' | 'unslippedScale'>,
  leftOut?: number,
): Mass {
  const { furtherAssignment, space } = layout;
  const faults = new Float64Array(space.faults);
  const whole = addUp(space, setsIn(layout, all), faults);
  if (!(whole > 0))
    throw new RangeError('the record is impossible under every hypothesis: a reading contradicts the catalogue');
  const scale = 1 / whole;
  for (let f = 0; f < faults.length; f++) faults[f]! *= scale;
  const byAssignment = new Float64Array(network.assignments);
  for (let k = 0; k < furtherAssignment.length; k++) byAssignment[furtherAssignment[k]!]! += all[space.count + k]!;
  const sums: Sums = {
    faults,
    states: network.spec.states.map((_, k) =>
      byAssignment.reduce((sum, mass, s) => ((s >> k) & 1 ? sum + mass * scale : sum), 0),
    ),
    clean: total(unslipped) * unslippedScale * scale,
  };
  const chance = leftOut === undefined ? 1 : whole * leftOut;
  if (whole < FAR && whole > 1 / FAR && unslippedScale < FAR && unslippedScale > 1 / FAR)
    return { layout, all, unslipped, unslippedScale, whole, chance, sums };
  return {
    layout,
    all: all.map((mass) => mass * scale),
    unslipped: unslipped.map((mass) => mass * unslippedScale * scale),
    unslippedScale: 1,
    whole: 1,
    chance,
    sums,
  };
}

/** Sum of all, in four lanes: one addition does not wait for the one before. */
function total(figures: Float64Array): number {
  const even = figures.length - (figures.length % 4);
  let [a, b, c, d] = [0, 0, 0, 0];
  for (let i = 0; i < even; i += 4) {
    a += figures[i]!;
    b += figures[i + 1]!;
    c += figures[i + 2]!;
    d += figures[i + 3]!;
  }
  for (let i = even; i < figures.length; i++) a += figures[i]!;
  return a + b + (c + d);
}

/** Mass of each set over all its states, of the belief asked about last: a belief is added up and asked about in one go. */
let sets = new Float64Array(0);
let setsOf: Float64Array | null = null;

/** @returns as many figures as there are sets, or more; good until the next call */
function setsIn({ space, furtherSet }: Layout, all: Float64Array): Float64Array {
  if (setsOf === all) return sets;
  if (sets.length < space.count) sets = new Float64Array(space.count);
  sets.set(all.subarray(0, space.count));
  for (let k = 0; k < furtherSet.length; k++) sets[furtherSet[k]!]! += all[space.count + k]!;
  setsOf = all;
  return sets;
}

/** Mass of each fault, over every set it is in: the sets of one, then the pairs row by row, then what was grown. @returns the whole */
function addUp({ faults: n, count, members }: Space, masses: Float64Array, faults: Float64Array): number {
  let whole = masses[0]!;
  for (let f = 0; f < n; f++) {
    faults[f] = masses[1 + f]!;
    whole += masses[1 + f]!;
  }
  let at = 1 + n;
  for (let a = 0; a < n; a++) {
    let own = 0;
    for (let b = a + 1; b < n; b++, at++) {
      const mass = masses[at]!;
      own += mass;
      faults[b]! += mass;
    }
    faults[a]! += own;
    whole += own;
  }
  for (; at < count; at++) {
    whole += masses[at]!;
    for (let k = 3 * at; k < 3 * at + 3; k++) faults[members[k]!]! += masses[at]!;
  }
  return whole;
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
  const { now } = belief;
  const { assignments, space } = network;
  // Every set with every assignment, as they may come to stand; what then has mass is laid out.
  const all = new Float64Array(space.count * assignments);
  const unslipped = new Float64Array(all.length);
  const movesTo = movesOf(network, operator);
  const states = Array.from({ length: assignments }, (_, s) => stateTargets(s, operator));
  const move = (place: number, set: number, assignment: number) => {
    const mass = now.all[place]!;
    if (mass === 0) return;
    const clean = now.unslipped[place]!;
    for (const { set: to, chance } of movesTo(set))
      for (const [state, share] of states[assignment]!) {
        const at = to * assignments + state;
        all[at]! += mass * chance * share;
        unslipped[at]! += clean * chance * share;
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
    unslipped: laidOut(unslipped),
    unslippedScale: now.unslippedScale,
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

function targetsOf({ space }: Network, i: number, { faults, fails, puts }: RepairOperator): readonly Target[] {
  const set = membersOf(space, i);
  const has = set.some((f) => faults.includes(f));
  const base = has
    ? [
        { members: set.filter((f) => !faults.includes(f)), chance: 1 - fails },
        { members: set, chance: fails },
      ]
    : [{ members: set, chance: 1 }];
  return base.flatMap(({ members, chance }) => {
    let left = 1;
    const out: Target[] = [];
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

/** P(fault present) for each fault. Shared: not to be changed. */
export const marginals = ({ now }: Belief): Float64Array => now.sums.faults;

/** P(state) for each state. */
export const stateMarginals = ({ now }: Belief): readonly number[] => now.sums.states;

/** P(set) of each set. */
export function setMass({ now }: Belief): Float64Array {
  const { layout, all, whole } = now;
  return setsIn(layout, all)
    .slice(0, layout.space.count)
    .map((mass) => mass / whole);
}

/** P(nothing is wrong). */
export const noneMass = ({ now }: Belief): number => setsIn(now.layout, now.all)[0]! / now.whole;

/** P(one of these sets), by their numbers. */
export function massOfSets({ now }: Belief, of: Int32Array): number {
  const masses = setsIn(now.layout, now.all);
  let one = 0;
  let other = 0;
  const even = of.length - (of.length % 2);
  for (let k = 0; k < even; k += 2) {
    one += masses[of[k]!]!;
    other += masses[of[k + 1]!]!;
  }
  if (even < of.length) one += masses[of[even]!]!;
  return (one + other) / now.whole;
}

/** The `most` likeliest sets, the likeliest first. */
export function likeliestSets({ now }: Belief, most: number): { readonly set: number; readonly p: number }[] {
  const masses = setsIn(now.layout, now.all);
  const { count, faults: n } = now.layout.space;
  const top = new Int32Array(most);
  let found = 0;
  let least = 0;
  const look = (from: number, to: number) => {
    for (let i = from; i < to; i++) {
      const mass = masses[i]!;
      if (mass <= least) continue;
      let at = found < most ? found++ : most - 1;
      for (; at > 0 && masses[top[at - 1]!]! < mass; at--) top[at] = top[at - 1]!;
      top[at] = i;
      if (found === most) least = masses[top[most - 1]!]!;
    }
  };
  look(0, 1 + n);
  // No pair is likelier than either of its faults: most rows of pairs need not be gone over.
  for (let a = 0, at = 1 + n; a < n; at += n - 1 - a, a++)
    if (now.sums.faults[a]! * now.whole * ROUNDING > least) look(at, at + n - 1 - a);
  look(1 + n + (n * (n - 1)) / 2, count);
  return Array.from(top.subarray(0, found), (set) => ({ set, p: masses[set]! / now.whole }));
}

/** A sum and what it is the sum of may differ in the last places. */
const ROUNDING = 1 + 1e-9;

/** P(some reading slipped | record), 0 .. 1. */
export const surprise = ({ now }: Belief): number => Math.min(1, Math.max(0, 1 - now.sums.clean));

/** P(readings of that likelihood slipped | record). */
function slipChance(network: Network, { all, layout, whole }: Mass, key: string, own: GroupLikelihood): number {
  const { count } = network.space;
  const { touched, touchedRow, furtherRow } = network.placed(key, layout);
  const slips = own.total.map((total, row) => (total > 0 ? 1 - own.unslipped[row]! / total : 0));
  const none = slips[0]!;
  let more = 0;
  for (let t = 0; t < touched.length; t++) more += all[touched[t]!]! * (slips[touchedRow[t]!]! - none);
  for (let k = 0; k < furtherRow.length; k++) more += all[count + k]! * (slips[furtherRow[k]!]! - none);
  return none + more / whole;
}

/** P(this group's readings slipped | record) for every group since the last repair. */
export const slipChances = (network: Network, { now, likelihoods }: Belief): Map<string, number> =>
  new Map([...likelihoods].map(([key, own]) => [key, slipChance(network, now, key, own)]));

/**
 * The reading of a variable that most probably slipped, as its event. Readings that agree slip together, and the last stands for them; of
 * those that contradict each other each slips by itself.
 */
export function slippedOf(network: Network, { now, groups }: Belief, key: string): number {
  const { readings, unsteady } = groups.get(key)!;
  const last = Math.max(...readings.map((r) => r.event));
  if (!unsteady) return last;
  const { variable } = network.placed(key, now.layout);
  const chances = readings.map((reading) => ({
    event: reading.event,
    chance: slipChance(network, now, key, groupLikelihood(variable, withReading(undefined, reading))),
  }));
  return chances.reduce((a, b) => (b.chance >= a.chance ? b : a)).event;
}
