/**
 * The cylinder on which something is wrong more surely than not, and at least twice as surely as on any other.
 * @param sides P(some fault sits on that cylinder), by cylinder 1..n
 * @returns its number, or null while the side is unknown; a single has no side to know
 */
export function leadingSide(sides: readonly number[]): number | null {
  if (sides.length < 2) return null;
  const first = Math.max(...sides);
  const second = Math.max(...sides.filter((_, i) => i !== sides.indexOf(first)));
  return first > 0.5 && first > 2 * second ? sides.indexOf(first) + 1 : null;
}
