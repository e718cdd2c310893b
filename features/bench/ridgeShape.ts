'use client';
import type { BoltMark as Mark, RidgePart } from '@/core/index.ts';

export interface Outline {
  readonly parts: readonly RidgePart[];
  /** P(some fault sits on that cylinder), by cylinder 1..n. */
  readonly sides: readonly number[];
}

export const heightsOf = (parts: readonly RidgePart[], side: number) => parts.map((part) => part.sides[side]?.p ?? 0);

/** A skyline of flat crags with saddles between; `sign` -1 rises, +1 hangs. */
export function skyline(heights: readonly number[], column: number, base: number, sign: 1 | -1): string {
  const shown = heights.map((h) => Math.max(1.5, h));
  const points = shown.flatMap((h, i) => {
    const saddle = 0.35 * Math.min(h, shown[i - 1] ?? 0);
    const x = i * column;
    return [
      `${x.toFixed(1)},${(base + sign * saddle).toFixed(1)}`,
      `${(x + column * 0.22).toFixed(1)},${(base + sign * h).toFixed(1)}`,
      `${(x + column * 0.78).toFixed(1)},${(base + sign * h).toFixed(1)}`,
    ];
  });
  return `M0,${base} L${points.join(' L')} L${shown.length * column},${base} Z`;
}

/** In a hundred; nothing is ever certain. */
export const percent = (p: number) => Math.min(99, Math.round(100 * p));

/** Heights in lines of text, so that the picture grows with the letters. */
export const STRIP = 1.55;

export const RISE = 3.1;

/** As a strip while a drawing lies on the plate. */
export const FOLDED = 0.95;

export const NAMES = 2.3;

export const BAND = 2.1;

export const MARGIN = 4.4;

export const chanceOf = (part: RidgePart) => Math.max(...part.sides.map((s) => s.p));

export const markOf = (part: RidgePart, side: number): Mark => part.sides[side]?.mark ?? 'hollow';
