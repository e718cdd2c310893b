import 'server-only';
import { z } from 'zod';
import {
  amissIn,
  type CloseBlocker,
  correctionIssue,
  DEFAULT_HOUSE,
  type InputIssue,
  issuesOf,
  type JobEvent,
  readEvent,
  summarise,
} from '@/core/index.ts';
import { keepSheet } from '@/db/jobSheets.ts';
import { appendEvent, type Job, type Judged } from '@/db/jobs.ts';
import { learnOfAccess, learnOfEngine, machineOf } from '@/db/machines.ts';
import { newEvent } from '@/db/newEvent.ts';
import { everyPerson, type Person } from '@/db/people.ts';
import { keepPhoto } from '@/db/photos.ts';
import type { Shop } from '@/db/shop.ts';
import { reckonOnceQuiet } from '@/features/floor/server/reckoning.ts';
import { sheetOf } from '@/features/sheet/sheetOf.ts';
import { KNOWLEDGE } from '@/features/shop/server/knowledge.ts';
import type { PrintedEvent } from '../printedEvent.ts';
import { benchOf } from './benches.ts';
import { goneOn, type JobFile } from './jobFile.ts';
import { photoOfEvent } from './photoOfEvent.ts';
import { recordOf } from './records.ts';

const bodySchema = z.strictObject({
  id: z.string().regex(/^[\w-]{8,36}$/, 'an id of 8 to 36 letters, digits, - or _'),
  personId: z.string().max(36),
  at: z.iso.datetime({ offset: true }),
  /** The last event the sender knew of. */
  known: z.number().int().min(0),
  /** The database it knew it of; another one has another record. */
  epoch: z.string().max(36).optional(),
  event: z.unknown(),
  /** The photo the event shows, in base64; it is kept beside the record. */
  photo: z.base64().max(250_000).optional(),
});

interface Refusal {
  readonly status: 400 | 403 | 404 | 409 | 422;
  readonly code: string;
  readonly issues: readonly InputIssue[];
  readonly blockers?: readonly CloseBlocker[];
}

export type Recorded =
  | {
      readonly ok: true;
      readonly seq: number;
      readonly duplicate: boolean;
      readonly events: readonly PrintedEvent[];
    }
  | ({ readonly ok: false } & Refusal);

const refusal = (status: Refusal['status'], code: string, ...issues: InputIssue[]) =>
  ({ ok: false, status, code, issues }) as const;

/** Why the record did not take an event, in words for whoever sent it. */
const NOT_TAKEN = {
  closed: 'this job is closed',
  'no-such-job': 'there is no such job',
  'other-job': 'that id belongs to another job',
  'other-content':
    'something else was taken down under that id before: it was not written over, and this was not taken',
  full: 'this record is full: close the job, and open another one for the machine',
} as const;

/**
 * Takes down one event of a job. The same event twice is one. Nothing is written unless the whole event is sound by the record as it
 * stands, and it is on disk when this answers.
 */
export async function recordEvent(shop: Shop, jobId: string, raw: unknown, now: Date): Promise<Recorded> {
  const body = bodySchema.safeParse(raw);
  if (!body.success) return refusal(400, 'not-an-event', ...issuesOf(body.error, '$'));
  const { id, personId, known, epoch } = body.data;
  const at = new Date(body.data.at);
  if (Number.isNaN(at.getTime()) || at.getUTCFullYear() < 1971 || at.getUTCFullYear() > 9000)
    return refusal(422, 'clock', { path: '$.at', message: 'no clock shows that: set the clock of this device' });
  if (epoch !== undefined && epoch !== (await shop.epoch()))
    return refusal(409, 'other-epoch', {
      path: '$',
      message:
        'the shop’s record was restored from a backup since: look whether this still holds, then take it down anew',
    });
  const people = await everyPerson(shop);
  if (!people.some((p) => p.id === personId))
    return refusal(422, 'who', { path: '$.personId', message: 'nobody of that id works here: pick who you are' });
  const sent = { id, personId, at, payload: body.data.event, photo: body.data.photo };
  const appended = await appendEvent(shop, jobId, sent, now, (tx) => judged(tx, jobId, sent, people, now));
  if (!appended.ok) {
    if (appended.code === 'refused') return { ok: false, ...appended.refused };
    return refusal(appended.code === 'no-such-job' ? 404 : 409, appended.code, {
      path: '$',
      message: NOT_TAKEN[appended.code],
    });
  }
  reckonOnceQuiet(shop, jobId);
  const { file } = (await recordOf(shop, jobId))!;
  return { ...appended, events: file.events.filter((e) => e.seq > known) };
}

