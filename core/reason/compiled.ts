import type { At, Maxima, SpecVariable } from './network.ts';
import { pairAt, type Space } from './space.ts';

/** Readings that a row may look like today: weight and row, from `start[row]` to `start[row + 1]`. */
export interface Today {
  readonly start: Int32Array;
  readonly weight: Float64Array;
  readonly look: Int32Array;
}

/** A variable tabulated over the combinations of causes that touch it. */
export interface CompiledVariable {
  readonly spec: SpecVariable;
  /** Row of the fault combination of each set. */
  readonly faultRow: Int32Array;
  /** Local mask of each state assignment. */
  readonly stateMask: Uint8Array;
  readonly masks: number;
  readonly rows: number;
  readonly width: number;
  /** Where each part's outcomes start within a row. */
  readonly offsets: readonly number[];
  readonly today: Today;
  /** Whether its table is kept; a larger one is worked out anew each time it is asked for. */
  readonly tabulated: boolean;
  /** P(outcome) per row, `width` figures each. */
  readonly table: (at: At) => Float64Array;
  /** Sum over outcomes of weight x P(outcome), multiplied over the parts named; one figure a row. */
  readonly weighed: (at: At, weights: Readonly<Record<string, Readonly<Record<string, number>>>>) => Float64Array;
}

/** Above this a table is not kept: what is asked of it is worked out row by row. */
const LARGEST_TABLE = 400_000;

/** Combinations of the causes that touch one variable: none, each alone, each pair, then those triples that the space has. */
interface Combos {
  readonly count: number;
  /** Local causes, three places each, -1 padded. */
  readonly locals: Int16Array;
  readonly rowOf: (a: number, b: number, c: number) => number;
}

function combosOf(locals: number, triples: readonly (readonly [number, number, number])[]): Combos {
  const plain = 1 + locals + (locals * (locals - 1)) / 2;
  const threes = new Map<number, number>();
  const keyOf = (a: number, b: number, c: number) => (a * locals + b) * locals + c;
  for (const [a, b, c] of triples) {
    const key = keyOf(a, b, c);
    if (!threes.has(key)) threes.set(key, plain + threes.size);
  }
  const all = new Int16Array(3 * (plain + threes.size)).fill(-1);
  let at = 1;
  for (let a = 0; a < locals; a++) all[3 * at++] = a;
  for (let a = 0; a < locals; a++) {
    for (let b = a + 1; b < locals; b++) {
      all[3 * at] = a;
      all[3 * at++ + 1] = b;
    }
  }
  for (const key of threes.keys()) {
    all.set([Math.floor(key / locals / locals), Math.floor(key / locals) % locals, key % locals], 3 * at++);
  }
  return {
    count: plain + threes.size,
    locals: all,
    rowOf: (a, b, c) => {
      if (a < 0) return 0;
      if (b < 0) return 1 + a;
      if (c < 0) return 1 + locals + pairAt(a, b, locals);
      return threes.get(keyOf(a, b, c))!;
    },
  };
}

/** The local causes of one set, ascending, in `out`. */
function localsOf(space: Space, i: number, localOf: Int16Array, out: Int16Array): void {
  out.fill(-1);
  let n = 0;
  for (let k = 3 * i; k < 3 * i + 3; k++) {
    const f = space.members[k]!;
    if (f < 0) break;
    const local = localOf[f]!;
    if (local < 0) continue;
    let at = n++;
    for (; at > 0 && out[at - 1]! > local; at--) out[at] = out[at - 1]!;
    out[at] = local;
  }
}

