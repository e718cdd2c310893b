import { CHECKS, checkOf } from '../checks/index.ts';
import { RUNNING } from '../engine/index.ts';
import type { NextCheck } from '../reason/plan.ts';
import { type Bench, epochOf } from './state.ts';

/** The check at which it is ticked what a run shows. */
export const SAYS_HOW = CHECKS.find((check) => check.takesSymptoms)!;

/** The state and heat of the last run that failed or was not reached since the last repair, where nobody said what it did; else null. */
export function failedUnsaid(bench: Bench): Pick<NextCheck, 'condition' | 'temperature'> | null {
  const epoch = epochOf(bench);
  const runs = bench.readings
    .filter(({ reading: { check }, assessment: { outcome }, epoch: then }) => {
      const { viaComplaint } = checkOf(check);
      return then === epoch && viaComplaint !== null && outcome === viaComplaint;
    })
    .map(({ event, reading }) => ({ ...reading, event }));
  // What does not even idle does not start, which is asked in other words.
  const notReached = bench.notPerformed.filter(
    (n) => n.epoch === epoch && n.because === 'not-reached' && RUNNING.includes(n.condition) && n.condition !== 'idle',
  );
  const last = [...runs, ...notReached].reduce<(typeof notReached)[number] | (typeof runs)[number] | null>(
    (a, b) => (a && a.event > b.event ? a : b),
    null,
  );
  if (!last) return null;
  const { condition, temperature } = last;
  const said = bench.readings.some(
    (r) =>
      r.event > last.event ||
      (r.epoch === epoch &&
        r.reading.check === SAYS_HOW.id &&
        r.reading.condition === condition &&
        (temperature !== 'hot' || r.reading.temperature === 'hot')),
  );
  return said ? null : { condition, temperature: temperature === 'hot' ? 'hot' : null };
}