interface Sent {
  readonly id: string;
  readonly personId: string;
  readonly at: Date;
  readonly payload: unknown;
  readonly photo: string | undefined;
}

/** What was sent, held against the record as it stands. */
async function judged(
  tx: Shop,
  jobId: string,
  { id, personId, at, payload, photo }: Sent,
  people: readonly Person[],
  now: Date,
): Promise<Judged<Refusal>> {
  const { record, file } = (await recordOf(tx, jobId))!;
  const { engine, figures } = file.known;
  const read = readEvent(payload, '$.event', engine, figures);
  const refused = read.ok ? refusedBy(read.value, jobId, file, people) : refusal(422, 'refused', ...read.issues);
  if (!read.ok || refused) return { ok: false, refused: refused! };
  const shown = await photoOfEvent(tx, jobId, read.value, photo);
  if (!shown.ok) return { ok: false, refused: refusal(422, 'refused', shown.issue) };
  const event = newEvent(read.value, payload, {
    id,
    personId,
    at,
    // A reading is judged by the sheet as it was last learnt in this job.
    sheetVersion: record.findLast((e) => e.kind === 'complaint' || e.kind === 'engine')!.sheetVersion,
    engine,
    house: { ...DEFAULT_HOUSE, ...file.head.house },
  });
  const row = { ...event, seq: record.length, timeDoubtful: false, imported: false };
  return {
    ok: true,
    event,
    besides: learntOf(read.value, { personId, at }),
    onceWritten: async (inside, job) => {
      if (shown.photo) await keepPhoto(inside, jobId, shown.photo.sha256, shown.photo.jpeg);
      if (read.value.kind === 'close') await printSheet(inside, job, goneOn(file, [row]), people, now);
    },
  };
}

/** Keeps the sheet as the customer gets it: no later catalogue changes that one. */
async function printSheet(tx: Shop, job: Job, file: JobFile, people: readonly Person[], at: Date): Promise<void> {
  const machine = (await machineOf(tx, job.machineId))!;
  const payload = await sheetOf(job, machine, file, people);
  await keepSheet(tx, job.id, { eventCount: job.eventCount, knowledge: KNOWLEDGE, at, payload });
}

/** What was learnt of the engine is kept on its sheet, for the next job on such an engine; of its access, with the machine. */
function learntOf(event: JobEvent, { personId, at }: { readonly personId: string; readonly at: Date }) {
  if (event.kind === 'engine')
    return async (tx: Shop, machineId: string) =>
      learnOfEngine(tx, machineId, event.learnt, { source: event.source ?? 'memory', note: null, personId, at });
  return event.kind === 'took'
    ? async (tx: Shop, machineId: string) => {
        await learnOfAccess(tx, machineId, event.access, event.change);
        return null;
      }
    : undefined;
}

function refusedBy(event: JobEvent, jobId: string, file: JobFile, people: readonly Person[]): Refusal | null {
  if (event.kind === 'correct') return refusedStrike(event.event, file, people);
  const amiss = amissIn(event, file.read, '$.event');
  if (amiss) return refusal(422, 'refused', amiss);
  if (event.kind !== 'close') return null;
  const bench = benchOf(jobId, file);
  const { closeBlockers } = summarise(bench);
  // A bypass keeps a job open whatever its end; the rest only keeps it from being called cured.
  const standing = event.close === 'cured' ? closeBlockers : closeBlockers.filter((b) => b.code === 'bypass-fitted');
  return standing.length === 0 ? null : { status: 409, code: 'not-ready', issues: [], blockers: standing };
}

/** Two strike the same line: the second is told, for what stands there is not what was struck. */
function refusedStrike(target: number, file: JobFile, people: readonly Person[]): Refusal | null {
  const issue = correctionIssue(target, file.read, '$.event.correct');
  if (issue) return refusal(422, 'refused', issue);
  const before = file.events.find(({ event }) => 'correct' in event && event.correct === target);
  if (!before) return null;
  const who = people.find((p) => p.id === before.personId)?.name ?? 'somebody';
  return refusal(409, 'struck-already', {
    path: '$.event.correct',
    message: `line ${target} was struck by ${who} already, as line ${before.seq}: look at that one first`,
  });
}
