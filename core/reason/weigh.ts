import {
  activeIn,
  type Book,
  type Factors,
  type FactorsTogether,
  isSpecial,
  type Shape,
  type Weights,
} from './shape.ts';
import { type At, atKey, type Maxima } from './spec.ts';

/** From P(shown <= rank) to P(outcome). */
export function differences(
  maxima: Maxima,
  offsets: readonly number[],
  product: Float64Array,
  out: Float64Array,
): void {
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

export function weighByTable(
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
export function weighByFactors(
  shape: Shape,
  book: Book,
  at: At,
  weights: Weights,
  out: Float64Array,
  from: number,
): void {
  const { spec, offsets } = shape;
  const maxima = spec.maxima!;
  const { bases, faults, together } = factorsOf(shape, maxima, at);
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
    together && { ...together, all: Float64Array.from(places, (place) => together.all[place]!) },
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
  together: FactorsTogether | null,
  out: Float64Array,
  from: number,
): void {
  const first = new Float64Array(ranks);
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
    const second = locals[k + 1]! * ranks;
    const third = locals[k + 2]! * ranks;
    const allOut = together ? allOutIn(together, locals, row) : 0;
    let product = 1;
    let sum = 0;
    for (let r = 0; r < ranks; r++) {
      let figure = first[r]!;
      if (second >= 0) figure *= causes[second + r]!;
      if (third >= 0) figure *= causes[third + r]!;
      if (allOut > 0) figure *= 1 - allOut * (1 - together!.all[r]!);
      sum += figure;
      if (last[r]! === 1) {
        product *= sum + rest[r]!;
        sum = 0;
      }
    }
    out[row] = product;
  }
}

/** Chance that the causes of a row put all groups out. */
export function allOutIn({ groups, quiet }: FactorsTogether, locals: Int16Array, row: number): number {
  let all = 1;
  for (let group = 0; group < groups; group++) {
    let none = 1;
    for (let k = 3 * row; k < 3 * row + 3 && locals[k]! >= 0; k++) none *= quiet[locals[k]! * groups + group]!;
    all *= 1 - none;
  }
  return all;
}

/** P(shown <= k) of each cause alone, flat over the parts; a row is their product. Worked out once for each state and heat. */
export function factorsOf(shape: Shape, maxima: Maxima, at: At): Factors {
  const key = atKey(at);
  let found = shape.factors.get(key);
  if (!found) {
    found = factorsIn(shape, maxima, at);
    shape.factors.set(key, found);
  }
  return found;
}

function factorsIn({ width, offsets, localFaults, stateKeys }: Shape, maxima: Maxima, at: At): Factors {
  const laidOut = (parts: readonly (readonly number[])[]) => {
    const out = new Float64Array(width);
    parts.forEach((own, p) => {
      out.set(own, offsets[p]!);
    });
    return out;
  };
  const flat = (cause: string | null) => laidOut(maxima.cumulative(cause, at));
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
  const { together } = maxima;
  return {
    bases,
    faults,
    together: together
      ? {
          groups: together.groups,
          quiet: Float64Array.from(localFaults.flatMap((cause) => together.out(cause, at).map((chance) => 1 - chance))),
          all: laidOut(together.cumulative),
        }
      : null,
  };
}
