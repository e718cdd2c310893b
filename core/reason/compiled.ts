import type { Layout } from './layout.ts';
import { pairAt, type Space } from './space.ts';
import type { At, Maxima, SpecVariable } from './spec.ts';

/** Weights of a reading: likelihood of what was read, by part and outcome. */
export type Weights = Readonly<Record<string, Readonly<Record<string, number>>>>;

/** Rows that may look like others today, for a cause of theirs comes and goes: weight and row, from `start[k]` to `start[k + 1]`. */
export interface Today {
  readonly rows: Int32Array;
  readonly start: Int32Array;
  readonly weight: Float64Array;
  readonly look: Int32Array;
}

/**
 * A variable tabulated over the combinations of its causes that some place stands on: a row each. Row 0 is none of them. A variable that
 * grew out of another has all its rows, and its own after them.
 */
export interface CompiledVariable {
  readonly spec: SpecVariable;
  readonly grownFrom: CompiledVariable | null;
  readonly rows: number;
  readonly width: number;
  /** Where each part's outcomes start within a row. */
  readonly offsets: readonly number[];
  readonly today: Today;
  /** Whether its table is kept; a larger one is worked out anew each time it is asked for. */
  readonly tabulated: boolean;
  /** P(outcome) per row, `width` figures each. */
  readonly table: (at: At) => Float64Array;
  /** Sum over outcomes of weight x P(outcome), multiplied over the parts named: into `out`, for the rows from `from` on. */
  readonly weigh: (at: At, weights: Weights, out: Float64Array, from: number) => void;
  /** The causes of a row, and how more rows are met. */
  readonly shape: Shape;
  readonly book: Book;
}

/** A variable on one layout: on which row each place stands. */
export interface Placed {
  readonly variable: CompiledVariable;
  /** Row of each set without any state. */
  readonly setRow: Int32Array;
  /** Sets that stand on another row than 0, for most stand on that one. */
  readonly touched: Int32Array;
  /** And on which: beside it, for they are gone over together. */
  readonly touchedRow: Int32Array;
  readonly furtherRow: Int32Array;
  /** No state touches it: it sees a set as a whole. */
  readonly stateless: boolean;
}

/** Above this a table is not kept: what is asked of it is worked out row by row. */
const LARGEST_TABLE = 400_000;

/** What of a variable does not depend on which combinations are met. */
interface Shape {
  readonly spec: SpecVariable;
  /** Local number of each fault, -1 where it does not touch this. */
  readonly localOf: Int16Array;
  readonly localFaults: readonly string[];
  readonly stateKeys: readonly string[];
  /** Local mask of each state assignment. */
  readonly stateMask: Uint8Array;
  /** Chance that each local fault shows itself today. */
  readonly shows: Float64Array;
  readonly width: number;
  readonly offsets: readonly number[];
  /** Of causes alone, by state and heat. */
  readonly factors: Map<string, Factors>;
  /** Local faults that together are no product. */
  readonly pairs: readonly (readonly [number, number])[];
}

/** Rows by combination. Without states all pairs are met and numbered one after the other; the rest is looked up. */
interface Book {
  /** Local causes of each row, three places each, -1 padded. */
  readonly locals: Int16Array;
  readonly masks: Uint8Array;
  readonly further: ReadonlyMap<number, number>;
}

function shapeOf(
  spec: SpecVariable,
  faults: number,
  assignments: number,
  faultIndex: ReadonlyMap<string, number>,
  stateIndex: ReadonlyMap<string, number>,
): Shape {
  const localOf = new Int16Array(faults).fill(-1);
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
  const stateMask = new Uint8Array(assignments);
  for (let s = 0; s < assignments; s++)
    for (const [k, { bit }] of localStates.entries()) stateMask[s]! |= ((s >> bit) & 1) << k;
  const offsets: number[] = [];
  let width = 0;
  for (const part of spec.parts) {
    offsets.push(width);
    width += part.outcomes.length;
  }
  return {
    spec,
    localOf,
    localFaults,
    stateKeys: localStates.map((s) => s.key),
    stateMask,
    shows: Float64Array.from(localFaults, (key) => spec.showsToday(key)),
    width,
    offsets,
    factors: new Map(),
    pairs: (spec.maxima?.pairs ?? [])
      .map(([a, b]) => [localFaults.indexOf(a), localFaults.indexOf(b)] as const)
      .filter(([a, b]) => a >= 0 && b >= 0),
  };
}

