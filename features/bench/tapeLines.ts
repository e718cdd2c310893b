import {
  type AlsoSeen,
  accessLabel,
  checkLabel,
  checkOf,
  notPerformedWords,
  type RawBeside,
  type RawCheckEvent,
  type RawEvent,
  type RawNotPerformedEvent,
  type RawSetUpEvent,
  readingText,
} from '@/core/index.ts';
import type { Person } from '@/db/people.ts';
import type { Unsent } from '@/features/record/client/keptRecord.ts';
import type { PrintedEvent } from '@/features/record/printedEvent.ts';

/** One line of the tape. */
export interface Line {
  readonly key: string;
  readonly number: number;
  readonly at: string;
  readonly who: string;
  readonly event: RawEvent;
  readonly sent: boolean;
  /** The clock it came from was wrong. */
  readonly timeDoubtful?: boolean | undefined;
  /** It was written in another shop. */
  readonly imported?: boolean | undefined;
  /** The number of the line that struck this one. */
  readonly struckBy: number | null;
}

/** What is printed and then what is on its way, numbered as it will be. */
export function linesOf(
  events: readonly PrintedEvent[],
  unsent: readonly Unsent[],
  people: readonly Person[],
): readonly Line[] {
  const name = (id: string) => people.find((p) => p.id === id)?.name ?? 'unknown';
  const struck = new Map<number, number>();
  const all = [
    ...events.map(({ id, seq, at, personId, event, timeDoubtful, imported }) => ({
      key: id,
      number: seq,
      at,
      timeDoubtful,
      imported,
      who: name(personId),
      event,
      sent: true,
    })),
    ...unsent
      .filter((u) => !events.some((e) => e.id === u.id))
      .map((u, i) => ({
        key: u.id,
        number: events.length + 1 + i,
        at: u.at,
        who: name(u.personId),
        event: u.event,
        sent: false,
      })),
  ];
  for (const { number, event } of all) if ('correct' in event) struck.set(event.correct, number);
  return all.map((line) => ({ ...line, struckBy: struck.get(line.number) ?? null }));
}

/** Parts that lie on the bench, by the line of each; a struck one does not. */
export function partsOnBench(lines: readonly { readonly seq: number; readonly event: RawEvent }[]) {
  const struck = new Set(lines.flatMap(({ event }) => ('correct' in event ? [event.correct] : [])));
  return lines.flatMap(({ seq, event }) => ('part' in event && !struck.has(seq) ? [{ line: seq, event }] : []));
}

/** What was seen besides when the machine was here last, and in which job. */
export interface SeenBefore {
  readonly job: number;
  readonly seen: readonly AlsoSeen[];
}

/** Whether a line was written down beside the tracing. */
export const isBeside = (event: RawEvent): event is RawBeside =>
  !('correct' in event) && [...BESIDE_STRUCK, 'seen', 'asked', 'photo'].some((key) => key in event);

/** Kinds of lines written beside the tracing that may be struck. */
const BESIDE_STRUCK = ['off', 'on', 'need', 'supply', 'approval', 'booked', 'sent', 'back', 'later'];

/** Whether a printed line has something that can be corrected: a note, a closing and a bare strike have not. */
export const correctable = (event: RawEvent): boolean =>
  'unmade' in event ||
  'work' in event ||
  'letIn' in event ||
  'waived' in event ||
  'setUp' in event ||
  'took' in event ||
  'part' in event ||
  'seen' in event ||
  BESIDE_STRUCK.some((key) => key in event) ||
  ('check' in event && event.check !== undefined) ||
  ('repair' in event && event.repair !== undefined);

/** The reading of a line, or null where it is none. */
export const checkOfLine = (event: RawEvent): RawCheckEvent | null =>
  'check' in event && event.check !== undefined ? (event as RawCheckEvent) : null;

export const accessKey = (event: { access: string; cylinder?: number | undefined }): string =>
  event.cylinder === undefined ? event.access : `${event.access}[${event.cylinder}]`;

/** What could not be made, and why. */
export function notPerformedText({ unmade, cylinder, condition, temperature, because }: RawNotPerformedEvent): string {
  const why = notPerformedWords({
    condition: condition ?? checkOf(unmade).states[0]!,
    temperature: temperature ?? null,
    because,
  });
  return `Not made: ${checkLabel(unmade, cylinder ?? null)}. ${why}.`;
}

/** What stands by itself until somebody looks. */
export const setUpText = ({ setUp }: RawSetUpEvent): string =>
  `Set up, to be looked at later: ${checkLabel(setUp, null)}.`;

/** What an event says, for a line about it. */
export function eventText(event: RawEvent): string {
  const check = checkOfLine(event);
  if (check) return `${checkLabel(check.check, check.cylinder ?? null)}, ${readingText(check)}`;
  if ('repair' in event && event.repair !== undefined) return 'the repair';
  if ('unmade' in event) return notPerformedText(event);
  if ('access' in event) return accessLabel(accessKey(event));
  if ('close' in event) return 'the closing';
  if ('engine' in event) return 'what was learnt of the engine';
  if ('setUp' in event) return setUpText(event);
  if ('heeded' in event) return 'the cautions';
  if ('took' in event) return 'the access';
  if ('part' in event) return 'the part on the bench';
  if ('seen' in event) return 'what was seen besides';
  if ('asked' in event || 'approval' in event) return 'what the customer said';
  if ('booked' in event) return 'the minutes booked';
  if ('off' in event) return `${event.off}, taken off`;
  if ('on' in event) return `line ${event.on}, put back`;
  if ('photo' in event) return 'the photo';
  if ('need' in event || 'supply' in event) return 'the part that is needed';
  if ('sent' in event || 'back' in event) return 'what was sent out';
  if ('later' in event) return 'what is to be done later';
  if ('work' in event || 'letIn' in event || 'waived' in event) return 'the work';
  return 'correct' in event ? 'the correction' : 'the note';
}

const MONTHS = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec'];

/** The time of day; with its date when that is not today. By hand: a browser's first use of `Intl` holds up a first reading by 50 ms. */
export function whenText(iso: string): string {
  const at = new Date(iso);
  const time = [at.getHours(), at.getMinutes()].map((n) => String(n).padStart(2, '0')).join(':');
  const isToday = at.toDateString() === new Date().toDateString();
  return isToday ? time : `${at.getDate()} ${MONTHS[at.getMonth()]}, ${time}`;
}