/** @throws RangeError when the variable names an unknown cause */
export function compileVariable(
  spec: SpecVariable,
  space: Space,
  assignments: number,
  faultIndex: ReadonlyMap<string, number>,
  stateIndex: ReadonlyMap<string, number>,
): CompiledVariable {
  const localOf = new Int16Array(space.faults).fill(-1);
  const localFaults: string[] = [];
  const localStates: { key: string; bit: number }[] = [];
  for (const key of spec.touches) {
    const fault = faultIndex.get(key);
    const state = stateIndex.get(key);
    if (fault !== undefined) {
      localOf[fault] = localFaults.length;
      localFaults.push(key);
    } else if (state !== undefined) localStates.push({ key, bit: state });
    else throw new RangeError(`variable ${spec.key} is touched by unknown cause ${key}`);
  }
  const masks = 2 ** localStates.length;
  const stateMask = new Uint8Array(assignments);
  for (let s = 0; s < assignments; s++)
    for (const [k, { bit }] of localStates.entries()) stateMask[s]! |= ((s >> bit) & 1) << k;

  const own = new Int16Array(3);
  const triples: [number, number, number][] = [];
  for (let i = 1 + space.faults + (space.faults * (space.faults - 1)) / 2; i < space.count; i++) {
    localsOf(space, i, localOf, own);
    if (own[2]! >= 0) triples.push([own[0]!, own[1]!, own[2]!]);
  }
  const combos = combosOf(localFaults.length, triples);
  const faultRow = new Int32Array(space.count);
  for (let i = 0; i < space.count; i++) {
    localsOf(space, i, localOf, own);
    faultRow[i] = combos.rowOf(own[0]!, own[1]!, own[2]!);
  }
  const rows = combos.count * masks;
  const offsets: number[] = [];
  let width = 0;
  for (const part of spec.parts) {
    offsets.push(width);
    width += part.outcomes.length;
  }
  const shows = Float64Array.from(localFaults, (key) => spec.showsToday(key));
  const shape: Shape = {
    spec,
    combos,
    masks,
    rows,
    width,
    offsets,
    localFaults,
    stateKeys: localStates.map((s) => s.key),
    factors: new Map(),
  };
  const tabulated = rows * width <= LARGEST_TABLE;
  const tables = new Map<string, Float64Array>();
  const table = (at: At): Float64Array => {
    const key = `${at.state}|${at.temperature}`;
    let kept = tables.get(key);
    if (!kept) {
      kept = new Float64Array(rows * width);
      fillRows(shape, at, (row, figures) => kept!.set(figures, row * width));
      if (tabulated) tables.set(key, kept);
    }
    return kept;
  };
  return {
    spec,
    faultRow,
    stateMask,
    masks,
    rows,
    width,
    offsets,
    today: todayOf(combos, masks, shows),
    tabulated,
    table,
    weighed: (at, weights) => {
      const out = new Float64Array(rows).fill(1);
      if (!tabulated && spec.maxima) weighByFactors(shape, spec.maxima, at, weights, out);
      else weighByTable(shape, table(at), weights, out);
      return out;
    },
  };
}

interface Shape {
  readonly spec: SpecVariable;
  readonly combos: Combos;
  readonly masks: number;
  readonly rows: number;
  readonly width: number;
  readonly offsets: readonly number[];
  readonly localFaults: readonly string[];
  readonly stateKeys: readonly string[];
  /** Worked out once. */
  special?: readonly number[];
  readonly factors: Map<string, Factors>;
}

type Factors = ReturnType<typeof factorsIn>;

function todayOf(combos: Combos, masks: number, shows: Float64Array): Today {
  const start = new Int32Array(combos.count * masks + 1);
  const weight: number[] = [];
  const look: number[] = [];
  for (let combo = 0; combo < combos.count; combo++) {
    const own: number[] = [];
    let always = true;
    for (let k = 3 * combo; k < 3 * combo + 3 && combos.locals[k]! >= 0; k++) {
      own.push(combos.locals[k]!);
      always &&= shows[combos.locals[k]!]! >= 1;
    }
    const looks: [number, number][] = [];
    if (always) looks.push([1, combo]);
    else
      for (let subset = (1 << own.length) - 1; subset >= 0; subset--) {
        let chance = 1;
        const seen = [-1, -1, -1];
        let n = 0;
        own.forEach((local, k) => {
          const there = (subset >> k) & 1;
          chance *= there ? shows[local]! : 1 - shows[local]!;
          if (there) seen[n++] = local;
        });
        if (chance > 0) looks.push([chance, combos.rowOf(seen[0]!, seen[1]!, seen[2]!)]);
      }
    for (let mask = 0; mask < masks; mask++) {
      for (const [chance, at] of looks) {
        weight.push(chance);
        look.push(at * masks + mask);
      }
      start[combo * masks + mask + 1] = weight.length;
    }
  }
  return { start, weight: Float64Array.from(weight), look: Int32Array.from(look) };
}

