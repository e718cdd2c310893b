import { checkOf, type Reading } from '../checks/index.ts';
import type { Symptom } from '../complaint/symptoms.ts';
import type { StandingReading } from '../reason/standing.ts';
import type { Bench } from './state.ts';

/** What an exhaust full of fuel does until it has burnt out; common practice, no source. */
const SETTLES: readonly Symptom[] = ['smoke-white', 'smoke-blue', 'smoke-black', 'pops-exhaust'];
const SETTLED_AFTER_MIN = 10;
const FLOODED: readonly string[] = ['oil.fuel-diluted', 'turn.hydrolock-fuel'];

/** The event that put a flooded engine right last; 0 where none did. */
const driedAt = ({ repairs }: Pick<Bench, 'repairs'>): number =>
  Math.max(0, ...repairs.filter((r) => FLOODED.includes(r.step.id)).map((r) => r.event));

const ranIn = (readings: readonly StandingReading[], since: number): boolean =>
  readings.some(
    ({ event, reading }) =>
      event > since &&
      checkOf(reading.check).warmsUp &&
      typeof reading.fields.minutes === 'number' &&
      reading.fields.minutes >= 60 * SETTLED_AFTER_MIN,
  );

/** Of what a run shows, what is no fault yet: smoke and popping of an engine that was flooded, before it has run ten minutes. */
export function settlingIn(
  bench: Pick<Bench, 'repairs' | 'readings'>,
  { symptoms }: Pick<Reading, 'symptoms'>,
): readonly Symptom[] {
  const since = driedAt(bench);
  return since > 0 && symptoms !== null && !ranIn(bench.readings, since)
    ? SETTLES.filter((symptom) => symptoms.includes(symptom))
    : [];
}

/** Whether the last run showed nothing but that, and it is to be looked at again. */
export function isSettling(bench: Bench): boolean {
  const since = driedAt(bench);
  const last = bench.readings.findLast((r) => r.reading.symptoms !== null);
  if (!last || since === 0 || last.event < since || ranIn(bench.readings, since)) return false;
  const { symptoms } = last.reading;
  return symptoms !== null && symptoms.length > 0 && symptoms.every((s) => (SETTLES as readonly string[]).includes(s));
}
