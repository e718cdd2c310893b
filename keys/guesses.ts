/** Wrong ones that are free; then each one more doubles the wait. */
const FREE = 5;
const WAITS_MS = { first: 30_000, most: 15 * 60_000 } as const;
/** So long is a wrong one remembered. */
const REMEMBERED_MS = 12 * 3600_000;
const MOST_KEYS = 10_000;

interface Tries {
  readonly wrong: number;
  /** Nothing is taken before. */
  readonly until: number;
  readonly last: number;
}

/**
 * Slows whoever guesses: of every name at every place a few wrong ones are free, then a wait stands before each further one. Counted
 * in one go and before anything is hashed, so that a hundred at once are not a hundred tries.
 */
export class Guesses {
  private readonly tries = new Map<string, Tries>();

  /**
   * Counts one try.
   * @param now [ms]
   * @returns how long to wait before one is taken again [ms]; 0 when this one is taken
   */
  takes(key: string, now: number): number {
    const before = this.tries.get(key);
    const known = before && now - before.last < REMEMBERED_MS ? before : { wrong: 0, until: 0, last: now };
    if (now < known.until) return known.until - now;
    const wrong = known.wrong + 1;
    const wait = wrong < FREE ? 0 : Math.min(WAITS_MS.most, WAITS_MS.first * 2 ** (wrong - FREE));
    this.tries.delete(key);
    this.tries.set(key, { wrong, until: now + wait, last: now });
    if (this.tries.size > MOST_KEYS) this.tries.delete(this.tries.keys().next().value!);
    return 0;
  }

  /** It was right: what was wrong before is forgotten. */
  right(key: string): void {
    this.tries.delete(key);
  }
}
