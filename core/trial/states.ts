import { type Bench, isInfeasible } from '../bench/index.ts';
import { CHECKS, type CheckDefinition, checkOf } from '../checks/index.ts';
import { DEMANDING } from '../engine/index.ts';
import { chargePercent } from '../measure/battery.ts';
import type { Mower } from '../mower/machine.ts';
import type { Asked } from '../mower/simulateCheck.ts';
import { cranks, starts, type View } from '../mower/tell.ts';
import { needsToRun } from './policy.ts';
import { sinceRepair } from './sound.ts';

/** A check of the machine in the first state it is made in, by what it is made for. */
export function madeFor(isMeant: (check: CheckDefinition) => boolean): Asked {
  const { id, states } = CHECKS.find(isMeant)!;
  return { check: id, cylinder: null, condition: states[0]!, temperature: null };
}
/** Hands-on minutes of putting a battery on the charger and off [M]. */
export const CHARGING_MIN = 3;
const TESTER_PERCENT = 75;
export const CHARGE = madeFor((check) => check.tellsCharge);
export const wantsCharge = ({ m }: View): boolean =>
  !m.battery.cellGone && chargePercent(m.battery.openVolts) < TESTER_PERCENT;

/** More fuel in the oil than this is smelt on the dipstick [share] [M]. */
const THINNED = 0.05;
export const isUntreated = (m: Mower): boolean => m.oil.fuelShare > THINNED || m.cylinders.some((c) => c.liquidMl > 0);

export const dry = (m: Mower, drained: boolean): Mower => {
  if (drained) for (const c of m.cylinders) c.liquidMl = 0;
  return m;
};

/** Whether the engine can be brought to the state a check is made in; what belongs to the cranking circuit needs the key alone. */
export function canMake(view: View, asked: Asked): boolean {
  const check = checkOf(asked.check);
  // What a run shows is not seen on an engine that does not start.
  if (check.takesSymptoms) return needsToRun(asked) ? starts(view, false) : cranks(view, false);
  const hot = asked.temperature === 'hot';
  // What is tried to see whether it then runs needs no more than a start.
  if (check.needsOnlyStart && asked.condition !== 'cranking') return starts(view, false);
  if (check.mayDieInIt) return starts(view, false);
  if (needsToRun(asked) || hot)
    return starts(view, false) && (!needsToRun(asked) || view.going(asked.condition, hot).runs);
  if (asked.condition === 'cranking' && check.impliesState) return cranks(view, hot);
  return true;
}

/** What is seen when it cannot: how it cranks, that it does not start, or how it fails to get there. */
export function insteadOf(view: View, asked: Asked): Asked {
  const seen = SEEN_INSTEAD[cranks(view, false) ? 'it-cranks' : 'it-does-not-crank'];
  if (!needsToRun(asked) || !starts(view, false)) return seen;
  // Whoever runs it hot and sees it die has seen how.
  return { ...seen, condition: asked.condition, temperature: asked.temperature === 'hot' ? 'hot' : null };
}
const seenInstead = (what: CheckDefinition['seenInstead']): Asked => ({
  ...madeFor((check) => check.seenInstead === what),
  condition: 'cranking',
});
const SEEN_INSTEAD = { 'it-cranks': seenInstead('it-cranks'), 'it-does-not-crank': seenInstead('it-does-not-crank') };

/** It is written down already, since the last repair, that the engine does not come to that state. */
export const wasInVain = (bench: Bench, view: View, asked: Asked): boolean =>
  !canMake(view, asked) && isInfeasible(bench, asked);

/** The engine does not come to that state; what is made on a standing hot one wants it to run first. */
export const notPerformedOf = (view: View, { check, condition, temperature }: Asked): unknown =>
  DEMANDING.includes(condition) && (condition === 'cranking' || starts(view, false))
    ? { unmade: check, condition, ...(temperature === 'hot' ? { temperature } : {}), because: 'not-reached' }
    : { unmade: SEEN_INSTEAD['it-cranks'].check, condition: 'idle', because: 'not-reached' };

/** That check was made since the last repair, in that heat. */
export const wasSeen = (bench: Bench, { check, temperature }: Asked) =>
  bench.readings.some(
    (r) =>
      r.event > sinceRepair(bench) &&
      r.reading.check === check &&
      (temperature !== 'hot' || r.reading.temperature === 'hot'),
  );
