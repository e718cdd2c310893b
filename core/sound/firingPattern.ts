import { firingAnglesDeg } from '../engine/firing.ts';
import type { EngineWords } from '../engine/schema.ts';

/** What of an engine says at which lines it is heard. */
export type SoundingEngine = Pick<EngineWords, 'cylinders' | 'layout' | 'crankPhase'>;

/** One way an engine may fire, by the share of its sound at each multiple of its cycle. */
export interface FiringPattern {
  /** Power of line k of the cycle, 0..1, beside the strongest an equal pulse train could have; by k, 1 first. */
  readonly lines: Float64Array;
  /** Sums of these, up to but without line k. */
  readonly sums: Float64Array;
  /** Log of how usual it is. */
  readonly logPrior: number;
}

/** Lines of the cycle that are listened for: so many that half a speed is heard as far up as the whole. */
export const LINES = 96;

const TURN = 2 * Math.PI;
const USUAL = Math.log(0.7);
const DEAD = Math.log(0.15);
/** Of two that fire evenly, one dead: nothing tells it from the same engine, whole, at half the speed, and that is the usual one. */
const TWICE = -6;
/** Of a second cylinder: half of its strength, and a little less than the first, as no two are alike. */
const WEAK = 0.5;
const UNLIKE = 0.85;

/**
 * Every way the engine may fire: all cylinders alike, and for a twin one of them weak or dead.
 * Where the layout or the crank of a parallel twin is not known, those of every layout it may have.
 * @see brief of rhythm: |1 + a e^(-j 2 pi k s)|, s the share of the cycle between the firings
 */
export function firingPatterns(engine: SoundingEngine): FiringPattern[] {
  const seen = new Set<string>();
  const patterns: FiringPattern[] = [];
  for (const angles of firingsOf(engine)) {
    for (const [strengths, logPrior] of strengthsOf(angles.length)) {
      const lines = linesOf(angles, strengths);
      // Of two that fire evenly a dead one leaves the lines of both at half the speed: they are heard as far up, and the usual one is believed.
      if (strengths[1] !== 1 && angles[1] === 360) lines.fill(0, LINES / 2);
      const key = [...lines].map((l) => l.toFixed(3)).join();
      const isTwice = strengths[1]! <= WEAK && angles[1] === 360;
      if (!seen.has(key)) patterns.push({ lines, sums: sumsOf(lines), logPrior: isTwice ? TWICE : logPrior });
      seen.add(key);
    }
  }
  return patterns;
}

function firingsOf(engine: SoundingEngine): number[][] {
  if (engine.cylinders === 1) return [[0]];
  if (engine.cylinders === 3) return [[0, 240, 480]];
  if (engine.layout === 'unknown' || engine.layout === 'single')
    return [
      [0, 270],
      [0, 360],
      [0, 180],
    ];
  if (engine.layout === 'parallel-twin' && (engine.crankPhase ?? 'unknown') === 'unknown')
    return [
      [0, 360],
      [0, 180],
    ];
  return [firingAnglesDeg(engine)];
}

/** Strengths of the firings, the first always whole, and how usual each is. */
function strengthsOf(cylinders: number): [number[], number][] {
  if (cylinders === 1) return [[[1], 0]];
  const all = Array.from({ length: cylinders }, () => 1);
  const withLast = (strength: number) => all.map((one, i) => (i === cylinders - 1 ? strength : one));
  return [
    [all, USUAL],
    [withLast(UNLIKE), USUAL],
    [withLast(WEAK), DEAD],
    [withLast(0), DEAD],
  ];
}

function linesOf(angles: readonly number[], strengths: readonly number[]): Float64Array {
  const whole = strengths.reduce((sum, s) => sum + s, 0);
  return Float64Array.from({ length: LINES }, (_, i) => {
    const at = angles.map((deg) => (-TURN * (i + 1) * deg) / 720);
    const re = at.reduce((sum, phase, n) => sum + strengths[n]! * Math.cos(phase), 0);
    const im = at.reduce((sum, phase, n) => sum + strengths[n]! * Math.sin(phase), 0);
    return (re * re + im * im) / (whole * whole);
  });
}

function sumsOf(lines: Float64Array): Float64Array {
  const sums = new Float64Array(lines.length + 1);
  for (let k = 0; k < lines.length; k++) sums[k + 1] = sums[k]! + lines[k]!;
  return sums;
}
