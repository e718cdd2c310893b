import { staysAfter } from '../faults/carburettor.ts';
import { instanceKey } from '../machine/key.ts';
import type { StandingReading } from '../reason/standing.ts';
import type { Bench } from './state.ts';

/**
 * Readings that still speak of the engine as it is: taken since the last repair that changed what they see. A coil measured
 * before the battery was replaced is still that coil.
 */
export function currentReadings(bench: Bench): StandingReading[] {
  return bench.readings.filter((r) => {
    const variable = instanceKey(r.reading.check, r.reading.cylinder);
    if (!bench.network.hasVariable(variable)) return false;
    return !bench.repairs.some(
      (repair) =>
        repair.event > r.event &&
        repair.step.action !== 'bypassed' &&
        keysWorkedOn(bench, repair).some((key) => touchedBy(bench, variable, key)),
    );
  });
}

/** The faults a repair was made on. */
const keysWorkedOn = ({ catalogue }: Bench, { key, step: { did } }: Bench['repairs'][number]): readonly string[] =>
  did === undefined ? [key] : catalogue.faults.filter((f) => staysAfter(f.definition.id, did) < 1).map((f) => f.key);

/** Whether a fault, at any of its levels, or a condition changes what a check sees. */
function touchedBy(
  { network, catalogue: { faults, causes, causesOf } }: Bench,
  variable: string,
  key: string,
): boolean {
  const { touches } = network.variable(variable);
  const levels = causesOf[faults.findIndex((fault) => fault.key === key)] ?? [];
  return touches.includes(key) || levels.some((cause) => touches.includes(causes[cause]!.key));
}
