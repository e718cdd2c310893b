import { type FiringPattern, LINES } from './firingPattern.ts';
import { at, type Spectrum } from './spectrum.ts';

/** A speed the engine may have at a moment, and how much better it fits than noise does [nepers]. */
export interface Candidate {
  readonly cycleHz: number;
  readonly pattern: number;
  readonly score: number;
}

/** Nothing one line says counts for more: hum is a strong line too. */
const MOST_OF_A_LINE = 5;
/** How far lines are off a smooth run [nepers]. */
const SPREAD = 1.3;
/** Lines to both sides a line is held against. */
const NEIGHBOURS = 3;

/** How much likelier a line of the expected height is than noise, of a power beside the noise. */
function tells(power: number, height: number, expected: number): number {
  if (expected < 1.5) return 0;
  const off = (height - Math.log(expected)) / SPREAD;
  const there = -0.5 * off * off - Math.log(SPREAD * 2.507);
  const noise = height - power;
  return Math.max(-MOST_OF_A_LINE, Math.min(MOST_OF_A_LINE, there - noise));
}

const lines = new Float64Array(LINES);
const logs = new Float64Array(LINES);
/** Sums of what stands above the noise, up to but without line k. */
const above = new Float64Array(LINES + 1);

/** Lines of a cycle that lie in what is listened to: the first of them, from 0, and the one behind the last. */
interface Within {
  readonly from: number;
  readonly to: number;
}

/** Reads the heights of the lines of a cycle. */
function heights({ spectrum, fromHz, toHz }: Ear, cycleHz: number): Within {
  const to = Math.min(LINES, Math.floor(toHz / cycleHz));
  const from = Math.max(0, Math.ceil(fromHz / cycleHz) - 1);
  for (let k = from; k < to; k++) {
    const height = Math.max(1e-3, at(spectrum, (k + 1) * cycleHz));
    lines[k] = height;
    logs[k] = Math.log(height);
    above[k + 1] = (k === from ? 0 : above[k]!) + Math.max(0, height - 1);
  }
  above[from] = 0;
  return { from, to };
}

/** How well a pattern of firings fits the lines read last. */
function fitOf({ lines: shares, sums }: FiringPattern, { from, to }: Within): number {
  let sum = 0;
  for (let k = from; k < to; k++) {
    const own = shares[k]!;
    if (own === 0) continue;
    const [first, last] = [Math.max(from, k - NEIGHBOURS), Math.min(to, k + NEIGHBOURS + 1)];
    const run = (above[last]! - above[first]!) / (sums[last]! - sums[first]!);
    sum += tells(lines[k]!, logs[k]!, 1 + run * own);
  }
  return sum;
}

/** What is listened to in a spectrum [Hz], and how much it counts. */
export interface Ear {
  readonly spectrum: Spectrum;
  readonly fromHz: number;
  readonly toHz: number;
  readonly share: number;
}

/** How well each pattern fits at one speed. */
export function fits(ears: readonly Ear[], patterns: readonly FiringPattern[], cycleHz: number): number[] {
  const sums = patterns.map(({ logPrior }) => logPrior);
  for (const ear of ears) {
    const within = heights(ear, cycleHz);
    for (let i = 0; i < patterns.length; i++) sums[i]! += ear.share * fitOf(patterns[i]!, within);
  }
  return sums;
}
