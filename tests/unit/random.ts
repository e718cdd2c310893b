/** A small seeded generator (mulberry32), so that a failing run can be run again by its seed. */
export function random(seed: number): { readonly next: () => number; readonly seed: number } {
  let state = seed >>> 0;
  return {
    seed,
    next: () => {
      state = (state + 0x6d2b79f5) >>> 0;
      let t = Math.imul(state ^ (state >>> 15), 1 | state);
      t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
      return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
    },
  };
}
