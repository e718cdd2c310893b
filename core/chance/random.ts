/** A small seeded generator (mulberry32): the same seed, the same figures, whoever asks. */
export interface Random {
  readonly seed: number;
  /** Even over 0 .. 1. */
  readonly next: () => number;
  /** Normal, of mean 0 and deviation 1, within three deviations. */
  readonly normal: () => number;
}

export function random(seed: number): Random {
  let state = seed >>> 0;
  const next = () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = Math.imul(state ^ (state >>> 15), 1 | state);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
  return {
    seed,
    next,
    // Box and Muller (1958).
    normal: () => {
      const z = Math.sqrt(-2 * Math.log(1 - next())) * Math.cos(2 * Math.PI * next());
      return Math.max(-3, Math.min(3, z));
    },
  };
}
