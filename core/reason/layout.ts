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

/** The layout with these further places, set by set and within each by assignment. */
export function layoutOf(space: Space, furtherSet: Int32Array, furtherAssignment: Uint8Array): Layout {
  const furtherFrom = new Int32Array(space.count + 1);
  for (let k = 0; k < furtherSet.length; k++) furtherFrom[furtherSet[k]! + 1]!++;
  for (let i = 0; i < space.count; i++) furtherFrom[i + 1]! += furtherFrom[i]!;
  return { space, furtherSet, furtherAssignment, furtherFrom, places: space.count + furtherSet.length };
}

/** All places of these sets, the numbers of which ascend. */
export function placesOf({ space, furtherFrom }: Layout, sets: Int32Array): Int32Array {
  const further: number[] = [];
  for (const set of sets) for (let k = furtherFrom[set]!; k < furtherFrom[set + 1]!; k++) further.push(space.count + k);
  const places = new Int32Array(sets.length + further.length);
  places.set(sets);
  places.set(further, sets.length);
  return places;
}
