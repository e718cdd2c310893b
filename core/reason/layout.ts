import type { Space } from './space.ts';

/**
 * Where mass is held. Every set has a place without any state, numbered as in the space; after these come the further places, a set with a
 * state each, set by set. A state has only its causes to come from, and most sets have none of them; a repair takes a cause out and leaves
 * its state, so what stands further changes with it.
 */
export interface Layout {
  readonly space: Space;
  /** The set of each further place. */
  readonly furtherSet: Int32Array;
  /** Its assignment of states, a bit for each, never 0. */
  readonly furtherAssignment: Uint8Array;
  /** Where the further places of each set begin among the further ones; one more at the end. */
  readonly furtherFrom: Int32Array;
  /** All places. */
  readonly places: number;
}

/** Further places by set and assignment, in any order and each once. */
export function layoutOf(space: Space, further: readonly (readonly [set: number, assignment: number])[]): Layout {
  const sorted = [...further].sort((a, b) => a[0] - b[0] || a[1] - b[1]);
  const furtherFrom = new Int32Array(space.count + 1);
  for (const [set] of sorted) furtherFrom[set + 1]!++;
  for (let i = 0; i < space.count; i++) furtherFrom[i + 1]! += furtherFrom[i]!;
  return {
    space,
    furtherSet: Int32Array.from(sorted, ([set]) => set),
    furtherAssignment: Uint8Array.from(sorted, ([, assignment]) => assignment),
    furtherFrom,
    places: space.count + sorted.length,
  };
}
