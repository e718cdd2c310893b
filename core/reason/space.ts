/**
 * The hypothesis space: every set of faults of size 0, 1 and 2, and those triples that the record asks for.
 * Sets are index triples, -1 for an empty place, in one flat array; the space is closed under taking a fault out.
 */
export interface Space {
  readonly faults: number;
  readonly count: number;
  /** members[3 i .. 3 i + 2], ascending, -1 padded. */
  readonly members: Int16Array;
  readonly sizes: Uint8Array;
  readonly indexOf: (sorted: readonly number[]) => number;
}

/** Where the set of fault `f` alone stands: the empty set is first, then each alone. */
export const aloneAt = (f: number): number => 1 + f;

/** Where a pair stands among all pairs of `n`, counted row by row; a < b. */
export const pairAt = (a: number, b: number, n: number): number => a * n - (a * (a + 1)) / 2 + (b - a - 1);

/** Where the set of two faults of `n` stands: behind each alone; a < b. */
export const pairOf = (a: number, b: number, n: number): number => 1 + n + pairAt(a, b, n);

/**
 * @param faults number of fault instances, 0 .. 1000
 * @param triples sets of three to add, each ascending; duplicates are dropped
 * @throws RangeError for more faults than an index can hold
 */
export function buildSpace(faults: number, triples: Iterable<readonly [number, number, number]> = []): Space {
  if (!(faults >= 0 && faults <= 1000)) throw new RangeError('buildSpace: 0 to 1000 faults');
  const plain = 1 + faults + (faults * (faults - 1)) / 2;
  const threes = new Map<number, number>();
  const added: number[] = [];
  const keyOf = (a: number, b: number, c: number) => (a * faults + b) * faults + c;
  for (const [a, b, c] of triples) {
    const key = keyOf(a, b, c);
    if (threes.has(key)) continue;
    threes.set(key, plain + added.length / 3);
    added.push(a, b, c);
  }
  const count = plain + added.length / 3;
  const members = new Int16Array(3 * count).fill(-1);
  const sizes = new Uint8Array(count);
  let at = 1;
  for (let a = 0; a < faults; a++, at++) {
    members[3 * at] = a;
    sizes[at] = 1;
  }
  for (let a = 0; a < faults; a++) {
    for (let b = a + 1; b < faults; b++, at++) {
      members[3 * at] = a;
      members[3 * at + 1] = b;
      sizes[at] = 2;
    }
  }
  members.set(added, 3 * plain);
  sizes.fill(3, plain);
  return {
    faults,
    count,
    members,
    sizes,
    indexOf: ([a = -1, b = -1, c = -1, ...rest]) => {
      if (rest.length > 0) return -1;
      if (a < 0) return 0;
      if (b < 0) return aloneAt(a);
      if (c < 0) return pairOf(a, b, faults);
      return threes.get(keyOf(a, b, c)) ?? -1;
    },
  };
}

/** The faults of set `i`, ascending. */
export function membersOf(space: Space, i: number): number[] {
  const out: number[] = [];
  for (let k = 0; k < space.sizes[i]!; k++) out.push(space.members[3 * i + k]!);
  return out;
}
