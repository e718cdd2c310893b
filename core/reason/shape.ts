import { pairAt, type Space } from './space.ts';
import type { At, SpecVariable } from './spec.ts';

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
 * was expanded from another has all its rows, and its own after them.
 */
export interface CompiledVariable {
  readonly spec: SpecVariable;
  readonly expandedFrom: CompiledVariable | null;
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

/** What each cause does alone, outcome by outcome: cumulative chances, all parts one after another. */
export interface Factors {
  /** Leak and states together, one for each combination of states. */
  readonly bases: readonly Float64Array[];
  /** Of each fault. */
  readonly faults: readonly Float64Array[];
  /** Where causes of all groups do more than each by itself. */
  readonly together: FactorsTogether | null;
}

export interface FactorsTogether {
  readonly groups: number;
  /** Chance that each fault leaves each group in: `groups` figures of each. */
  readonly quiet: Float64Array;
  /** What shows with all groups out, cumulative as above. */
  readonly all: Float64Array;
}

/** What of a variable does not depend on which combinations are met. */
export interface Shape {
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
export interface Book {
  /** Local causes of each row, three places each, -1 padded. */
  readonly locals: Int16Array;
  readonly masks: Uint8Array;
  readonly further: Further;
}

/** Rows that are looked up: those of this variable, and those of the one it was expanded from. */
export class Further {
  constructor(
    private readonly own: ReadonlyMap<number, number>,
    private readonly before: Further | null,
  ) {}

  get(key: number): number | undefined {
    return this.own.get(key) ?? this.before?.get(key);
  }
}

/** The causes present in a row, by key. */
export function activeIn({ localFaults, stateKeys }: Shape, { locals, masks }: Book, row: number): string[] {
  const active: string[] = [];
  for (let k = 3 * row; k < 3 * row + 3 && locals[k]! >= 0; k++) active.push(localFaults[locals[k]!]!);
  stateKeys.forEach((key, k) => {
    if ((masks[row]! >> k) & 1) active.push(key);
  });
  return active;
}

/** Whether a row holds two faults which together are no product. */
export function isSpecial({ pairs }: Shape, locals: Int16Array, row: number): boolean {
  if (pairs.length === 0 || locals[3 * row + 1]! < 0) return false;
  const x = locals[3 * row]!;
  const y = locals[3 * row + 1]!;
  const z = locals[3 * row + 2]!;
  for (const [a, b] of pairs) if ((x === a || y === a || z === a) && (x === b || y === b || z === b)) return true;
  return false;
}

/** Row of a combination of no more than two faults and no state, of `n` local faults: numbered one after the other. */
export const plainRow = (a: number, b: number, n: number): number =>
  a < 0 ? 0 : b < 0 ? 1 + a : 1 + n + pairAt(a, b, n);

/** What any other combination is looked up by. */
export const furtherKey = (a: number, b: number, c: number, mask: number, n: number): number =>
  (((a + 1) * (n + 1) + b + 1) * (n + 1) + c + 1) * 256 + mask;

/** The local causes of one set, ascending, in `out`; -1 padded. */
export function localsOf({ members }: Space, i: number, localOf: Int16Array, out: Int16Array): void {
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
