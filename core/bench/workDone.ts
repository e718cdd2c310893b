import { findFault } from '../faults/index.ts';
import { instanceKey, splitKey } from '../machine/key.ts';
import type { PartId } from '../machine/parts.ts';
import { fittedBypasses } from './fitted.ts';
import type { Bench } from './state.ts';

/** Whether a repair has left a charged battery. */
export const isCharged = ({ repairs }: Pick<Bench, 'repairs'>): boolean =>
  repairs.some(({ key, step }) => step.action !== 'bypassed' && findFault(splitKey(key).id)?.leavesCharged === true);

/** What was set in this job, as the checks that measure it. */
export const adjustedIn = ({ repairs }: Pick<Bench, 'repairs'>): ReadonlySet<string> =>
  new Set(
    repairs.flatMap(({ key, step }) => {
      const { id, cylinder } = splitKey(key);
      const fault = findFault(id);
      return step.action === 'adjusted' && fault ? [instanceKey(fault.repair.retest, cylinder)] : [];
    }),
  );

/** A jumper goes round all of it, whatever in it is at fault. */
const GONE_ROUND_WHOLE: readonly PartId[] = ['relay', 'solenoid', 'interlocks'];

/** The faults that the bypasses on the machine go round, by key, sorted. */
export const goneRound = (bench: Bench): readonly string[] => {
  const fitted = fittedBypasses(bench).map(({ key }) => key);
  const whole = new Set(
    fitted.flatMap((key) => findFault(splitKey(key).id)?.part ?? []).filter((part) => GONE_ROUND_WHOLE.includes(part)),
  );
  return bench.catalogue.faults
    .filter(({ key, definition }) => fitted.includes(key) || whole.has(definition.part))
    .map(({ key }) => key)
    .sort();
};
