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
import { differences, factorsOf, weighByFactors, weighByTable } from './weigh.ts';

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
  const tables = new Map<string, Float64Array>();
  const table = (at: At): Float64Array => {
    const key = atKey(at);
    let kept = tables.get(key);
    if (!kept) {
      kept = new Float64Array(rows * width);
      if (expandedFrom?.tabulated) kept.set(expandedFrom.table(at));
      fillRows(shape, book, at, kept, expandedFrom?.tabulated ? expandedFrom.rows : 0, rows);
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
