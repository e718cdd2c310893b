/** A peak that wants its name beside it; lengths in CSS px, heights from the base line outwards. */
export interface Peak {
  readonly id: string;
  /** Centre of its column. */
  readonly x: number;
  /** Width its name takes. */
  readonly width: number;
  /** The likelier of two is named first. */
  readonly weight: number;
}

export interface PlacedName {
  readonly id: string;
  /** Centre of the name; moved inwards at the ends of the ridge. */
  readonly x: number;
  /** Distance of the name's near edge from the base line. */
  readonly rise: number;
  /** The peak's own height and place, where a leader begins when the name had to stand further out. */
  readonly foot: number;
  readonly peakX: number;
}

const GAP = 8;

/**
 * Puts names outside the skyline, the likeliest first, so that none lies on a crag, on another name or outside the picture.
 * A name that finds no place is left out: its part still has its column.
 * @param heights of all columns of this side [px]
 * @param column width of a column [px]
 * @param line height of a line of text [px]
 * @param room from the base line to the edge of the picture [px]
 */
export function placeNames(
  peaks: readonly Peak[],
  heights: readonly number[],
  column: number,
  line: number,
  room: number,
): PlacedName[] {
  const total = heights.length * column;
  const placed: (PlacedName & { half: number })[] = [];
  /** Whether the leader from a peak up to `rise` runs through a name. */
  const crosses = (peakX: number, rise: number, name: { x: number; rise: number; half: number }) =>
    name.rise < rise && Math.abs(name.x - peakX) < name.half + GAP / 2;
  for (const { id, x: wanted, width } of [...peaks].sort((a, b) => b.weight - a.weight || a.x - b.x)) {
    const half = width / 2;
    if (width > total) continue;
    const foot = heights[Math.min(heights.length - 1, Math.floor(wanted / column))] ?? 0;
    const inside = (x: number) => Math.min(total - half, Math.max(half, x));
    // A name stands over its own peak, if not always with its middle.
    const spots = [0, -0.4, 0.4, -0.8, 0.8]
      .map((shift) => inside(wanted + shift * half))
      .flatMap((x) => {
        const from = Math.max(0, Math.floor((x - half) / column));
        const to = Math.min(heights.length - 1, Math.floor((x + half) / column));
        const clear = Math.max(...heights.slice(from, to + 1)) + 3;
        return [0, 1, 2].map((step) => ({ x, rise: clear + step * line }));
      })
      .filter(({ rise }) => rise + line <= room)
      .filter(({ x, rise }) =>
        placed.every(
          (p) =>
            (Math.abs(p.x - x) >= p.half + half + GAP || Math.abs(p.rise - rise) >= line) &&
            !crosses(wanted, rise, p) &&
            !crosses(p.peakX, p.rise, { x, rise, half }),
        ),
      )
      // Near its own peak before all else; a step outwards costs as much as the same way sideways.
      .sort((a, b) => Math.abs(a.x - wanted) + a.rise - (Math.abs(b.x - wanted) + b.rise));
    if (spots[0]) placed.push({ id, ...spots[0], foot, peakX: wanted, half });
  }
  return placed.map(({ half: _half, ...name }) => name);
}
