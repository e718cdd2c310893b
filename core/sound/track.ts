import type { Candidate } from './comb.ts';

/** Two looks at the same sound are not two witnesses. */
const OVERLAP = 0.4;
/** What a fit has to be better than noise by, before it is an engine. */
const LEAST_FIT = 9;
/** How far a speed goes between two looks, and what it costs at most to believe that it jumped. */
const GOES = 0.025;
const JUMP = 9;
/** A cylinder comes or goes. */
const CHANGES = 3;
const STARTS = 3;

/**
 * The most probable run of speeds through the fits of all moments; null where no engine is heard.
 * @see Viterbi (1967), the best path through a trellis
 */
export function bestTrack(moments: readonly (readonly Candidate[])[]): (Candidate | null)[] {
  let costs: number[] = [0];
  let before: readonly (Candidate | null)[] = [null];
  const from: number[][] = [];
  const states: (readonly (Candidate | null)[])[] = [];
  for (const candidates of moments) {
    const now = [null, ...candidates];
    const next: number[] = [];
    const came: number[] = [];
    for (const state of now) {
      let [best, at] = [-Infinity, 0];
      for (let i = 0; i < before.length; i++) {
        const sum = costs[i]! - step(before[i]!, state);
        if (sum > best) [best, at] = [sum, i];
      }
      next.push(best + (state === null ? 0 : OVERLAP * (state.score - LEAST_FIT)));
      came.push(at);
    }
    from.push(came);
    states.push(now);
    [costs, before] = [next, now];
  }
  let at = costs.indexOf(Math.max(...costs));
  const track: (Candidate | null)[] = [];
  for (let m = moments.length - 1; m >= 0; m--) {
    track[m] = states[m]![at]!;
    at = from[m]![at]!;
  }
  return track;
}

function step(from: Candidate | null, to: Candidate | null): number {
  if (from === null || to === null) return from === to ? 0 : STARTS;
  const gone = Math.log(to.cycleHz / from.cycleHz) / GOES;
  return Math.min(JUMP, 0.5 * gone * gone) + (from.pattern === to.pattern ? 0 : CHANGES);
}
