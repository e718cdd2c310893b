import type { At, CompiledVariable, Network } from './network.ts';

/** One reading as the reasoner sees it: likelihood of what was read, per part and outcome. Parts left out were not looked at. */
export interface Evidence {
  readonly variable: string;
  readonly at: At;
  readonly weights: Readonly<Record<string, Readonly<Record<string, number>>>>;
  /** Where it stands in the record. */
  readonly event: number;
}

/** Readings of one variable since the last repair; they share their slip and what shows itself today. */
export interface Group {
  readonly variable: string;
  readonly readings: readonly Evidence[];
  /** Repeats at the same state that disagree. */
  readonly unsteady: boolean;
}

const sameAt = (a: At, b: At) => a.state === b.state && a.temperature === b.temperature;

/** What a reading says most plainly, for telling equal repeats from unequal ones. */
function signature(evidence: Evidence): string {
  return Object.entries(evidence.weights)
    .map(
      ([part, weights]) =>
        `${part}:${Object.entries(weights).reduce((a, b) => (b[1] > a[1] ? b : a), ['', -1] as [string, number])[0]}`,
    )
    .sort()
    .join('|');
}

/**
 * A group with one more reading. Equal repeats at the same state count once (the later one is kept); unequal ones stay side
 * by side and make the group unsteady. Nothing is averaged.
 */
export function withReading(group: Group | undefined, evidence: Evidence): Group {
  const readings = group?.readings ?? [];
  const kept = readings.filter((r) => !(sameAt(r.at, evidence.at) && signature(r) === signature(evidence)));
  const all = [...kept, evidence];
  const unsteady = all.some((r, i) => all.some((other, j) => j > i && sameAt(r.at, other.at)));
  return { variable: evidence.variable, readings: all, unsteady };
}

/** Likelihood of a group under every row of its variable, and its part in which nothing slipped. */
export interface GroupLikelihood {
  readonly total: Float64Array;
  readonly unslipped: Float64Array;
}

/**
 * P(readings of the group | causes), row by row.
 *
 * With a chance `slip` the whole group says nothing. Otherwise the readings are independent given what shows itself today,
 * and that is shared: three good flashes are not three independent witnesses. In an unsteady group each reading is a
 * day of its own: it may slip by itself and the fault may come and go between them.
 */
export function groupLikelihood(network: Network, group: Group): GroupLikelihood {
  const variable = network.variable(group.variable);
  const { rows, today, spec } = variable;
  const perReading = group.readings.map((reading) => readingLikelihood(variable, reading));
  const blank = group.readings.map((reading) => saysNothing(variable, reading));
  const total = new Float64Array(rows);
  const unslipped = new Float64Array(rows);
  for (let row = 0; row < rows; row++) {
    if (group.unsteady) {
      let clean = 1;
      let all = 1;
      perReading.forEach((likelihood, k) => {
        let mean = 0;
        for (const { weight, row: look } of today[row]!) mean += weight * likelihood[look]!;
        clean *= (1 - spec.slip) * mean;
        all *= (1 - spec.slip) * mean + spec.slip * blank[k]!;
      });
      unslipped[row] = clean;
      total[row] = all;
    } else {
      let shared = 0;
      for (const { weight, row: look } of today[row]!) {
        let product = weight;
        for (const likelihood of perReading) product *= likelihood[look]!;
        shared += product;
      }
      unslipped[row] = (1 - spec.slip) * shared;
      total[row] = unslipped[row]! + spec.slip * blank.reduce((p, b) => p * b, 1);
    }
  }
  return { total, unslipped };
}

/** A reading weighs the same however often it is asked: worked out once for each variable of each network. */
const weighed = new WeakMap<CompiledVariable, WeakMap<Evidence, Float64Array>>();

function readingLikelihood(variable: CompiledVariable, reading: Evidence): Float64Array {
  const kept = weighed.get(variable) ?? new WeakMap<Evidence, Float64Array>();
  weighed.set(variable, kept);
  const likelihood = kept.get(reading) ?? weigh(variable, reading);
  kept.set(reading, likelihood);
  return likelihood;
}

function weigh(variable: CompiledVariable, reading: Evidence): Float64Array {
  const { rows, width, offsets, spec } = variable;
  const table = variable.table(reading.at);
  const out = new Float64Array(rows).fill(1);
  for (let p = 0; p < spec.parts.length; p++) {
    const part = spec.parts[p]!;
    const weights = reading.weights[part.id];
    if (!weights) continue;
    const lambda = Float64Array.from(part.outcomes, (o) => weights[o] ?? 0);
    weighPart(out, table, width, offsets[p]!, lambda);
  }
  return out;
}

/** One part of a reading, every row: a loop of its own, for there may be tens of parts and thousands of rows. */
function weighPart(out: Float64Array, table: Float64Array, width: number, offset: number, lambda: Float64Array): void {
  const outcomes = lambda.length;
  if (outcomes === 2) {
    const [first, second] = lambda as unknown as [number, number];
    for (let row = 0, at = offset; row < out.length; row++, at += width)
      out[row]! *= first * table[at]! + second * table[at + 1]!;
    return;
  }
  for (let row = 0, at = offset; row < out.length; row++, at += width) {
    let sum = 0;
    for (let k = 0; k < outcomes; k++) sum += lambda[k]! * table[at + k]!;
    out[row]! *= sum;
  }
}

/**
 * Likelihood of a reading that says nothing. In half the slips every part is as good as any other by itself; in the other half
 * the parts slipped together, as when the same exhaust was read twice. A proper distribution over what can be read.
 */
function saysNothing(variable: CompiledVariable, reading: Evidence): number {
  let apart = 1;
  const together: number[] = [];
  for (const part of variable.spec.parts) {
    const weights = reading.weights[part.id];
    if (!weights) continue;
    let sum = 0;
    part.outcomes.forEach((o, k) => {
      sum += weights[o] ?? 0;
      together[k] = (together[k] ?? 1) * (weights[o] ?? 0);
    });
    apart *= sum / part.outcomes.length;
  }
  if (together.length === 0) return 1;
  return (apart + together.reduce((sum, t) => sum + t, 0) / together.length) / 2;
}
