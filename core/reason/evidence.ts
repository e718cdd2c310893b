import type { CompiledVariable } from './network.ts';
import { sameHeat } from './sameReading.ts';
import type { Today, Weights } from './shape.ts';
import { type At, atKey } from './spec.ts';

/** One reading as the reasoner sees it: likelihood of what was read, per part and outcome. Parts left out were not looked at. */
export interface Evidence {
  readonly variable: string;
  readonly at: At;
  readonly weights: Weights;
  /** Where it stands in the record. */
  readonly event: number;
}

/** Readings of one variable since the last repair; they share their gross error and what shows itself today. */
export interface Group {
  readonly variable: string;
  readonly readings: readonly Evidence[];
  /** Repeats at the same state that disagree. */
  readonly inConflict: boolean;
}

const sameAt = (a: At, b: At) =>
  a.state === b.state && sameHeat(a.temperature, b.temperature) && String(a.bypassed) === String(b.bypassed);

/** What a reading says most plainly of each part. */
function plainly(evidence: Evidence): Map<string, string> {
  return new Map(
    Object.entries(evidence.weights).map(([part, weights]) => [
      part,
      Object.entries(weights).reduce((a, b) => (b[1] > a[1] ? b : a), ['', -1] as [string, number])[0],
    ]),
  );
}

/** Of the same parts the same, at the same state. */
function repeats(a: Evidence, b: Evidence): boolean {
  if (!sameAt(a.at, b.at)) return false;
  const [one, other] = [plainly(a), plainly(b)];
  return one.size === other.size && [...one].every(([part, outcome]) => other.get(part) === outcome);
}

/** Of one part something else, at the same state; the feed and the relay of one wire do not contradict each other. */
function contradicts(a: Evidence, b: Evidence): boolean {
  if (!sameAt(a.at, b.at)) return false;
  const other = plainly(b);
  return [...plainly(a)].some(([part, outcome]) => other.has(part) && other.get(part) !== outcome);
}

/**
 * A group with one more reading. Equal repeats at the same state count once (the later one is kept); unequal ones stay side
 * by side as a data conflict. Nothing is averaged.
 */
export function withReading(group: Group | undefined, evidence: Evidence): Group {
  const readings = group?.readings ?? [];
  const all = [...readings.filter((r) => !repeats(r, evidence)), evidence];
  const inConflict = all.some((r, i) => all.some((other, j) => j > i && contradicts(r, other)));
  return { variable: evidence.variable, readings: all, inConflict };
}

/** Likelihood of a group under every row of its variable, and its part without a gross error. */
export interface GroupLikelihood {
  readonly total: Float64Array;
  readonly errorFree: Float64Array;
}

/**
 * P(readings of the group | causes), row by row.
 *
 * With a chance `grossErrorChance` the whole group says nothing. Otherwise the readings are independent given what shows itself today,
 * and that is shared: three good flashes are not three independent witnesses. In a conflict each reading is a
 * day of its own: it may be in error by itself and the fault may come and go between them.
 */
export function groupLikelihood(variable: CompiledVariable, group: Group): GroupLikelihood {
  const key = plainKey(group.readings);
  let found = key === null ? ofGroups.get(variable)?.get(group) : plain.get(variable)?.get(key);
  if (found) return found;
  found = likelihoodOf(variable, group, variable.expandedFrom && groupLikelihood(variable.expandedFrom, group));
  if (key === null) keptIn(ofGroups, variable, () => new WeakMap()).set(group, found);
  else keptIn(plain, variable, () => new Map()).set(key, found);
  return found;
}

function keptIn<K extends object, V>(all: WeakMap<K, V>, key: K, empty: () => V): V {
  let kept = all.get(key);
  if (kept === undefined) {
    kept = empty();
    all.set(key, kept);
  }
  return kept;
}

/** A group that is put to more hypotheses, or asked of as a proof, is not weighed again. */
const ofGroups = new WeakMap<CompiledVariable, WeakMap<Group, GroupLikelihood>>();
/** Readings that are one plain outcome weigh the same in every job on such an engine, and the list of next checks has weighed them all. */
const plain = new WeakMap<CompiledVariable, Map<string, GroupLikelihood>>();

/** State, heat and outcome of a lone reading of one part that says one thing for certain; null for any other. */
function plainKey(readings: readonly Evidence[]): string | null {
  if (readings.length !== 1) return null;
  const [{ at, weights }] = readings as [Evidence];
  let outcome: string | null = null;
  for (const part in weights) {
    for (const id in weights[part]!) {
      if (outcome !== null || weights[part]![id] !== 1) return null;
      outcome = `${part}|${id}`;
    }
  }
  return outcome === null ? null : `${atKey(at)}|${outcome}`;
}

