import { type Placed, placedAgain, placeVariable } from './compiled.ts';
import { continued } from './continued.ts';
import { type Layout, layoutOf } from './layout.ts';
import { buildSpace, membersOf, type Space } from './space.ts';
import type { NetworkSpec, PriorSpec, SpecVariable } from './spec.ts';

export type { Placed } from './compiled.ts';
export type { CompiledVariable } from './shape.ts';

export interface Network {
  readonly spec: NetworkSpec;
  readonly space: Space;
  /** Number of state assignments, 2^states. */
  readonly assignments: number;
  /** Prior of each place, summing to 1. */
  readonly prior: Float64Array;
  /** Places before the first repair. */
  readonly layout: Layout;
  readonly faultIndex: ReadonlyMap<string, number>;
  /** Of each fault of the space the first that is a level of the same, most often itself. */
  readonly faultOf: Int16Array;
  /** Of each such first one all its levels; empty for the others. */
  readonly levels: readonly (readonly number[])[];
  /** A variable on the places of `layout`; where none is given, on those before the first repair. */
  readonly placed: (key: string, layout?: Layout) => Placed;
  readonly variable: (key: string) => SpecVariable;
  readonly hasVariable: (key: string) => boolean;
}

/**
 * Tabulates a network so that a reading becomes one multiplication per hypothesis it touches.
 * Variables are compiled when first asked for; what none of its causes is in shares one row (the leak).
 * @param triples sets of three that the record asks for
 * @param before a network of the same specification with the first of these triples: only what is new is tabulated
 * @throws RangeError when a variable or state names an unknown cause
 */
export function compileNetwork(
  spec: NetworkSpec,
  triples: Iterable<readonly [number, number, number]> = [],
  before: Network | null = null,
): Network {
  const n = spec.faults.length;
  const wanted = [...(spec.prior.kind === 'independent' ? allTriples(n) : triples)];
  const plain = spec.prior.kind === 'independent' ? null : plainGround(spec);
  const ground =
    plain === null
      ? groundOf(spec, buildSpace(n, wanted), null)
      : wanted.length === 0
        ? plain
        : grownGround(spec, wanted, (before && groundsUnder.get(before)) ?? plain);
  const { space, layout } = ground;
  const setPrior =
    spec.prior.kind === 'independent' ? independentPrior(spec, space) : sizedPrior(spec, spec.prior, space);
  const faultOf = faultsIn(spec);
  const faultIndex = new Map(spec.faults.map((fault, i) => [fault.key, i]));
  const stateIndex = new Map(spec.states.map((state, i) => [state.key, i]));
  const assignments = 2 ** spec.states.length;
  const variables = new Map(spec.variables.map((variable) => [variable.key, variable]));
  const variable = (key: string) => {
    const found = variables.get(key);
    if (!found) throw new RangeError(`network has no variable ${key}`);
    return found;
  };
  const placedOn = ({ layout: on, placed, before: earlier }: Ground, key: string): Placed => {
    let found = placed.get(key);
    if (!found) {
      // What was tabulated for the sets before is not tabulated again.
      const from = earlier ? placedOn(earlier, key) : null;
      found = placeVariable(variable(key), on, assignments, faultIndex, stateIndex, from);
      placed.set(key, found);
    }
    return found;
  };
  const later = new WeakMap<Layout, Map<string, Placed>>();
  const network: Network = {
    spec,
    space,
    assignments,
    prior: ground.share.map(
      (share, place) => share * setPrior[place < space.count ? place : layout.furtherSet[place - space.count]!]!,
    ),
    layout,
    faultIndex,
    faultOf,
    levels: spec.faults.map((_, first) => Array.from(faultOf.keys()).filter((i) => faultOf[i] === first)),
    variable,
    hasVariable: (key) => variables.has(key),
    placed: (key, on = layout) => {
      if (on === layout) return placedOn(ground, key);
      let there = later.get(on);
      if (!there) {
        there = new Map();
        later.set(on, there);
      }
      let found = there.get(key);
      if (!found) {
        found = placedAgain(placedOn(ground, key), on);
        there.set(key, found);
      }
      return found;
    },
  };
  groundsUnder.set(network, ground);
  return network;
}

