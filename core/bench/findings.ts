import { clearsOf } from '../checks/clears.ts';
import { checkOf } from '../checks/index.ts';
import { findCondition, findRepairable } from '../faults/index.ts';
import { benchesBefore } from './bench.ts';
import { sightedAt } from './conditionWork.ts';
import { endedBy } from './endedBy.ts';
import type { Bench, MadeRepair } from './state.ts';
import { summarise } from './summary.ts';

/** What a repair was made for, and how sure that was when it was made. */
export interface Finding {
  readonly repair: MadeRepair;
  /** Events that proved the fault before it was touched; empty when it was repaired on suspicion. */
  readonly proof: readonly number[];
  /** P(fault) just before the repair. */
  readonly p: number;
  /** What to look at behind it, and the preventive step. */
  readonly behind: string | null;
}

/** Each repair of a job with the proof it stood on, from the record as it stands. */
export function findingsOf(bench: Bench): readonly Finding[] {
  let found = findings.get(bench);
  if (!found) {
    const befores = benchesBefore(
      bench,
      bench.repairs.map((repair) => repair.event),
    );
    found = bench.repairs.map((repair, i) => findingOf(befores[i]!, repair));
    findings.set(bench, found);
  }
  return found;
}

/** A record that did not grow was proven as it was. */
const findings = new WeakMap<Bench, readonly Finding[]>();

function findingOf(before: Bench, repair: MadeRepair): Finding {
  const summary = summarise(before);
  const condition = findCondition(repair.step.id);
  // One job may make an end of several that were proven.
  const proofs = summary.confirmed.filter((s) => endedBy(repair, s.fault)).flatMap((s) => s.proof);
  // A condition is proven by what showed it to the eye.
  const seen = condition ? [sightedAt(before, condition)].filter((event) => event > 0) : [];
  return {
    repair,
    proof: [...new Set(proofs.length > 0 ? proofs : seen)].sort((a, b) => a - b),
    p: Math.max(0, ...summary.suspects.filter((s) => endedBy(repair, s.key)).map((s) => s.p)),
    behind: findRepairable(repair.step.id)?.behind ?? null,
  };
}

/** A run of the whole machine, or what is made only as a re-test. */
const isRun = (check: string) => checkOf(check).takesSymptoms || !checkOf(check).proposed;

/** What the runs that showed the complaint gone could not show. */
export function notShown(bench: Bench): string[] {
  const last = bench.repairs.at(-1)?.event ?? 0;
  return [
    ...new Set(
      bench.readings
        .filter((r) => r.event > last && isRun(r.reading.check))
        .flatMap((r) => clearsOf(r.reading.check).cannotClear),
    ),
  ];
}