/** @param before the same of the variable it was expanded from, or null: its rows are not gone over again */
function likelihoodOf(variable: CompiledVariable, group: Group, before: GroupLikelihood | null): GroupLikelihood {
  const { rows, today, spec } = variable;
  const total = new Float64Array(rows);
  const errorFree = new Float64Array(rows);
  const from = before ? before.total.length : 0;
  if (before) {
    total.set(before.total);
    errorFree.set(before.errorFree);
  }
  const perReading = group.readings.map((reading) => readingLikelihood(variable, reading));
  const blank = group.readings.map((reading) => saysNothing(variable, reading));
  const kept = 1 - spec.grossErrorChance;
  if (group.inConflict) {
    total.fill(1, from);
    errorFree.fill(1, from);
    const own = new Float64Array(rows);
    perReading.forEach((reading, k) => {
      asItLooks(today, [reading], from, kept, own);
      for (let row = from; row < rows; row++) {
        errorFree[row]! *= own[row]!;
        total[row]! *= own[row]! + spec.grossErrorChance * blank[k]!;
      }
    });
    return { total, errorFree };
  }
  const inError = spec.grossErrorChance * blank.reduce((p, b) => p * b, 1);
  asItLooks(today, perReading, from, kept, errorFree);
  for (let row = from; row < rows; row++) total[row] = errorFree[row]! + inError;
  return { total, errorFree };
}

/** P(readings | row), averaged over what shows itself today, times `share`: into `out`, for the rows from `from` on. */
function asItLooks(
  { rows, start, weight, look }: Today,
  readings: readonly Float64Array[],
  from: number,
  share: number,
  out: Float64Array,
): void {
  let [together] = readings as [Float64Array];
  if (readings.length > 1) {
    together = together.slice();
    for (const reading of readings.slice(1))
      for (let row = 0; row < together.length; row++) together[row]! *= reading[row]!;
  }
  for (let row = from; row < out.length; row++) out[row] = share * together[row]!;
  for (let k = 0; k < rows.length; k++) {
    const row = rows[k]!;
    if (row < from) continue;
    let mean = 0;
    for (let t = start[k]!; t < start[k + 1]!; t++) mean += weight[t]! * together[look[t]!]!;
    out[row] = share * mean;
  }
}

/** A reading weighs the same however often it is asked: worked out once for each variable of each network. */
const weighed = new WeakMap<CompiledVariable, WeakMap<Evidence, Float64Array>>();

function readingLikelihood(variable: CompiledVariable, reading: Evidence): Float64Array {
  const kept = weighed.get(variable) ?? new WeakMap<Evidence, Float64Array>();
  weighed.set(variable, kept);
  let found = kept.get(reading);
  if (!found) {
    found = new Float64Array(variable.rows);
    // What it was expanded from has weighed its rows already.
    const before = variable.expandedFrom && weighed.get(variable.expandedFrom)?.get(reading);
    if (before) found.set(before);
    variable.weigh(reading.at, reading.weights, found, before ? before.length : 0);
    kept.set(reading, found);
  }
  return found;
}

/**
 * Likelihood of a reading that says nothing. In half of these errors each part is wrong by itself; in the other half the parts went wrong
 * together, as when the same exhaust was read twice. A proper distribution over what can be read.
 */
function saysNothing({ spec }: CompiledVariable, reading: Evidence): number {
  let apart = 1;
  const together: number[] = [];
  for (const part of spec.parts) {
    const weights = reading.weights[part.id];
    if (!weights) continue;
    const read = part.outcomes.map((o) => weights[o] ?? 0);
    apart *= meanOf(read, spec.errorReadsNormal);
    for (const [k, weight] of read.entries()) together[k] = (together[k] ?? 1) * weight;
  }
  return together.length === 0 ? 1 : (apart + meanOf(together, spec.errorReadsNormal)) / 2;
}

/** Mean over outcomes, the first of which has that share; all alike where it is left out. */
function meanOf([first = 0, ...rest]: readonly number[], share = 1 / (1 + rest.length)): number {
  const others = rest.reduce((sum, weight) => sum + weight, 0);
  return rest.length === 0 ? first : share * first + ((1 - share) / rest.length) * others;
}
