import type { TrialResult } from './trial.ts';

/** A share with its interval of 95 %. */
export interface Share {
  readonly value: number;
  readonly low: number;
  readonly high: number;
}

export interface TrialFigures {
  readonly machines: number;
  readonly right: Share;
  /** The same by how many things were wrong: none, one, two. */
  readonly rightByFaults: readonly (Share & { readonly machines: number })[];
  readonly gaveUp: Share;
  /** Machines let go with oil thinned with fuel or with liquid in a cylinder. */
  readonly untreated: number;
  readonly searchMin: Share;
  readonly workMin: Share;
  readonly wrongParts: Share;
  readonly checks: number;
  readonly calibration: readonly {
    readonly from: number;
    readonly count: number;
    readonly said: number;
    readonly so: number;
  }[];
  /** Mean distance between what was said and what was so, by how many there are. */
  readonly calibrationError: number;
  readonly ends: Readonly<Record<string, number>>;
}

const Z95 = 1.96;

/** Share of `k` in `n`. @see Wilson, JASA 22 (1927): the score interval */
export function wilson(k: number, n: number): Share {
  if (n === 0) return { value: 0, low: 0, high: 1 };
  const p = k / n;
  const z2 = Z95 ** 2;
  const centre = (p + z2 / (2 * n)) / (1 + z2 / n);
  const half = (Z95 / (1 + z2 / n)) * Math.sqrt((p * (1 - p)) / n + z2 / (4 * n * n));
  return { value: p, low: Math.max(0, centre - half), high: Math.min(1, centre + half) };
}

/** A mean, its interval by the normal limit. */
export function meanOf(values: readonly number[]): Share {
  const n = values.length;
  if (n === 0) return { value: 0, low: 0, high: 0 };
  const value = values.reduce((a, b) => a + b, 0) / n;
  const deviation = Math.sqrt(values.reduce((sum, v) => sum + (v - value) ** 2, 0) / Math.max(1, n - 1));
  const half = (Z95 * deviation) / Math.sqrt(n);
  return { value, low: value - half, high: value + half };
}

/** What a run of trials comes to. */
export function figuresOf(results: readonly TrialResult[]): TrialFigures {
  const n = results.length;
  const bins = Array.from({ length: 10 }, (_, bin) => {
    const sum = (key: 'said' | 'count' | 'so') => results.reduce((total, r) => total + r.calibration[key][bin]!, 0);
    const count = sum('count');
    return { from: bin / 10, count, said: count > 0 ? sum('said') / count : 0, so: count > 0 ? sum('so') / count : 0 };
  });
  const all = bins.reduce((sum, b) => sum + b.count, 0);
  const most = Math.max(0, ...results.map((r) => r.truth.length));
  const rightByFaults = Array.from({ length: most + 1 }, (_, faults) => {
    const own = results.filter((r) => r.truth.length === faults);
    return { ...wilson(own.filter((r) => r.right).length, own.length), machines: own.length };
  });
  const ends: Record<string, number> = {};
  for (const { end } of results) ends[end] = (ends[end] ?? 0) + 1;
  return {
    machines: n,
    right: wilson(results.filter((r) => r.right).length, n),
    rightByFaults,
    gaveUp: wilson(results.filter((r) => r.gaveUp).length, n),
    untreated: results.filter((r) => r.untreated).length,
    searchMin: meanOf(results.map((r) => r.searchMin)),
    workMin: meanOf(results.map((r) => r.workMin)),
    wrongParts: meanOf(results.map((r) => r.wrongParts)),
    checks: meanOf(results.map((r) => r.checks)).value,
    calibration: bins,
    calibrationError: all > 0 ? bins.reduce((sum, b) => sum + b.count * Math.abs(b.said - b.so), 0) / all : 0,
    ends,
  };
}