/** P(outcome) of every row, each handed to `put` in turn (one array, used again). */
function fillRows(shape: Shape, at: At, put: (row: number, figures: Float64Array) => void): void {
  const { spec, combos, masks, width, offsets } = shape;
  const figures = new Float64Array(width);
  const factors = spec.maxima ? factorsOf(shape, spec.maxima, at) : null;
  const product = new Float64Array(width);
  const special = spec.maxima ? specialCombos(shape, spec.maxima) : [];
  for (let row = 0; row < combos.count * masks; row++) {
    const combo = Math.floor(row / masks);
    const mask = row % masks;
    if (factors && !special.includes(combo)) {
      factors.into(product, combo, mask);
      differences(spec.maxima!, offsets, product, figures);
    } else {
      spec.distribution(activeIn(shape, row), at).forEach((own, p) => {
        figures.set(own, offsets[p]!);
      });
    }
    put(row, figures);
  }
}

/** The causes present in a row, by key. */
function activeIn({ combos, masks, localFaults, stateKeys }: Shape, row: number): string[] {
  const active: string[] = [];
  const combo = Math.floor(row / masks);
  for (let k = 3 * combo; k < 3 * combo + 3 && combos.locals[k]! >= 0; k++)
    active.push(localFaults[combos.locals[k]!]!);
  stateKeys.forEach((key, k) => {
    if (((row % masks) >> k) & 1) active.push(key);
  });
  return active;
}

/** Combinations that hold two faults which together are no product. */
function specialCombos(shape: Shape, maxima: Maxima): readonly number[] {
  shape.special ??= specialIn(shape, maxima);
  return shape.special;
}

function specialIn({ combos, localFaults }: Shape, { pairs }: Maxima): readonly number[] {
  const locals = pairs.map(([a, b]) => [localFaults.indexOf(a), localFaults.indexOf(b)] as const);
  if (locals.length === 0) return [];
  const out: number[] = [];
  for (let combo = 0; combo < combos.count; combo++) {
    if (combos.locals[3 * combo + 1]! < 0) continue;
    const own = combos.locals.subarray(3 * combo, 3 * combo + 3);
    if (locals.some(([a, b]) => a >= 0 && b >= 0 && own.includes(a) && own.includes(b))) out.push(combo);
  }
  return out;
}

/** P(shown <= k) of each cause alone, flat over the parts; a row is their product. Worked out once for each state and heat. */
function factorsOf(shape: Shape, maxima: Maxima, at: At): Factors {
  const key = `${at.state}|${at.temperature}`;
  let found = shape.factors.get(key);
  if (!found) {
    found = factorsIn(shape, maxima, at);
    shape.factors.set(key, found);
  }
  return found;
}

function factorsIn({ combos, width, offsets, localFaults, stateKeys }: Shape, maxima: Maxima, at: At) {
  const flat = (cause: string | null) => {
    const out = new Float64Array(width);
    maxima.cumulative(cause, at).forEach((own, p) => {
      out.set(own, offsets[p]!);
    });
    return out;
  };
  const leak = flat(null);
  const faults = localFaults.map(flat);
  const states = stateKeys.map(flat);
  // Leak and states together, one for each mask.
  const bases = Array.from({ length: 2 ** states.length }, (_, mask) => {
    const base = Float64Array.from(leak);
    states.forEach((own, k) => {
      if ((mask >> k) & 1) for (let i = 0; i < width; i++) base[i]! *= own[i]!;
    });
    return base;
  });
  return {
    into: (out: Float64Array, combo: number, mask: number) => {
      out.set(bases[mask]!);
      for (let k = 3 * combo; k < 3 * combo + 3; k++) {
        const local = combos.locals[k]!;
        if (local < 0) break;
        const own = faults[local]!;
        for (let i = 0; i < width; i++) out[i]! *= own[i]!;
      }
    },
    bases,
    faults,
  };
}

/** From P(shown <= rank) to P(outcome). */
function differences(maxima: Maxima, offsets: readonly number[], product: Float64Array, out: Float64Array): void {
  for (let p = 0; p < maxima.orders.length; p++) {
    const order = maxima.orders[p]!;
    const offset = offsets[p]!;
    let before = 0;
    for (let k = 0; k < order.length; k++) {
      const now = product[offset + k]!;
      out[offset + order[k]!] = now - before;
      before = now;
    }
  }
}

function weighByTable(
  { spec, width, offsets }: Shape,
  table: Float64Array,
  weights: Readonly<Record<string, Readonly<Record<string, number>>>>,
  out: Float64Array,
): void {
  for (let p = 0; p < spec.parts.length; p++) {
    const part = spec.parts[p]!;
    const own = weights[part.id];
    if (own)
      weighPart(
        out,
        table,
        width,
        offsets[p]!,
        Float64Array.from(part.outcomes, (o) => own[o] ?? 0),
      );
  }
}

