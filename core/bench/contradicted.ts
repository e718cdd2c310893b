import { instanceKey } from '../machine/key.ts';
import { neededOn } from '../reason/needs.ts';
import { type Bench, epochOf } from './state.ts';
import type { BenchSummary } from './summary.ts';

/** A first suspect believed this much is worth a third look where two looks disagree. */
const WORTH_A_LOOK = 0.25;
/** After so many looks that do not agree one more tells nothing. */
const LOOKS = 4;

/**
 * The check that would prove the first suspect and contradicts itself: once it was there, once it was not. One of the two was misread, or the fault
 * comes and goes; another look tells which, and nothing else does as soon.
 * @returns its key, or null where there is none
 */
export function contradictedProof(
  bench: Bench,
  { suspects, confirmed }: Pick<BenchSummary, 'suspects' | 'confirmed'>,
): string | null {
  const [first] = suspects;
  const fault = first && bench.catalogue.faults.find((f) => f.key === first.key);
  if (!fault || first.p < WORTH_A_LOOK || confirmed.length > 0) return null;
  const { checks, engine } = bench.catalogue;
  const cylinders = Array.from({ length: engine.cylinders }, (_, i) => i + 1);
  const epoch = epochOf(bench);
  for (const need of fault.definition.confirmedBy.flat()) {
    const ofCylinder = checks.find((c) => c.check.id === need.check)?.cylinder != null;
    for (const target of neededOn(need, ofCylinder, fault.cylinder, cylinders)) {
      const key = instanceKey(need.check, target);
      const looks = bench.readings.filter(
        ({ reading, epoch: of }) => of === epoch && reading.check === need.check && reading.cylinder === target,
      );
      if (bench.belief.groups.get(key)?.inConflict && looks.length < LOOKS) return key;
    }
  }
  return null;
}
