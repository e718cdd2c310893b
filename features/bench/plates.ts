import {
  CHECKS,
  type CheckDefinition,
  checkOf,
  type EngineWords,
  leadingSide,
  type NextCheck,
  type Plan,
  type RawCheckEvent,
} from '@/core/index.ts';
import type { PrintedEvent } from '@/features/record/printedEvent.ts';
import type { PlateCheck } from './plateCheck.ts';

/** Two sides nearer than this in minutes saved are a tie. */
const TIE_MIN = 0.75;

const BLANK = { from: null, retest: false, replaces: null, temperature: null, pair: false } as const;

/** The check in which what the engine does is ticked. */
const LISTENING = CHECKS.find((check) => check.takesSymptoms)!;

/** With nothing worth a check, running it and listening is what is left. */
export const NOTHING_PLANNED: PlateCheck = {
  ...BLANK,
  check: LISTENING.id,
  cylinder: null,
  condition: LISTENING.states[0]!,
};

/** The same check on the other side, while neither side is ahead in it. */
export function twinOf(entry: NextCheck, next: readonly NextCheck[]): NextCheck | undefined {
  return entry.cylinder === null || entry.why.code === 'retest' || entry.why.code === 'again'
    ? undefined
    : next.find(
        (other) =>
          other.check === entry.check &&
          other.cylinder !== entry.cylinder &&
          Math.abs(other.minutesSaved - entry.minutesSaved) < TIE_MIN,
      );
}

/** A check of the plan on the plate; both cylinders at once while the side is unknown. */
export function plannedPlate(entry: NextCheck, plan: Plan, sides: readonly number[]): PlateCheck {
  const pair = twinOf(entry, plan.next) !== undefined && leadingSide(sides) === null;
  return {
    check: entry.check,
    cylinder: pair ? null : entry.cylinder,
    pair,
    condition: entry.condition,
    temperature: entry.temperature,
    from: entry,
    retest: entry.why.code === 'retest',
    replaces: null,
  };
}

/** Any check at all, on the side asked for, else the suspected one, else both. */
export function pickedPlate(
  check: CheckDefinition,
  cylinder: number | null,
  engine: EngineWords,
  sides: readonly number[],
): PlateCheck {
  const bilateral = check.scope === 'cylinder';
  const side = !bilateral ? null : engine.cylinders === 1 ? 1 : (cylinder ?? leadingSide(sides));
  return { ...BLANK, check: check.id, cylinder: side, pair: bilateral && side === null, condition: check.states[0]! };
}

/** The check of a printed line again, in its place. */
export function replacingPlate(number: number, event: RawCheckEvent): PlateCheck {
  return {
    ...BLANK,
    check: event.check,
    cylinder: event.cylinder ?? null,
    condition: event.condition ?? checkOf(event.check).states[0]!,
    temperature: event.temperature ?? null,
    retest: event.retest === true,
    replaces: number,
  };
}

/** A line of the tape by its number, sent or not. */
export type TapeEvent = Pick<PrintedEvent, 'seq' | 'event'> & Partial<Pick<PrintedEvent, 'at'>>;

/** The line under which a line was printed last, once it was struck and taken again. */
export function printedLast(events: readonly TapeEvent[], number: number): number {
  const correction = events.findLast(({ event }) => 'correct' in event && event.correct === number);
  return correction ? printedLast(events, correction.seq) : number;
}

/** What stands in a printed line: the line itself, or what the last correction put in its place; null once it is struck. */
export function standingReading(events: readonly TapeEvent[], number: number): RawCheckEvent | null {
  const correction = events.findLast(({ event }) => 'correct' in event && event.correct === number);
  if (correction) return standingReading(events, correction.seq);
  const event = events.find((e) => e.seq === number)?.event;
  return event && 'check' in event && event.check !== undefined ? (event as RawCheckEvent) : null;
}
