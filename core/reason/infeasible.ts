import type { NotPerformed } from '../casefile/index.ts';
import { DEMANDING, RUNNING, type RunningState, type Temperature } from '../engine/index.ts';
import type { CheckInstance } from './catalogue/instances.ts';
import type { StandingReading } from './standing.ts';

/** A check that could not be made, as the record has it: the event that says so, and the repairs made before. */
export interface Infeasible extends NotPerformed {
  readonly event: number;
  readonly epoch: number;
}

/** Whether a check in a state and heat is one of those that cannot be made. */
export type IsInfeasible = (
  instance: Pick<CheckInstance, 'check' | 'cylinder'>,
  state: RunningState,
  temperature: Temperature | null,
) => boolean;

/**
 * What cannot be made as things stand. An engine that does not come to one state comes to none that asks more of it, until the next repair or
 * until something is read there after all; what nobody gets at is out until it is read after all.
 */
export function infeasibleBy(
  notPerformed: readonly Infeasible[],
  readings: readonly StandingReading[],
  epoch: number,
): IsInfeasible {
  const later = (event: number, of: (r: StandingReading) => boolean) => readings.some((r) => r.event > event && of(r));
  const standing = notPerformed.filter((b) =>
    b.because === 'not-reached'
      ? b.epoch === epoch &&
        !later(b.event, ({ reading }) => RUNNING.includes(reading.condition) && reaches(reading, b))
      : !later(b.event, ({ reading }) => reading.check === b.check),
  );
  return ({ check, cylinder }, state, temperature) =>
    standing.some((b) =>
      b.because === 'not-reached'
        ? asksNoLess(check.id === b.check ? state : triedIn(check, state), b.condition) &&
          (b.temperature !== 'hot' || temperature === 'hot')
        : check.id === b.check && (b.cylinder === null || b.cylinder === cylinder),
    );
}

/** What is tried to see whether the engine then comes to a state needs only that it starts. */
const triedIn = ({ needsOnlyStart }: CheckInstance['check'], state: RunningState): RunningState =>
  needsOnlyStart && RUNNING.includes(state) ? 'idle' : state;

const asksNoLess = (state: RunningState, than: RunningState) =>
  DEMANDING.includes(state) && DEMANDING.indexOf(state) >= DEMANDING.indexOf(than);

const reaches = (
  { condition, temperature }: { readonly condition: RunningState; readonly temperature: Temperature | null },
  infeasible: Infeasible,
) => asksNoLess(condition, infeasible.condition) && (infeasible.temperature !== 'hot' || temperature === 'hot');
