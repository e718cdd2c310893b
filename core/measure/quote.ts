/** One thing it may turn out to be, with what putting it right would take. */
export interface Outcome {
  /** Its chance, 0 to 1. */
  readonly p: number;
  /** What each part for it costs, from and to, any figure between them as likely as another; one currency throughout. */
  readonly parts: readonly (readonly [number, number])[];
  /** Hands-on minutes, opening and putting back among them [min]. */
  readonly minutes: number;
}

/** What a job may come to: of ten such jobs one costs no more than `low`, five no more than `middle`, nine no more than `high`. */
export interface QuoteBands {
  readonly expected: number;
  readonly low: number;
  readonly middle: number;
  readonly high: number;
}

const QUANTILES = { low: 0.1, middle: 0.5, high: 0.9 } as const;
const HALVINGS = 60;

/**
 * P(a sum of uniform figures is at most x), each from 0 to its width.
 * F(x) = sum over subsets S of (-1)^|S| (x - sum of S)+^n / (n! product of widths): the volume of a box cut off by a plane.
 * @param widths of at most eight, each above 0
 */
function sumOfUniformsBelow(x: number, widths: readonly number[]): number {
  const n = widths.length;
  if (n === 0) return x >= 0 ? 1 : 0;
  let volume = 0;
  for (let subset = 0; subset < 1 << n; subset++) {
    let [left, sign] = [x, 1];
    for (let i = 0; i < n; i++)
      if (subset & (1 << i)) {
        left -= widths[i]!;
        sign = -sign;
      }
    if (left > 0) volume += sign * left ** n;
  }
  const box = widths.reduce((product, width) => product * width, 1);
  let factorial = 1;
  for (let i = 2; i <= n; i++) factorial *= i;
  return Math.min(1, Math.max(0, volume / (factorial * box)));
}

/**
 * What putting it right may come to, by belief over what it may turn out to be; tax is on all of it.
 * @param outcomes excluding each other; their chances need not add up to 1, the rest is left out of account
 * @param ratePerHour labour, 0 or more
 * @param taxPercent 0 or more
 * @throws RangeError where nothing may be wrong at all, or a figure cannot be
 */
export function quoteBands(outcomes: readonly Outcome[], ratePerHour: number, taxPercent: number): QuoteBands {
  const all = outcomes.reduce((sum, { p }) => sum + p, 0);
  if (!(all > 0)) throw new RangeError('quoteBands: nothing may be wrong');
  if (!(ratePerHour >= 0 && taxPercent >= 0)) throw new RangeError('quoteBands: rate and tax are 0 or more');
  if (
    outcomes.some(({ p, minutes, parts }) => !(p >= 0 && minutes >= 0) || parts.some(([a, b]) => !(a >= 0 && b >= a)))
  )
    throw new RangeError('quoteBands: chances, minutes and prices are 0 or more, and a band runs from its lower end');
  const taxed = 1 + taxPercent / 100;
  const costs = outcomes.map(({ p, parts, minutes }) => ({
    p: p / all,
    least: parts.reduce((sum, [from]) => sum + from, (minutes / 60) * ratePerHour),
    widths: parts.map(([from, to]) => to - from).filter((width) => width > 0),
  }));
  const below = (x: number) =>
    costs.reduce((sum, { p, least, widths }) => sum + p * sumOfUniformsBelow(x - least, widths), 0);
  const most = Math.max(...costs.map(({ least, widths }) => widths.reduce((sum, w) => sum + w, least)));
  const quantile = (q: number) => {
    let [from, to] = [0, most];
    for (let i = 0; i < HALVINGS; i++) {
      const middle = (from + to) / 2;
      if (below(middle) >= q) to = middle;
      else from = middle;
    }
    return to * taxed;
  };
  return {
    expected:
      taxed * costs.reduce((sum, { p, least, widths }) => sum + p * widths.reduce((s, w) => s + w / 2, least), 0),
    low: quantile(QUANTILES.low),
    middle: quantile(QUANTILES.middle),
    high: quantile(QUANTILES.high),
  };
}
