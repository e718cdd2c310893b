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

const WIDTH = 1024;
const keyOf = (a: number, b: number, c: number) => ((a + 1) * WIDTH + (b + 1)) * WIDTH + (c + 1);

/**
 * @param faults number of fault instances, 0 .. 1000
 * @param triples sets of three to add, each ascending; duplicates are dropped
 * @throws RangeError for more faults than an index can hold
 */
export function buildSpace(faults: number, triples: Iterable<readonly [number, number, number]> = []): Space {
  if (!(faults >= 0 && faults <= 1000)) throw new RangeError('buildSpace: 0 to 1000 faults');
  const flat: number[] = [-1, -1, -1];
  const index = new Map<number, number>([[keyOf(-1, -1, -1), 0]]);
  const add = (a: number, b: number, c: number) => {
    const key = keyOf(a, b, c);
    if (index.has(key)) return;
    index.set(key, flat.length / 3);
    flat.push(a, b, c);
  };
  for (let a = 0; a < faults; a++) add(a, -1, -1);
  for (let a = 0; a < faults; a++) for (let b = a + 1; b < faults; b++) add(a, b, -1);
  for (const [a, b, c] of triples) add(a, b, c);
  const members = Int16Array.from(flat);
  const count = members.length / 3;
  const sizes = new Uint8Array(count);
  for (let i = 0; i < count; i++)
    sizes[i] = Number(members[3 * i]! >= 0) + Number(members[3 * i + 1]! >= 0) + Number(members[3 * i + 2]! >= 0);
  return {
    faults,
    count,
    members,
    sizes,
    indexOf: ([a = -1, b = -1, c = -1, ...rest]) => (rest.length > 0 ? -1 : (index.get(keyOf(a, b, c)) ?? -1)),
  };
}

/** Where the set of fault `f` alone stands: the empty set is first, then each alone. */
export const aloneAt = (f: number): number => 1 + f;

/** The faults of set `i`, ascending. */
export function membersOf(space: Space, i: number): number[] {
  const out: number[] = [];
  for (let k = 0; k < space.sizes[i]!; k++) out.push(space.members[3 * i + k]!);
  return out;
}
