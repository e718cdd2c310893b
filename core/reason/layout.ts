/**
 * Which assignments of states each set is held with. Before the first repair a state has only its causes to come from, and most sets
 * have none of them: those are held once. A repair takes a cause out and leaves its state, so from then on all are held.
 */
export interface Layout {
  /** Where each set begins; one more at the end. */
  readonly start: Int32Array;
  /** Assignment of each place, a bit for each state. */
  readonly assignment: Uint8Array;
}

/** Every set with every assignment. */
export function fullLayout(sets: number, assignments: number): Layout {
  const start = new Int32Array(sets + 1);
  const assignment = new Uint8Array(sets * assignments);
  for (let i = 0; i <= sets; i++) start[i] = i * assignments;
  for (let at = 0; at < assignment.length; at++) assignment[at] = at % assignments;
  return { start, assignment };
}

/** Only what has any mass in `full`, set by set and assignment by assignment; and that mass. */
export function sparseLayout(
  full: Float64Array,
  sets: number,
  assignments: number,
): { layout: Layout; mass: Float64Array } {
  const start = new Int32Array(sets + 1);
  const assignment: number[] = [];
  const mass: number[] = [];
  for (let i = 0; i < sets; i++) {
    for (let s = 0; s < assignments; s++) {
      const here = full[i * assignments + s]!;
      if (!(here > 0)) continue;
      assignment.push(s);
      mass.push(here);
    }
    start[i + 1] = mass.length;
  }
  return { layout: { start, assignment: Uint8Array.from(assignment) }, mass: Float64Array.from(mass) };
}