/** What of a network does not depend on the odds: places, what share of its set each has, and the variables placed on them. */
interface Ground {
  readonly spec: Pick<NetworkSpec, 'states' | 'faults'>;
  readonly space: Space;
  readonly layout: Layout;
  readonly share: Float64Array;
  readonly placed: Map<string, Placed>;
  /** The ground this one continues: its places are the first of these. */
  readonly before: Ground | null;
  /** How many it continues. */
  readonly depth: number;
}

/** A ground holds all it continues, some ten megabytes each: from here on the next one continues the plain one again. */
const DEEPEST = 2;

const groundsUnder = new WeakMap<Network, Ground>();

/** Jobs on one engine share the ground without sets of three, and all its tables. */
const grounds = new WeakMap<readonly SpecVariable[], Ground>();

function plainGround(spec: NetworkSpec): Ground {
  const found = grounds.get(spec.variables);
  if (found && found.spec.states === spec.states && found.space.faults === spec.faults.length) return found;
  const ground = groundOf(spec, buildSpace(spec.faults.length), null);
  grounds.set(spec.variables, ground);
  return ground;
}

/**
 * What each ground without sets of three was grown to last: a record that is put to the reasoner again, for a correction or another page, asks for
 * the same ones. Of one that grew with its record nothing is kept, for it would hold all it grew from.
 */
const grown = new WeakMap<Ground, { readonly sets: string; readonly ground: Ground }>();

function grownGround(
  spec: NetworkSpec,
  wanted: readonly (readonly [number, number, number])[],
  before: Ground,
): Ground {
  if (before.before) {
    const from = before.depth < DEEPEST ? before : plainGround(spec);
    return groundOf(spec, buildSpace(spec.faults.length, wanted), from);
  }
  const sets = wanted.join(';');
  const last = grown.get(before);
  if (last?.sets === sets && last.ground.spec.states === spec.states) return last.ground;
  const ground = groundOf(spec, buildSpace(spec.faults.length, wanted), before);
  grown.set(before, { sets, ground });
  return ground;
}

/**
 * The places where each set has its states, and the chance of each given the set.
 * @param before the ground of the sets this space begins with: they stand where they stood
 */
function groundOf(spec: NetworkSpec, space: Space, before: Ground | null): Ground {
  const assignments = 2 ** spec.states.length;
  const quiet = spec.states.map(({ noisyOr }) =>
    noisyOr ? Float64Array.from(spec.faults, (f) => 1 - (noisyOr.chances.get(f.key) ?? 0)) : null,
  );
  const slow = quiet.includes(null);
  const stood = before?.space.count ?? 0;
  const furtherSet: number[] = [];
  const furtherAssignment: number[] = [];
  const shares: number[] = [];
  const bare = new Float64Array(space.count);
  if (before) bare.set(before.share.subarray(0, stood));
  const chances = new Float64Array(spec.states.length);
  for (let i = stood; i < space.count; i++) {
    const asked = slow ? stateChances(spec, membersOf(space, i)) : null;
    let any = false;
    quiet.forEach((own, k) => {
      if (own) {
        let none = 1 - spec.states[k]!.noisyOr!.leak;
        for (let m = 3 * i; m < 3 * i + 3 && space.members[m]! >= 0; m++) none *= own[space.members[m]!]!;
        chances[k] = 1 - none;
      } else chances[k] = asked![k]!;
      any ||= chances[k]! > 0;
    });
    bare[i] = 1;
    if (!any) continue;
    bare[i] = assignmentChance(chances, 0);
    for (let s = 1; s < assignments; s++) {
      const share = assignmentChance(chances, s);
      if (!(share > 0)) continue;
      furtherSet.push(i);
      furtherAssignment.push(s);
      shares.push(share);
    }
  }
  const further = continued(Float64Array, before?.share.subarray(stood) ?? [], shares);
  const layout = layoutOf(
    space,
    continued(Int32Array, before?.layout.furtherSet ?? [], furtherSet),
    continued(Uint8Array, before?.layout.furtherAssignment ?? [], furtherAssignment),
  );
  return {
    spec,
    space,
    layout,
    share: continued(Float64Array, bare, further),
    placed: new Map(),
    before,
    depth: before ? before.depth + 1 : 0,
  };
}

function* allTriples(n: number): Generator<[number, number, number]> {
  for (let a = 0; a < n; a++) for (let b = a + 1; b < n; b++) for (let c = b + 1; c < n; c++) yield [a, b, c];
}