/** The local causes of one set, ascending, in `out`; -1 padded. */
function localsOf({ members }: Space, i: number, localOf: Int16Array, out: Int16Array): void {
  out[0] = -1;
  out[1] = -1;
  out[2] = -1;
  let n = 0;
  for (let k = 3 * i; k < 3 * i + 3; k++) {
    const f = members[k]!;
    if (f < 0) break;
    const local = localOf[f]!;
    if (local < 0) continue;
    let at = n++;
    for (; at > 0 && out[at - 1]! > local; at--) out[at] = out[at - 1]!;
    out[at] = local;
  }
}

/** Row of a combination of no more than two faults and no state, of `n` local faults: numbered one after the other. */
const plainRow = (a: number, b: number, n: number): number => (a < 0 ? 0 : b < 0 ? 1 + a : 1 + n + pairAt(a, b, n));

/** What any other combination is looked up by. */
const furtherKey = (a: number, b: number, c: number, mask: number, n: number): number =>
  (((a + 1) * (n + 1) + b + 1) * (n + 1) + c + 1) * 256 + mask;

/** Finds the row of a combination, and writes down one not met before. */
class Rows {
  readonly added: number[] = [];
  private further: Map<number, number> | null = null;
  private readonly first: number;
  private readonly locals: number;

  constructor(
    private readonly shape: Shape,
    private readonly from: CompiledVariable | null,
  ) {
    this.locals = shape.localFaults.length;
    this.first = from ? from.rows : 1 + this.locals + (this.locals * (this.locals - 1)) / 2;
  }

  rowOf(a: number, b: number, c: number, mask: number): number {
    if (mask === 0 && c < 0) return plainRow(a, b, this.locals);
    const key = furtherKey(a, b, c, mask, this.locals);
    const found = (this.further ?? this.from?.book.further)?.get(key);
    if (found !== undefined) return found;
    this.further ??= new Map(this.from?.book.further);
    const row = this.first + this.added.length / 4;
    this.further.set(key, row);
    this.added.push(a, b, c, mask);
    // What it looks like on a day on which a cause does not show itself is met with it.
    const { shows } = this.shape;
    const comes = (local: number) => local >= 0 && shows[local]! < 1;
    if (comes(a)) this.rowOf(b, c, -1, mask);
    if (comes(b)) this.rowOf(a, c, -1, mask);
    if (comes(c)) this.rowOf(a, b, -1, mask);
    return row;
  }

  /** The variable with all that was met; the one it came from where nothing new was. */
  compiled(): CompiledVariable {
    if (this.from && this.added.length === 0) return this.from;
    const rows = this.first + this.added.length / 4;
    const locals = new Int16Array(3 * rows).fill(-1);
    const masks = new Uint8Array(rows);
    if (this.from) {
      locals.set(this.from.book.locals);
      masks.set(this.from.book.masks);
    } else {
      let at = 1;
      for (let a = 0; a < this.locals; a++) locals[3 * at++] = a;
      for (let a = 0; a < this.locals; a++)
        for (let b = a + 1; b < this.locals; b++) {
          locals[3 * at] = a;
          locals[3 * at++ + 1] = b;
        }
    }
    for (let k = 0, row = this.first; k < this.added.length; k += 4, row++) {
      for (let place = 0; place < 3; place++) locals[3 * row + place] = this.added[k + place]!;
      masks[row] = this.added[k + 3]!;
    }
    return variableOf(this.shape, { locals, masks, further: this.further ?? new Map() }, rows, this.from);
  }
}

/** @throws RangeError when the variable names an unknown cause */
export function placeVariable(
  spec: SpecVariable,
  layout: Layout,
  assignments: number,
  faultIndex: ReadonlyMap<string, number>,
  stateIndex: ReadonlyMap<string, number>,
  grownFrom: CompiledVariable | null,
): Placed {
  const { space } = layout;
  const shape = grownFrom?.shape ?? shapeOf(spec, space.faults, assignments, faultIndex, stateIndex);
  const rows = new Rows(shape, grownFrom);
  const setRow = new Int32Array(space.count);
  const own = new Int16Array(3);
  const touched: number[] = [];
  for (let i = 0; i < space.count; i++) {
    localsOf(space, i, shape.localOf, own);
    if (own[0]! < 0) continue;
    setRow[i] = rows.rowOf(own[0]!, own[1]!, own[2]!, 0);
    touched.push(i);
  }
  const furtherRow = furtherRows(shape, rows, setRow, layout);
  return {
    variable: rows.compiled(),
    setRow,
    touched: Int32Array.from(touched),
    touchedRow: Int32Array.from(touched, (i) => setRow[i]!),
    furtherRow,
    stateless: shape.stateKeys.length === 0,
  };
}

/** The same variable on another layout of the same space: only the further places stand elsewhere. */
export function placedAgain(placed: Placed, layout: Layout): Placed {
  const { shape } = placed.variable;
  const rows = new Rows(shape, placed.variable);
  const furtherRow = furtherRows(shape, rows, placed.setRow, layout);
  return { ...placed, variable: rows.compiled(), furtherRow };
}