/** One part of a reading, every row: a loop of its own, for there may be tens of parts and thousands of rows. */
function weighPart(out: Float64Array, table: Float64Array, width: number, offset: number, lambda: Float64Array): void {
  const outcomes = lambda.length;
  if (outcomes === 2) {
    const [first, second] = lambda as unknown as [number, number];
    for (let row = 0, at = offset; row < out.length; row++, at += width)
      out[row]! *= first * table[at]! + second * table[at + 1]!;
    return;
  }
  for (let row = 0, at = offset; row < out.length; row++, at += width) {
    let sum = 0;
    for (let k = 0; k < outcomes; k++) sum += lambda[k]! * table[at + k]!;
    out[row]! *= sum;
  }
}

/**
 * The same without a table. Over the ranks of a part, the sum of weight x (C_k - C_(k-1)) is a sum of C_k x (weight_k - weight_(k+1)); the
 * last C is 1. Each C is the product of the causes' own, so a combination's are multiplied once and serve all masks.
 */
function weighByFactors(
  shape: Shape,
  maxima: Maxima,
  at: At,
  weights: Readonly<Record<string, Readonly<Record<string, number>>>>,
  out: Float64Array,
): void {
  const { spec, combos, masks, offsets } = shape;
  const { bases, faults } = factorsOf(shape, maxima, at);
  // Ranks that matter, part by part; `last[r]` marks the end of a part and `rest[r]` what its last rank adds.
  const places: number[] = [];
  const steps: number[] = [];
  const last: number[] = [];
  const rest: number[] = [];
  spec.parts.forEach((part, p) => {
    const own = weights[part.id];
    if (!own) return;
    const lambda = maxima.orders[p]!.map((o) => own[part.outcomes[o]!] ?? 0);
    for (let k = 0; k + 1 < lambda.length; k++) {
      places.push(offsets[p]! + k);
      steps.push(lambda[k]! - lambda[k + 1]!);
      const ends = k + 2 === lambda.length;
      last.push(Number(ends));
      rest.push(ends ? lambda[k + 1]! : 0);
    }
  });
  const ranks = places.length;
  const flat = (of: readonly Float64Array[], scaled: boolean) => {
    const all = new Float64Array(of.length * ranks);
    of.forEach((own, i) => {
      for (let r = 0; r < ranks; r++) all[i * ranks + r] = own[places[r]!]! * (scaled ? steps[r]! : 1);
    });
    return all;
  };
  multiplyOut(
    combos,
    masks,
    ranks,
    flat(faults, false),
    flat(bases, true),
    Uint8Array.from(last),
    Float64Array.from(rest),
    out,
  );
  for (const combo of specialCombos(shape, maxima))
    for (let mask = 0; mask < masks; mask++) {
      const row = combo * masks + mask;
      out[row] = spec.distribution(activeIn(shape, row), at).reduce((product, figures, p) => {
        const own = weights[spec.parts[p]!.id];
        return own
          ? product * figures.reduce((sum, f, k) => sum + f * (own[spec.parts[p]!.outcomes[k]!] ?? 0), 0)
          : product;
      }, 1);
    }
}

/** The kernel of it: plain loops over flat figures. */
function multiplyOut(
  { count, locals }: Combos,
  masks: number,
  ranks: number,
  causes: Float64Array,
  bases: Float64Array,
  last: Uint8Array,
  rest: Float64Array,
  out: Float64Array,
): void {
  const together = new Float64Array(ranks);
  for (let combo = 0, row = 0; combo < count; combo++) {
    together.fill(1);
    for (let k = 3 * combo; k < 3 * combo + 3; k++) {
      const from = locals[k]! * ranks;
      if (from < 0) break;
      for (let r = 0; r < ranks; r++) together[r]! *= causes[from + r]!;
    }
    for (let mask = 0; mask < masks; mask++, row++) {
      const base = mask * ranks;
      let product = 1;
      let sum = 0;
      for (let r = 0; r < ranks; r++) {
        sum += bases[base + r]! * together[r]!;
        if (last[r]! === 1) {
          product *= sum + rest[r]!;
          sum = 0;
        }
      }
      out[row] = product;
    }
  }
}
