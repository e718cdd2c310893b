import type { EngineFigureName, EngineFigures, EngineWords } from '../engine/index.ts';
import type { Rules } from '../house/rules.ts';
import type { Reading } from './reading.ts';

/** What a check can say, first the one a sound machine gives. */
export interface Outcome<Id extends string = string> {
  readonly id: Id;
  readonly label: string;
}

export interface AssessContext {
  readonly engine: EngineWords;
  readonly figures: EngineFigures;
  readonly rules: Rules;
  /** Where it was taken; the shop's own height where it is not said. */
  readonly ambient: { readonly altitudeM?: number | undefined; readonly temperatureC?: number | undefined };
  /** How long it runs before it fails, as the customer says [min]; null or left out where he did not. */
  readonly failsAfterMin?: number | null;
  /** The same check on the other cylinder, if taken since the last repair: twins are compared. */
  readonly twin?: Reading;
}

export interface ComputedQuantity {
  readonly value: number;
  readonly unit: string;
  readonly plusMinus?: number;
}

/** One limit held against a reading, with where it came from. */
export interface Limit {
  readonly name: string;
  readonly value: number;
  readonly unit: string;
  readonly source: string;
}

/**
 * What a reading says. `weights` is the likelihood of the reading under each outcome, per part of the check ('' where it has
 * only one): the reasoner takes these, so that a figure on the limit counts half for each side.
 */
export interface Assessment {
  /** Null: the reading cannot tell. */
  readonly outcome: string | null;
  readonly weights: Readonly<Record<string, Readonly<Record<string, number>>>>;
  /** 0 sound .. 1 as bad as it gets; null where there is nothing to grade. */
  readonly severity: number | null;
  readonly tooCloseToCall: boolean;
  readonly quantities: Readonly<Record<string, ComputedQuantity>>;
  readonly missing: readonly { readonly name: string; readonly reason: string }[];
  readonly limits: readonly Limit[];
  /** Parts the reading points at, in plain words. */
  readonly points: readonly string[];
  /** Machine-readable remarks; wording lives in `core/wording.ts`. */
  readonly remarks: readonly string[];
}

/** Nothing known yet: spread from this. */
export const EMPTY_ASSESSMENT: Assessment = {
  outcome: null,
  weights: {},
  severity: null,
  tooCloseToCall: false,
  quantities: {},
  missing: [],
  limits: [],
  points: [],
  remarks: [],
};

/** The assessment of a plain outcome: it counts for itself. */
export function plainOutcome(outcomes: readonly Outcome[], outcome: string | null): Assessment {
  const index = outcomes.findIndex((o) => o.id === outcome);
  return {
    ...EMPTY_ASSESSMENT,
    outcome,
    weights: outcome === null ? {} : { '': { [outcome]: 1 } },
    severity: index < 0 ? null : outcomes.length > 1 ? index / (outcomes.length - 1) : 0,
  };
}

/** A rule as it is printed beside a verdict. */
export function limitOf(name: string, rules: Rules, key: keyof Rules): Limit {
  const { value, unit, source, note } = rules[key];
  return { name, value, unit, source: `${source}: ${note}` };
}

/**
 * From and to of a range by the engine sheet where that has both, else by the house: half a range is none.
 * @param unit of both, in which the sheet and the rules keep them
 * @param of put before their names, where a check has several ranges
 */
export function windowBy(
  figures: EngineFigures,
  rules: Rules,
  [sheetLow, sheetHigh]: readonly [EngineFigureName, EngineFigureName],
  [ruleLow, ruleHigh]: readonly [keyof Rules, keyof Rules],
  unit: string,
  of = '',
): { readonly low: number; readonly high: number; readonly limits: readonly Limit[] } {
  const [low, high] = [figures[sheetLow], figures[sheetHigh]];
  const [from, to] = [`${of}from`, `${of}to`];
  if (typeof low === 'number' && typeof high === 'number')
    return {
      low,
      high,
      limits: [
        { name: from, value: low, unit, source: 'engine sheet' },
        { name: to, value: high, unit, source: 'engine sheet' },
      ],
    };
  return {
    low: rules[ruleLow].value,
    high: rules[ruleHigh].value,
    limits: [limitOf(from, rules, ruleLow), limitOf(to, rules, ruleHigh)],
  };
}

/** The outcome with the greatest weight, or null when nothing has any. */
export function heaviest(weights: Readonly<Record<string, number>>): string | null {
  let best: string | null = null;
  for (const [outcome, weight] of Object.entries(weights)) {
    if (weight > 0 && (best === null || weight > weights[best]!)) best = outcome;
  }
  return best;
}

/** Short form for outcome lists. */
export function outcomes<const Id extends string>(spec: Readonly<Record<Id, string>>): readonly Outcome<Id>[] {
  return (Object.entries(spec) as [Id, string][]).map(([id, label]) => ({ id, label }));
}