function furtherRows(
  { localOf, stateMask }: Shape,
  rows: Rows,
  setRow: Int32Array,
  { space, furtherSet, furtherAssignment }: Layout,
): Int32Array {
  const out = new Int32Array(furtherSet.length);
  const own = new Int16Array(3);
  for (let k = 0; k < out.length; k++) {
    const set = furtherSet[k]!;
    const mask = stateMask[furtherAssignment[k]!]!;
    if (mask === 0) out[k] = setRow[set]!;
    else {
      localsOf(space, set, localOf, own);
      out[k] = rows.rowOf(own[0]!, own[1]!, own[2]!, mask);
    }
  }
  return out;
}

function variableOf(shape: Shape, book: Book, rows: number, grownFrom: CompiledVariable | null): CompiledVariable {
  const { spec, width, offsets } = shape;
  const tabulated = rows * width <= LARGEST_TABLE;
  const tables = new Map<string, Float64Array>();
  const table = (at: At): Float64Array => {
    const key = `${at.state}|${at.temperature}`;
    let kept = tables.get(key);
    if (!kept) {
      kept = new Float64Array(rows * width);
      if (grownFrom?.tabulated) kept.set(grownFrom.table(at));
      fillRows(shape, book, at, kept, grownFrom?.tabulated ? grownFrom.rows : 0, rows);
      if (tabulated) tables.set(key, kept);
    }
    return kept;
  };
  return {
    spec,
    grownFrom,
    rows,
    width,
    offsets,
    today: todayOf(shape, book, rows),
    tabulated,
    table,
    weigh: (at, weights, out, from) => {
      out.fill(1, from);
      if (!tabulated && spec.maxima) weighByFactors(shape, book, at, weights, out, from);
      else weighByTable(shape, table(at), weights, out, from);
    },
    shape,
    book,
  };
}

type Factors = ReturnType<typeof factorsIn>;

function todayOf({ shows, localFaults }: Shape, { locals, masks, further }: Book, rows: number): Today {
  const changing: number[] = [];
  const start: number[] = [0];
  const weight: number[] = [];
  const look: number[] = [];
  const n = localFaults.length;
  const rowOf = (a: number, b: number, c: number, mask: number): number =>
    mask === 0 && c < 0 ? plainRow(a, b, n) : further.get(furtherKey(a, b, c, mask, n))!;
  const seen = new Int16Array(3);
  for (let row = 0; row < rows; row++) {
    let comes = false;
    let own = 0;
    for (; own < 3 && locals[3 * row + own]! >= 0; own++) comes ||= shows[locals[3 * row + own]!]! < 1;
    if (!comes) continue;
    for (let subset = (1 << own) - 1; subset >= 0; subset--) {
      let chance = 1;
      let shown = 0;
      seen.fill(-1);
      for (let k = 0; k < own; k++) {
        const local = locals[3 * row + k]!;
        const there = (subset >> k) & 1;
        chance *= there ? shows[local]! : 1 - shows[local]!;
        if (there) seen[shown++] = local;
      }
      if (chance <= 0) continue;
      weight.push(chance);
      look.push(rowOf(seen[0]!, seen[1]!, seen[2]!, masks[row]!));
    }
    changing.push(row);
    start.push(weight.length);
  }
  return {
    rows: Int32Array.from(changing),
    start: Int32Array.from(start),
    weight: Float64Array.from(weight),
    look: Int32Array.from(look),
  };
}

/** P(outcome) of every row from `from` on. */
function fillRows(shape: Shape, book: Book, at: At, out: Float64Array, from: number, rows: number): void {
  const { spec, width, offsets } = shape;
  const { locals, masks } = book;
  const factors = spec.maxima ? factorsOf(shape, spec.maxima, at) : null;
  const product = new Float64Array(width);
  const figures = new Float64Array(width);
  for (let row = from; row < rows; row++) {
    if (factors && !isSpecial(shape, locals, row)) {
      product.set(factors.bases[masks[row]!]!);
      for (let k = 3 * row; k < 3 * row + 3; k++) {
        const local = locals[k]!;
        if (local < 0) break;
        const own = factors.faults[local]!;
        for (let i = 0; i < width; i++) product[i]! *= own[i]!;
      }
      differences(spec.maxima!, offsets, product, figures);
    } else {
      spec.distribution(activeIn(shape, book, row), at).forEach((own, p) => {
        figures.set(own, offsets[p]!);
      });
    }
    out.set(figures, row * width);
  }
}

