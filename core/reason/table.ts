import { continued } from './continued.ts';
import {
  activeIn,
  type Book,
  type CompiledVariable,
  furtherKey,
  isSpecial,
  plainRow,
  type Shape,
  type Today,
} from './shape.ts';
import { type At, atKey } from './spec.ts';
import { allOutIn, differences, factorsOf, weighByFactors, weighByTable } from './weigh.ts';

/** Above this a table is not kept: what is asked of it is worked out row by row. */
const LARGEST_TABLE = 400_000;

export function variableOf(
  shape: Shape,
  book: Book,
  rows: number,
  expandedFrom: CompiledVariable | null,
): CompiledVariable {
  const { spec, width, offsets } = shape;
  const tabulated = rows * width <= LARGEST_TABLE;
  // Rows of what it was expanded from stand in the table of that.
  const first = expandedFrom?.tabulated ? expandedFrom.rows : 0;
  const tables = new Map<string, Float64Array>();
  const ownTable = (at: At): Float64Array => {
    const key = atKey(at);
    let kept = tables.get(key);
    if (!kept) {
      kept = new Float64Array((rows - first) * width);
      fillRows(shape, book, at, kept, first, rows);
      if (tabulated) tables.set(key, kept);
    }
    return kept;
  };
  return {
    spec,
    expandedFrom,
    rows,
    width,
    offsets,
    today: todayOf(shape, book, rows, expandedFrom),
    tabulated,
    table: (at) => (first > 0 ? continued(Float64Array, expandedFrom!.table(at), ownTable(at)) : ownTable(at)),
    weigh: (at, weights, out, from) => {
      if (!tabulated && spec.maxima) {
        out.fill(1, from);
        weighByFactors(shape, book, at, weights, out, from);
        return;
      }
      if (from < first) expandedFrom!.weigh(at, weights, out.subarray(0, first), from);
      const own = out.subarray(first);
      const start = Math.max(0, from - first);
      own.fill(1, start);
      weighByTable(shape, ownTable(at), weights, own, start);
    },
    shape,
    book,
  };
}

function todayOf(
  { shows, localFaults }: Shape,
  { locals, masks, further }: Book,
  rows: number,
  before: CompiledVariable | null,
): Today {
  const stood = before?.today;
  const changing: number[] = [];
  const start: number[] = [];
  const weight: number[] = [];
  const look: number[] = [];
  const weighed = stood?.weight.length ?? 0;
  const n = localFaults.length;
  const rowOf = (a: number, b: number, c: number, mask: number): number =>
    mask === 0 && c < 0 ? plainRow(a, b, n) : further.get(furtherKey(a, b, c, mask, n))!;
  const seen = new Int16Array(3);
  for (let row = before?.rows ?? 0; row < rows; row++) {
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
    start.push(weighed + weight.length);
  }
  return {
    rows: continued(Int32Array, stood?.rows ?? [], changing),
    start: continued(Int32Array, stood?.start ?? [0], start),
    weight: continued(Float64Array, stood?.weight ?? [], weight),
    look: continued(Int32Array, stood?.look ?? [], look),
  };
}

/** P(outcome) of every row from `from` on, into a table that begins with it. */
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
      const allOut = factors.together ? allOutIn(factors.together, locals, row) : 0;
      if (allOut > 0) for (let i = 0; i < width; i++) product[i]! *= 1 - allOut * (1 - factors.together!.all[i]!);
      differences(spec.maxima!, offsets, product, figures);
    } else {
      spec.distribution(activeIn(shape, book, row), at).forEach((own, p) => {
        figures.set(own, offsets[p]!);
      });
    }
    out.set(figures, (row - from) * width);
  }
}
