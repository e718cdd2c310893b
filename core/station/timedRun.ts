/** A run against the clock, as far as noted; times [s], temperatures of the head [C]. */
export interface TimedSeen {
  readonly diedS: number | null;
  readonly stumbledS: number | null;
  /** After how long it fails, by the customer. */
  readonly toldS: number | null;
  readonly headAt5: number | null;
  readonly headAt10: number | null;
  readonly headAt15: number | null;
  readonly headAtEnd: number | null;
}

export interface HeatPoint {
  readonly atS: number;
  readonly c: number;
}

export interface TimedRun {
  /** How far the line goes [s]. */
  readonly fullS: number;
  /** The head on its way, in order of time. */
  readonly head: readonly HeatPoint[];
  /** Between which temperatures the way is drawn [C]; null where none was taken. */
  readonly between: { readonly fromC: number; readonly toC: number } | null;
  /** Taken after the run had ended: it cannot be. */
  readonly doesNotFit: boolean;
}

/**
 * The line of a timed run: where it stumbled and died, and how warm the head was on the way.
 * @param lastsMin how long such a run takes [min]
 */
export function timedRun(seen: TimedSeen, lastsMin: number): TimedRun {
  const { diedS, toldS } = seen;
  const fullS = Math.max(60 * lastsMin, 1.2 * (toldS ?? 0), 1.1 * (diedS ?? 0));
  const taken: readonly (readonly [number | null, number | null])[] = [
    [5 * 60, seen.headAt5],
    [10 * 60, seen.headAt10],
    [15 * 60, seen.headAt15],
    // Without the end there is no place for it on the line.
    [diedS, seen.headAtEnd],
  ];
  const head = taken
    .flatMap(([atS, c]) => (atS === null || c === null ? [] : [{ atS, c }]))
    .sort((a, b) => a.atS - b.atS);
  const warm = head.map(({ c }) => c);
  return {
    fullS,
    head,
    between: warm.length === 0 ? null : { fromC: Math.min(0, ...warm), toC: Math.max(150, ...warm) },
    doesNotFit: diedS !== null && (head.some(({ atS }) => atS > diedS) || (seen.stumbledS ?? 0) > diedS),
  };
}