/** The causes present in a row, by key. */
function activeIn({ localFaults, stateKeys }: Shape, { locals, masks }: Book, row: number): string[] {
  const active: string[] = [];
  for (let k = 3 * row; k < 3 * row + 3 && locals[k]! >= 0; k++) active.push(localFaults[locals[k]!]!);
  stateKeys.forEach((key, k) => {
    if ((masks[row]! >> k) & 1) active.push(key);
  });
  return active;
}

/** Whether a row holds two faults which together are no product. */
function isSpecial({ pairs }: Shape, locals: Int16Array, row: number): boolean {
  if (pairs.length === 0 || locals[3 * row + 1]! < 0) return false;
  const has = (f: number) => locals[3 * row] === f || locals[3 * row + 1] === f || locals[3 * row + 2] === f;
  for (const [a, b] of pairs) if (has(a) && has(b)) return true;
  return false;
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

function factorsIn({ width, offsets, localFaults, stateKeys }: Shape, maxima: Maxima, at: At) {
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
  return { bases, faults };
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
  weights: Weights,
  out: Float64Array,
  from: number,
): void {
  for (let p = 0; p < spec.parts.length; p++) {
    const part = spec.parts[p]!;
    const own = weights[part.id];
    if (own) {
      const lambda = Float64Array.from(part.outcomes, (o) => own[o] ?? 0);
      weighPart(out, table, width, offsets[p]!, lambda, from);
    }
  }
}

/** One part of a reading, every row: a loop of its own, for there may be tens of parts and thousands of rows. */
function weighPart(
  out: Float64Array,
  table: Float64Array,
  width: number,
  offset: number,
  lambda: Float64Array,
  from: number,
): void {
  const outcomes = lambda.length;
  if (outcomes === 2) {
    const [first, second] = lambda as unknown as [number, number];
    for (let row = from, at = offset + from * width; row < out.length; row++, at += width)
      out[row]! *= first * table[at]! + second * table[at + 1]!;
    return;
  }
  for (let row = from, at = offset + from * width; row < out.length; row++, at += width) {
    let sum = 0;
    for (let k = 0; k < outcomes; k++) sum += lambda[k]! * table[at + k]!;
    out[row]! *= sum;
  }
}

/**
 * The same without a table. Over the ranks of a part, the sum of weight x (C_k - C_(k-1)) is a sum of C_k x (weight_k - weight_(k+1)); the
 * last C is 1. Each C is the product of the causes' own.
 */
function weighByFactors(shape: Shape, book: Book, at: At, weights: Weights, out: Float64Array, from: number): void {
  const { spec, offsets } = shape;
  const maxima = spec.maxima!;
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
    book,
    ranks,
    flat(faults, false),
    flat(bases, true),
    Uint8Array.from(last),
    Float64Array.from(rest),
    out,
    from,
  );
  if (shape.pairs.length > 0)
    for (let row = from; row < out.length; row++)
      if (isSpecial(shape, book.locals, row))
        out[row] = spec.distribution(activeIn(shape, book, row), at).reduce((product, figures, p) => {
          const own = weights[spec.parts[p]!.id];
          return own
            ? product * figures.reduce((sum, f, k) => sum + f * (own[spec.parts[p]!.outcomes[k]!] ?? 0), 0)
            : product;
        }, 1);
}

/** The kernel of it: plain loops over flat figures. Rows of one first cause follow each other, and its product with the base is kept. */
function multiplyOut(
  { locals, masks }: Book,
  ranks: number,
  causes: Float64Array,
  bases: Float64Array,
  last: Uint8Array,
  rest: Float64Array,
  out: Float64Array,
  from: number,
): void {
  const first = new Float64Array(ranks);
  const together = new Float64Array(ranks);
  let firstOf = -2;
  let maskOf = -1;
  for (let row = from, k = 3 * from; row < out.length; row++, k += 3) {
    const a = locals[k]!;
    const mask = masks[row]!;
    if (a !== firstOf || mask !== maskOf) {
      firstOf = a;
      maskOf = mask;
      for (let r = 0, base = mask * ranks, own = a * ranks; r < ranks; r++)
        first[r] = a < 0 ? bases[base + r]! : bases[base + r]! * causes[own + r]!;
    }
    const b = locals[k + 1]!;
    const c = locals[k + 2]!;
    let of = first;
    if (b >= 0) {
      of = together;
      for (let r = 0, own = b * ranks; r < ranks; r++) together[r] = first[r]! * causes[own + r]!;
      if (c >= 0) for (let r = 0, own = c * ranks; r < ranks; r++) together[r]! *= causes[own + r]!;
    }
    let product = 1;
    let sum = 0;
    for (let r = 0; r < ranks; r++) {
      sum += of[r]!;
      if (last[r]! === 1) {
        product *= sum + rest[r]!;
        sum = 0;
      }
    }
    out[row] = product;
  }
}