function independentPrior(spec: NetworkSpec, space: Space): Float64Array {
  const prior = new Float64Array(space.count);
  for (let i = 0; i < space.count; i++) prior[i] = membersOf(space, i).reduce((p, f) => p * spec.faults[f]!.odds, 1);
  return normalised(prior);
}

/**
 * Sizes get their fixed shares; inside a size sets compete by the product of their odds. The share of three is spread over
 * all triples, so that adding a few of them gives each its true share and no more.
 */
function sizedPrior(
  spec: NetworkSpec,
  { sizes, sameKindBoost }: Extract<PriorSpec, { kind: 'sized' }>,
  space: Space,
): Float64Array {
  const faults = faultsIn(spec);
  const kinds = numbersOf(spec.faults.map((f) => f.kind));
  const odds = Float64Array.from(spec.faults, (f) => f.odds);
  const totals = sizeTotals(oddsByFault(spec, faults), sameKindBoost);
  const prior = new Float64Array(space.count);
  const { members } = space;
  for (let i = 0; i < space.count; i++) {
    const size = space.sizes[i]!;
    const end = 3 * i + size;
    let weight = 1;
    let alike = false;
    for (let x = 3 * i; x < end; x++) {
      const one = members[x]!;
      weight *= odds[one]!;
      for (let y = x + 1; y < end; y++) {
        const other = members[y]!;
        alike ||= kinds[one] === kinds[other];
        // It is as bad as it is, and not both.
        if (faults[one] === faults[other]) weight = 0;
      }
    }
    const total = totals[size]!;
    const share = sizes[size as 0 | 1 | 2 | 3];
    prior[i] = total > 0 ? (share * weight * (alike ? sameKindBoost : 1)) / total : 0;
  }
  return normalised(prior);
}

/** Of each entry of the specification, the number of the first that is a level of the same fault. */
const faultsIn = ({ faults }: Pick<NetworkSpec, 'faults'>): Int16Array =>
  numbersOf(faults.map(({ key, fault = key }) => fault));

/** Each word as the place where it stands first. */
function numbersOf(words: readonly string[]): Int16Array {
  const first = new Map<string, number>();
  return Int16Array.from(words, (word, i) => {
    if (!first.has(word)) first.set(word, i);
    return first.get(word)!;
  });
}

/** Odds of each fault over its levels, and its kind. */
function oddsByFault(
  { faults }: NetworkSpec,
  of: Int16Array,
): readonly { readonly odds: number; readonly kind: string }[] {
  return faults.flatMap(({ kind }, i) =>
    of[i] === i ? [{ kind, odds: faults.reduce((sum, { odds }, k) => (of[k] === i ? sum + odds : sum), 0) }] : [],
  );
}

/**
 * Sum over all sets of each size of the product of their odds, sets with two of a kind counted `boost` times. All sets less those
 * of kinds that all differ are those with two of a kind; both are elementary symmetric polynomials, the second of the kinds' sums.
 * @returns totals of sizes 0 to 3
 */
function sizeTotals(faults: ReturnType<typeof oddsByFault>, boost: number): readonly number[] {
  const byKind = new Map<string, number>();
  for (const { odds, kind } of faults) byKind.set(kind, (byKind.get(kind) ?? 0) + odds);
  const any = symmetric(faults.map(({ odds }) => odds));
  const differing = symmetric([...byKind.values()]);
  return any.map((all, size) => differing[size]! + boost * (all - differing[size]!));
}

/** Elementary symmetric polynomials of degree 0 to 3. */
function symmetric(values: Iterable<number>): [number, number, number, number] {
  const e: [number, number, number, number] = [1, 0, 0, 0];
  for (const v of values) {
    e[3] += e[2] * v;
    e[2] += e[1] * v;
    e[1] += v;
  }
  return e;
}

function normalised(values: Float64Array): Float64Array {
  let sum = 0;
  for (const v of values) sum += v;
  return sum > 0 ? values.map((v) => v / sum) : values;
}

/** Chance of each state given a set of faults. */
function stateChances(spec: NetworkSpec, set: readonly number[]): number[] {
  const present = new Set(set.map((f) => spec.faults[f]!.key));
  return spec.states.map((state) => state.probability((key) => present.has(key)));
}

/** Chance of one assignment of states, a bit each, given the chance of each. */
function assignmentChance(chances: ArrayLike<number>, assignment: number): number {
  let p = 1;
  for (let k = 0; k < chances.length; k++) p *= (assignment >> k) & 1 ? chances[k]! : 1 - chances[k]!;
  return p;
}
