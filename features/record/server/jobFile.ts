import 'server-only';
import { type Case, type InputIssue, type RawCase, type RawEvent, readCase } from '@/core/index.ts';
import type { RecordedEvent } from '@/db/jobs.ts';
import type { Person } from '@/db/people.ts';
import type { CaseHeadFile, PrintedEvent } from '../printedEvent.ts';

export interface JobFile {
  readonly head: CaseHeadFile;
  readonly events: readonly PrintedEvent[];
}

/** A job's record as a case file: the complaint is the head, everything after it the events. @throws Error for a record without complaint */
export function jobFileOf(record: readonly RecordedEvent[]): JobFile {
  const [complaint, ...events] = record;
  if (complaint?.kind !== 'complaint') throw new Error('a job without its complaint');
  return {
    head: complaint.payload as CaseHeadFile,
    events: events.map(printedOf),
  };
}

export const printedOf = ({ id, seq, kind, personId, at, payload }: RecordedEvent): PrintedEvent => ({
  id,
  seq,
  kind,
  personId,
  at: at.toISOString(),
  event: payload as RawEvent,
});

/** The case behind a job file. @throws Error when a stored record is not a case, which the door makes impossible */
export function caseOf({ head, events }: JobFile): Case {
  const read = readCase({ ...head, events: events.map((e) => e.event) });
  if (!read.ok) throw new Error(`stored record is not a case: ${said(read.issues)}`);
  return read.value;
}

/** The whole job as a case file, each event with its id, its time and who. */
export function caseFileOf({ head, events }: JobFile, people: readonly Person[]): RawCase {
  const name = (id: string) => people.find((p) => p.id === id)?.name;
  return {
    ...head,
    events: events.map(
      ({ id, at, personId, event }) =>
        ({ ...event, id, at, ...(name(personId) ? { by: name(personId) } : {}) }) as RawEvent,
    ),
  };
}

export const said = (issues: readonly InputIssue[]) => issues.map((i) => `${i.path}: ${i.message}`).join('; ');
