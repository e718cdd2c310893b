/** Rates of change of a state, written into `out`. */
export type Rates = (time: number, state: Float64Array, out: Float64Array) => void;

export interface SolveOptions {
  /** Error allowed in one step, as a share of each state's own scale. */
  readonly tolerance: number;
  /** What counts as one unit of each state. */
  readonly scales: readonly number[];
  readonly longestStep: number;
  /** Looks at every step taken; true ends it. */
  readonly watch?: (time: number, state: Float64Array, step: number) => boolean;
}

export interface SolvedRun {
  readonly state: Float64Array;
  readonly time: number;
  readonly steps: number;
  readonly refused: number;
}

const SMALLEST_STEP = 1e-9;

/**
 * Integrates a small system from 0 to `end` by the embedded pair of third and second order, each step as long as its error allows.
 * @throws RangeError for a tolerance that is not above 0
 * @throws Error when no step is short enough
 * @see Bogacki & Shampine, A 3(2) pair of Runge-Kutta formulas, Applied Mathematics Letters 2(4), 1989
 */
export function integrate(rates: Rates, from: Float64Array, end: number, options: SolveOptions): SolvedRun {
  const { tolerance, scales, longestStep, watch } = options;
  if (!(tolerance > 0)) throw new RangeError('integrate: tolerance must be above 0');
  const n = from.length;
  let state = Float64Array.from(from);
  let next = new Float64Array(n);
  const trial = new Float64Array(n);
  let k1 = new Float64Array(n);
  const k2 = new Float64Array(n);
  const k3 = new Float64Array(n);
  let k4 = new Float64Array(n);
  let time = 0;
  let step = Math.min(longestStep, end) / 4;
  let steps = 0;
  let refused = 0;
  rates(0, state, k1);
  while (time < end) {
    const h = Math.min(step, end - time);
    for (let i = 0; i < n; i++) trial[i] = state[i]! + 0.5 * h * k1[i]!;
    rates(time + 0.5 * h, trial, k2);
    for (let i = 0; i < n; i++) trial[i] = state[i]! + 0.75 * h * k2[i]!;
    rates(time + 0.75 * h, trial, k3);
    for (let i = 0; i < n; i++) next[i] = state[i]! + (h / 9) * (2 * k1[i]! + 3 * k2[i]! + 4 * k3[i]!);
    rates(time + h, next, k4);
    let worst = 0;
    for (let i = 0; i < n; i++) {
      const error = (h / 72) * (-5 * k1[i]! + 6 * k2[i]! + 8 * k3[i]! - 9 * k4[i]!);
      worst = Math.max(worst, Math.abs(error) / (tolerance * scales[i]!));
    }
    if (worst <= 1) {
      time += h;
      [state, next] = [next, state];
      [k1, k4] = [k4, k1];
      steps++;
      if (watch?.(time, state, h)) break;
    } else {
      refused++;
      if (h < SMALLEST_STEP) throw new Error('integrate: no step is short enough');
    }
    step = Math.min(longestStep, h * Math.max(0.2, Math.min(4, 0.9 * Math.max(worst, 1e-9) ** (-1 / 3))));
  }
  return { state, time, steps, refused };
}
