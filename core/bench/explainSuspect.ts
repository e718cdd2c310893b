import { IMPLIED_CRANKS } from '../reason/catalogue/instances.ts';
import { weightsOfEvidence } from '../reason/explain.ts';
import { currentReadings } from './currentReadings.ts';
import type { Bench } from './state.ts';

export interface Explanation {
  readonly key: string;
  readonly weights: readonly {
    readonly variable: string;
    readonly events: readonly number[];
    readonly decibans: number;
  }[];
  /** Ways to confirm it, each with what is still missing. */
  readonly missing: readonly (readonly {
    readonly check: string;
    readonly outcomes: readonly string[];
    readonly cylinder: number | null;
  }[])[];
}

/** What speaks for and against a suspect, and what would confirm it. @throws RangeError for a key not on this engine */
export function explainSuspect(bench: Bench, key: string): Explanation {
  const { faults, causesOf } = bench.catalogue;
  const index = faults.findIndex((fault) => fault.key === key);
  if (index < 0) throw new RangeError(`explainSuspect: no fault ${key} on this engine`);
  const read = currentReadings(bench);
  const routes = bench.planner().routes.filter((route) => route.fault === index);
  return {
    key,
    weights: weightsOfEvidence(bench.network, bench.belief, causesOf[index]!).filter(
      (w) => w.variable !== IMPLIED_CRANKS,
    ),
    missing: routes.map((route) =>
      route.needs
        .filter(
          ({ need, target }) =>
            !read.some(
              (r) =>
                r.reading.check === need.check &&
                r.reading.cylinder === target &&
                need.outcomes.includes(r.assessment.outcome ?? ''),
            ),
        )
        .map(({ need, target }) => ({ check: need.check, outcomes: need.outcomes, cylinder: target })),
    ),
  };
}
