import type { FiringPattern } from './firingPattern.ts';
import { Analyser, type Spectrum } from './spectrum.ts';

/** A speed read off single lines, and how far it may be off [Hz of the cycle]. */
export interface Refined {
  readonly cycleHz: number;
  readonly plusMinusHz: number;
}

/** Cycles in a stretch, and its bounds [s]: long enough to part the lines, short enough that the speed stands. */
const CYCLES = 14;
const SHORTEST_S = 0.35;
const LONGEST_S = 1.6;
const STRETCHES = 6;
/** A line counts as one from this much above the noise between the lines. */
const STANDS_OUT = 6;

/** Reads the lines of a known speed closely, in stretches fitted to it. */
export class Refiner {
  private readonly analysers: { readonly lengthS: number; readonly analyser: Analyser }[];

  constructor(signal: Float32Array, rateHz: number, mostHz: number) {
    this.analysers = Array.from({ length: STRETCHES }, (_, i) => {
      const lengthS = SHORTEST_S * (LONGEST_S / SHORTEST_S) ** (i / (STRETCHES - 1));
      return { lengthS, analyser: new Analyser(signal, rateHz, lengthS, mostHz) };
    });
  }

  /** @returns null where fewer than two lines stand out */
  refine(centreS: number, cycleHz: number, { lines }: FiringPattern, mostHz: number): Refined | null {
    const wanted = CYCLES / cycleHz;
    const { analyser, lengthS } = this.analysers.find(({ lengthS }) => lengthS >= wanted) ?? this.analysers.at(-1)!;
    const spectrum = analyser.power(centreS);
    let hz = cycleHz;
    let [weights, sum, squares, count] = [0, 0, 0, 0];
    for (let k = 1; k <= lines.length && k * hz < mostHz; k++) {
      if (lines[k - 1]! < 0.15) continue;
      const peak = peakNear(spectrum, k * hz, Math.min(0.3 * hz, Math.max(1.2 / lengthS, 0.012 * k * hz)));
      if (peak === null) continue;
      weights += k * k;
      sum += k * peak;
      squares += peak * peak;
      count++;
      hz = sum / weights;
    }
    if (count < 2) return null;
    const spread = Math.max(0, squares - (sum * sum) / weights) / (count - 1);
    return { cycleHz: hz, plusMinusHz: 2 * Math.sqrt(spread / weights) };
  }
}

/** Where a line stands within reach of where it should; null where none does. */
function peakNear({ power, binHz }: Spectrum, hz: number, reachHz: number): number | null {
  const [from, to] = [Math.max(1, Math.ceil((hz - reachHz) / binHz)), Math.floor((hz + reachHz) / binHz)];
  let best = from;
  for (let i = from; i <= to; i++) if ((power[i] ?? 0) > (power[best] ?? 0)) best = i;
  const [left, top, right] = [power[best - 1] ?? 0, power[best] ?? 0, power[best + 1] ?? 0];
  if (best === from || best === to || !(top > left && top > right && left > 0 && right > 0)) return null;
  const around = ((power[from - 2] ?? 0) + (power[to + 2] ?? 0)) / 2;
  if (top < STANDS_OUT * around) return null;
  const [l, t, r] = [Math.log(left), Math.log(top), Math.log(right)];
  return (best + (0.5 * (l - r)) / (l - 2 * t + r)) * binHz;
}
