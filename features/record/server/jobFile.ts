import 'server-only';
import {
  amissIn,
  type Case,
  type EngineKnown,
  type InputIssue,
  type JobEvent,
  learnt,
  type RawCase,
  type RawEvent,
  readCase,
  readEvent,
} from '@/core/index.ts';
import type { RecordedEvent } from '@/db/jobs.ts';
import type { Person } from '@/db/people.ts';
import type { CaseHeadFile, PrintedEvent } from '../printedEvent.ts';

export interface JobFile {
  readonly head: CaseHeadFile;
  readonly events: readonly PrintedEvent[];
  /** The events as this version reads them. */
  readonly read: readonly JobEvent[];
  /** What is known of the engine at its end. */
  readonly known: EngineKnown;
}

/** A record this version cannot read at all: the job is shown as such, and nothing of it is touched. */
export class UnreadableRecord extends Error {
  constructor(
    message: string,
    readonly eventCount: number,
  ) {
    super(message);
  }
}

/** What comes of a record, or why it cannot be read. */
export async function unlessUnread<T>(work: () => Promise<T>): Promise<T | { readonly unread: string }> {
  try {
    return await work();
  } catch (error) {
    if (error instanceof UnreadableRecord) return { unread: error.message };
    throw error;
  }
}

const NOTE_LETTERS = 400;

/**
 * A job's record as a case file: the complaint is the head, everything after it the events. What stands in a record stays in it: a line
 * that today's catalogue does not take is printed as a note of what it said, and weighs nothing.
 * @throws UnreadableRecord for a record without a complaint that can be read
 */
export function jobFileOf([complaint, ...events]: readonly RecordedEvent[]): JobFile {
  if (complaint?.kind !== 'complaint') throw new UnreadableRecord('it has no complaint', events.length);
  const head = complaint.payload as CaseHeadFile;
  const opened = readCase({ ...head, events: [] });
  if (!opened.ok) throw new UnreadableRecord(`its complaint: ${said(opened.issues)}`, events.length);
  const { engine, figures } = opened.value;
  return goneOn({ head, events: [], read: [], known: { engine, figures } }, events);
}

/** A record some lines later: only those are read. */
export function goneOn(before: JobFile, fresh: readonly RecordedEvent[]): JobFile {
  const events = [...before.events];
  const read = [...before.read];
  let { known } = before;
  for (const each of fresh) {
    const event = readEvent(each.payload, '$', known.engine, known.figures);
    const refused = event.ok ? speaksOfNothing(event.value, read) : said(event.issues);
    if (event.ok && refused === null) {
      read.push(event.value);
      events.push(printedOf(each));
      if (event.value.kind === 'engine') known = learnt(known, event.value.learnt);
    } else {
      const note = kept(each.payload, refused!);
      read.push({ kind: 'note', note: note.note });
      events.push({ ...printedOf(each), event: note });
    }
  }
  return { head: before.head, events, read, known };
}

const speaksOfNothing = (event: JobEvent, before: readonly JobEvent[]): string | null =>
  amissIn(event, before, '$')?.message ?? null;

const kept = (payload: unknown, why: string) => ({
  note: `Kept as it was written; this version does not take it (${why}): ${JSON.stringify(payload)}`.slice(
    0,
    NOTE_LETTERS,
  ),
});

export const printedOf = ({
  id,
  seq,
  kind,
  personId,
  at,
  timeDoubtful,
  imported,
  payload,
}: RecordedEvent): PrintedEvent => ({
  id,
  seq,
  kind,
  personId,
  at: at.toISOString(),
  ...(timeDoubtful ? { timeDoubtful } : {}),
  ...(imported ? { imported } : {}),
  event: payload as RawEvent,
});

/** The case behind a job file. @throws Error when a stored record is not a case, which `jobFileOf` makes impossible */
export function caseOf({ head, events }: Pick<JobFile, 'head' | 'events'>): Case {
  const read = readCase({ ...head, events: events.map((e) => e.event) });
  if (!read.ok) throw new UnreadableRecord(said(read.issues), events.length);
  return read.value;
}

/** The whole job as a case file, each event as it was written, with its id, its time and who. */
export function caseFileOf([complaint, ...events]: readonly RecordedEvent[], people: readonly Person[]): RawCase {
  const name = (id: string) => people.find((p) => p.id === id)?.name;
  return {
    ...(complaint!.payload as CaseHeadFile),
    events: events.map(
      ({ id, at, personId, payload }) =>
        ({
          ...(payload as RawEvent),
          id,
          at: at.toISOString(),
          ...(name(personId) ? { by: name(personId) } : {}),
        }) as RawEvent,
    ),
  };
}

export const said = (issues: readonly InputIssue[]) => issues.map((i) => `${i.path}: ${i.message}`).join('; ');
