import 'server-only';
import {
  advance,
  type Bench,
  type BenchSummary,
  type Case,
  type EngineWords,
  type InputIssue,
  type JobEvent,
  nextChecks,
  type Plan,
  type RawCase,
  type RawEvent,
  readCase,
  readEvent,
  replayAll,
  summarise,
} from '@/core/index.ts';
import type { RecordedEvent } from '@/db/jobs.ts';
import type { Person } from '@/db/people.ts';
import type { CaseHeadFile, PrintedEvent, Stand } from '../printedEvent.ts';
import { keepWarm } from './keepWarm.ts';

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

const KEPT_BENCHES = 40;
const benches = new Map<string, Bench>();

/** The bench of a job after so many events, where it is kept. */
export const keptBench = (jobId: string, events: number): Bench | undefined => benches.get(`${jobId}/${events}`);

/** The bench of a job, replayed or gone on with; the last few are kept, since a record of that length never changes. */
export function benchOf(jobId: string, file: JobFile): Bench {
  keepWarm(file.head);
  const key = `${jobId}/${file.events.length}`;
  let bench = benches.get(key);
  if (!bench) {
    const before = keptBench(jobId, file.events.length - 1);
    bench = before ? advance(before, storedEvent(file.events.at(-1)!, before.head.engine)) : replayed(caseOf(file));
    if (benches.size >= KEPT_BENCHES) benches.delete(benches.keys().next().value!);
  }
  benches.delete(key);
  benches.set(key, bench);
  return bench;
}

const replayed = (whole: Case): Bench => replayAll(whole, whole.events);

/** @throws Error when a stored event is not one, which the door makes impossible */
function storedEvent({ event, seq }: PrintedEvent, engine: EngineWords): JobEvent {
  const read = readEvent(event, `$.events[${seq - 1}]`, engine);
  if (!read.ok) throw new Error(`stored event does not read: ${said(read.issues)}`);
  return read.value;
}

const stands = new WeakMap<Bench, { readonly summary: BenchSummary; readonly plan: Plan }>();

/** Where a bench stands and what to check next; worked out once for each bench. */
export function standOf(bench: Bench): { readonly summary: BenchSummary; readonly plan: Plan } {
  let stand = stands.get(bench);
  if (!stand) {
    const summary = summarise(bench);
    stand = { summary, plan: nextChecks(bench, summary) };
    stands.set(bench, stand);
  }
  return stand;
}

/** Where a bench stands, as a page is told: what the worker would say of the same record. */
export function toldOf(bench: Bench): Stand {
  const { printed, readings, open, repairs } = bench;
  return { ...standOf(bench), events: printed.length, readings, open: [...open], repairs };
}
