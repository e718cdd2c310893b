import { type Candidate, type Ear, fits } from './comb.ts';
import type { FiringPattern } from './firingPattern.ts';
import { at, type Spectrum } from './spectrum.ts';

/** Speeds that are listened for [rpm]: from a slow starter to more than any governor lets through. */
export const LEAST_RPM = 200;
export const MOST_RPM = 5200;
/** A four-stroke cycle is two turns. */
export const RPM_PER_CYCLE_HZ = 120;

const STEP = Math.log(1.004);
const GRID = Float64Array.from(
  { length: Math.ceil(Math.log(MOST_RPM / LEAST_RPM) / STEP) + 1 },
  (_, i) => (LEAST_RPM / RPM_PER_CYCLE_HZ) * Math.exp(i * STEP),
);
/** Lines of the first look, and how many speeds of it are looked at closely. */
const FIRST_LINES = 16;
const LOOKED_AT = 14;
/** Mean of the log of noise: Euler's constant, below. */
const LOG_NOISE = -0.577;
const MOST_LOG = 3.5;

/** Log of the power beside the noise, so that noise has a mean of 0 and no line counts for all. */
function heightsOf({ power, binHz }: Spectrum): Spectrum {
  return {
    power: power.map((p) => Math.min(MOST_LOG, Math.log(Math.max(0.02, p))) - LOG_NOISE),
    binHz,
  };
}

/** More than a governor lets through is not usual [nepers]. */
const usual = (rpm: number): number => (rpm > 4300 ? -1.5 : 0);

/** The speeds and patterns that fit a moment best, best first. */
export function candidatesOf(ears: readonly Ear[], patterns: readonly FiringPattern[]): Candidate[] {
  const found: Candidate[] = [];
  for (const near of firstLook(ears)) {
    const best = patterns.map((_, pattern) => ({ cycleHz: near, pattern, score: -Infinity }));
    for (let i = -2; i <= 2; i++) {
      const cycleHz = near * (1 + 0.0013 * i);
      fits(ears, patterns, cycleHz).forEach((fit, pattern) => {
        const score = fit + usual(cycleHz * RPM_PER_CYCLE_HZ);
        if (score > best[pattern]!.score) best[pattern] = { cycleHz, pattern, score };
      });
    }
    found.push(...best);
  }
  return found.sort((a, b) => b.score - a.score).slice(0, 24);
}

/** Speeds whose lines stand out, with those of twice and of half each of them. */
function firstLook(ears: readonly Ear[]): number[] {
  const scores = new Float64Array(GRID.length);
  for (const { spectrum, fromHz, toHz, share } of ears) {
    const heights = heightsOf(spectrum);
    for (let g = 0; g < GRID.length; g++) {
      let [sum, count] = [0, 0];
      for (let k = 1; k <= FIRST_LINES && k * GRID[g]! < toHz; k++) {
        if (k * GRID[g]! < fromHz) continue;
        sum += at(heights, k * GRID[g]!);
        count++;
      }
      if (count > 0) scores[g]! += (share * sum) / Math.sqrt(count);
    }
  }
  const peaks: number[] = [];
  for (let g = 0; g < GRID.length; g++)
    if (scores[g]! > (scores[g - 1] ?? -Infinity) && scores[g]! >= (scores[g + 1] ?? -Infinity)) peaks.push(g);
  peaks.sort((a, b) => scores[b]! - scores[a]!);
  const near = peaks.slice(0, LOOKED_AT).map((g) => GRID[g]!);
  const relatives = near.slice(0, 4).flatMap((hz) => [hz / 2, hz * 2]);
  for (const hz of relatives)
    if (hz >= GRID[0]! && hz <= GRID.at(-1)! && near.every((n) => Math.abs(hz / n - 1) > 0.0004)) near.push(hz);
  return near;
}
