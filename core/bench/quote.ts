import { checkOf } from '../checks/index.ts';
import { type QuoteBands, quoteBands } from '../measure/quote.ts';
import { likeliestFaultSets } from '../reason/faultChances.ts';
import { type Bill, billOf, type Money } from './bill.ts';
import { repairKeys } from './repairKeys.ts';
import type { Bench } from './state.ts';

/** What it may come to from here on, and what of that is the likeliest single outcome. */
export interface Quote {
  /** From here on; null where nothing is believed to be wrong any more. */
  readonly bands: QuoteBands | null;
  readonly soFar: Bill;
  readonly likeliest: readonly { readonly keys: readonly string[]; readonly p: number; readonly bands: QuoteBands }[];
}

const SETS = 120;
const LIKELIEST = 4;
/** From here on a machine is called sound [share]. */
const SOUND = 0.9;
/** So little of belief is told apart no further. */
const LEAST = 1e-4;

/** What putting these faults right takes: parts, and minutes with what has to be opened besides what is open, and the re-test. */
function outcomeOf(bench: Bench, faults: readonly number[], p: number) {
  const { catalogue, access, open } = bench;
  const all = faults.map((f) => catalogue.faults[f]!);
  const keys = new Set(all.flatMap(({ cylinder, definition: { repair } }) => repairKeys(bench, repair, cylinder)));
  const way = [...keys].reduce(
    (sum, key) => sum + (open.has(key) ? access.of(key).closeMin : access.minutesOf(key)),
    0,
  );
  const hands = all.reduce(
    (sum, { definition: { repair } }) => sum + repair.minutes + checkOf(repair.retest).minutes,
    0,
  );
  return {
    p,
    minutes: way + hands,
    parts: all.flatMap(({ definition: { repair } }) => (repair.partsBand ? [repair.partsBand] : [])),
  };
}

/**
 * What the job has come to, and may come to from here on, by what is believed of it.
 */
export function quoteOf(bench: Bench, { ratePerHour, taxPercent }: Money): Quote {
  const soFar = billOf(bench, { ratePerHour, taxPercent });
  const outcomes = likeliestFaultSets(bench.catalogue, bench.belief, SETS)
    .filter(({ p }) => p > LEAST)
    // That nothing is wrong any more is one of them, and costs nothing.
    .map(({ faults, p }) => ({ faults, ...outcomeOf(bench, faults, p) }));
  const all = outcomes.reduce((sum, { p }) => sum + p, 0);
  const wrong = outcomes.filter(({ faults }) => faults.length > 0);
  const bands = wrong.length === 0 ? null : quoteBands(outcomes, ratePerHour, taxPercent);
  // In nine of ten such jobs nothing more is to be done.
  if (bands === null || wrong.reduce((sum, { p }) => sum + p, 0) < (1 - SOUND) * all)
    return { soFar, bands: null, likeliest: [] };
  return {
    soFar,
    bands,
    likeliest: wrong.slice(0, LIKELIEST).map((one) => ({
      keys: one.faults.map((f) => bench.catalogue.faults[f]!.key),
      p: one.p / all,
      bands: quoteBands([{ ...one, p: 1 }], ratePerHour, taxPercent),
    })),
  };
}
