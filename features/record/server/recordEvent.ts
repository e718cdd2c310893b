import 'server-only';
import { z } from 'zod';
import {
  type CloseBlocker,
  correctionIssue,
  DEFAULT_HOUSE,
  type InputIssue,
  issuesOf,
  type JobEvent,
  readEvent,
  summarise,
} from '@/core/index.ts';
import type { Connection, Database } from '@/db/client.ts';
import { appendEvent, eventsOf } from '@/db/jobs.ts';
import { learnOfAccess, learnOfEngine } from '@/db/machines.ts';
import { newEvent } from '@/db/newEvent.ts';
import { everyPerson } from '@/db/people.ts';
import { knownAfter } from '../knownAfter.ts';
import type { PrintedEvent } from '../printedEvent.ts';
import { benchOf } from './benches.ts';
import { type JobFile, jobFileOf, printedOf } from './jobFile.ts';

const bodySchema = z.strictObject({
  id: z.string().regex(/^[\w-]{8,36}$/, 'an id of 8 to 36 letters, digits, - or _'),
  personId: z.string().max(36),
  at: z.iso.datetime({ offset: true }),
  /** The last event the sender knew of. */
  known: z.number().int().min(0),
  event: z.unknown(),
});

export type Recorded =
  | {
      readonly ok: true;
      readonly seq: number;
      readonly duplicate: boolean;
      readonly events: readonly PrintedEvent[];
    }
  | {
      readonly ok: false;
      readonly status: 400 | 404 | 409 | 422;
      readonly code: string;
      readonly issues: readonly InputIssue[];
      readonly blockers?: readonly CloseBlocker[];
    };

const refusal = (status: 400 | 404 | 409 | 422, code: string, ...issues: InputIssue[]): Recorded => ({
  ok: false,
  status,
  code,
  issues,
});

/** A reading dated further ahead than this comes from a clock that is wrong. One from long ago was merely kept and sent late. */
const AHEAD_MS = 24 * 3600_000;
const TRIES = 4;

/**
 * Takes down one event of a job. The same id twice is one event. Nothing is written unless the whole event is sound, and
 * it is on disk when this answers.
 */
export async function recordEvent(db: Database, jobId: string, raw: unknown, now: Date): Promise<Recorded> {
  const body = bodySchema.safeParse(raw);
  if (!body.success) return { ok: false, status: 400, code: 'not-an-event', issues: issuesOf(body.error, '$') };
  const { id, personId, at, known } = body.data;
  if (new Date(at).getTime() - now.getTime() > AHEAD_MS)
    return refusal(422, 'clock', { path: '$.at', message: 'the clock of this device is more than a day ahead' });
  const [people, first] = await Promise.all([everyPerson(db), eventsOf(db, jobId)]);
  if (!people.some((p) => p.id === personId))
    return refusal(422, 'who', { path: '$.personId', message: 'nobody of that id works here: pick who you are' });
  let record = first;
  for (let attempt = 0; attempt < TRIES; attempt++) {
    if (record.length === 0) return refusal(404, 'no-such-job', { path: '$', message: 'there is no such job' });
    const file = jobFileOf(record);
    const after = (events: readonly PrintedEvent[]) => events.filter((e) => e.seq > known);
    const already = file.events.find((e) => e.id === id);
    if (already) return { ok: true, seq: already.seq, duplicate: true, events: after(file.events) };
    const { engine, figures } = knownAfter(file);
    const read = readEvent(body.data.event, '$.event', engine, figures);
    if (!read.ok) return { ok: false, status: 422, code: 'refused', issues: read.issues };
    const refused = refusedBy(read.value, jobId, file);
    if (refused) return refused;
    const row = newEvent(read.value, body.data.event, {
      id,
      personId,
      at: new Date(at),
      // A reading is judged by the sheet as it was last learnt in this job.
      sheetVersion: record.findLast((e) => e.kind === 'complaint' || e.kind === 'engine')!.sheetVersion,
      engine,
      house: { ...DEFAULT_HOUSE, ...file.head.house },
    });
    const appended = await appendEvent(
      db,
      jobId,
      row,
      now,
      dependsOnRecord(read.value) ? file.events.length + 1 : undefined,
      learntOf(read.value, { personId, at: new Date(at) }),
    );
    if (appended.ok) return { ...appended, events: after((await eventsOf(db, jobId, known)).map(printedOf)) };
    if (appended.code !== 'moved-on') {
      const words = {
        closed: 'this job is closed',
        'no-such-job': 'there is no such job',
        'other-job': 'that id belongs to another job',
      }[appended.code];
      return refusal(appended.code === 'no-such-job' ? 404 : 409, appended.code, { path: '$', message: words });
    }
    record = await eventsOf(db, jobId);
  }
  return refusal(409, 'busy', { path: '$', message: 'others are writing to this job right now: try again' });
}

/** What was learnt of the engine is kept on its sheet, for the next job on such an engine; of its access, with the machine. */
function learntOf(event: JobEvent, { personId, at }: { readonly personId: string; readonly at: Date }) {
  if (event.kind === 'engine')
    return async (tx: Connection, machineId: string) =>
      learnOfEngine(tx, machineId, event.learnt, { source: event.source ?? 'memory', note: null, personId, at });
  return event.kind === 'took'
    ? async (tx: Connection, machineId: string) => {
        await learnOfAccess(tx, machineId, event.access, event.change);
        return null;
      }
    : undefined;
}

/** Corrections and closings are judged by the record as it stood; a reading stands by itself. */
const dependsOnRecord = (event: JobEvent) => event.kind === 'close' || event.kind === 'correct';

function refusedBy(event: JobEvent, jobId: string, file: JobFile): Recorded | null {
  if (event.kind === 'correct') {
    const issue = correctionIssue(event.event, benchOf(jobId, file).printed, '$.event.correct');
    return issue ? refusal(422, 'refused', issue) : null;
  }
  if (event.kind !== 'close') return null;
  const bench = benchOf(jobId, file);
  const { closeBlockers } = summarise(bench);
  // A bypass keeps a job open whatever its end; the rest only keeps it from being called cured.
  const standing = event.close === 'cured' ? closeBlockers : closeBlockers.filter((b) => b.code === 'bypass-fitted');
  return standing.length === 0 ? null : { ok: false, status: 409, code: 'not-ready', issues: [], blockers: standing };
}
