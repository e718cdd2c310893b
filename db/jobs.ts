import { and, asc, desc, eq, gt, inArray, isNull, max, sql } from 'drizzle-orm';
import { type Connection, type Database, inTransaction } from './client.ts';
import { eventFigures, jobEvents, jobs } from './schema.ts';

export interface Job {
  readonly id: string;
  readonly number: number;
  readonly machineId: string;
  readonly openedAt: Date;
  readonly promisedOn: string | null;
  readonly eventCount: number;
  readonly closedAt: Date | null;
}

export const EVENT_KINDS = [
  'complaint',
  'reading',
  'correction',
  'repair',
  're-test',
  'access',
  'unmade',
  'note',
  'engine',
  'work',
  'let-in',
  'set-up',
  'took',
  'waived',
  'close',
] as const;
export type EventKind = (typeof EVENT_KINDS)[number];

/** One printed line of a job's record. */
export interface RecordedEvent {
  readonly id: string;
  readonly seq: number;
  readonly kind: EventKind;
  readonly personId: string;
  readonly at: Date;
  /** Version of the engine sheet it was judged by. */
  readonly sheetVersion: number;
  readonly payload: unknown;
}

export interface Figure {
  readonly field: string;
  readonly typed: string | null;
  readonly unit: string | null;
  readonly valueSi: number | null;
  readonly openLoop: boolean;
}

export interface NewEvent {
  readonly id: string;
  readonly kind: EventKind;
  readonly checkId: string | null;
  readonly cylinder: number | null;
  readonly runningState: string | null;
  readonly temperature: string | null;
  readonly instrument: string | null;
  readonly personId: string;
  readonly at: Date;
  readonly ruleVersion: string;
  readonly sheetVersion: number;
  readonly payload: unknown;
  readonly figures: readonly Figure[];
}

export interface NewJob {
  readonly id: string;
  readonly machineId: string;
  readonly openedAt: Date;
  readonly promisedOn: string | null;
}

export type Appended =
  /** `duplicate`: this id was taken down before; nothing was written. */
  | { readonly ok: true; readonly seq: number; readonly duplicate: boolean }
  | { readonly ok: false; readonly code: 'no-such-job' | 'closed' | 'other-job' | 'moved-on' };

const toJob = (row: typeof jobs.$inferSelect): Job => ({
  id: row.id,
  number: row.number,
  machineId: row.machineId,
  openedAt: row.openedAt,
  promisedOn: row.promisedOn,
  eventCount: row.eventCount,
  closedAt: row.closedAt,
});
const toEvent = (row: typeof jobEvents.$inferSelect): RecordedEvent => ({
  id: row.id,
  seq: row.seq,
  kind: row.kind as EventKind,
  personId: row.personId,
  at: row.at,
  sheetVersion: row.sheetVersion,
  payload: row.payload,
});

/** Opens a job with its complaint as event 0. The same id twice is the same job. */
export async function openJob(db: Database, job: NewJob, complaint: NewEvent): Promise<{ readonly number: number }> {
  return inTransaction(db, async (tx) => {
    const [existing] = await tx.select().from(jobs).where(eq(jobs.id, job.id)).for('update');
    if (existing) return { number: existing.number };
    const [top] = await tx
      .select({ number: max(jobs.number) })
      .from(jobs)
      .for('update');
    const number = (top?.number ?? 100) + 1;
    await tx.insert(jobs).values({ ...job, number });
    await insertEvent(tx, job.id, 0, complaint, job.openedAt);
    return { number };
  });
}

/**
 * Adds one event to a job's record, numbered next. Acknowledged means durable: the transaction is on disk when this returns.
 * @param expectedSeq when given, the event is written only as that number: what it refers to was worked out from that record
 * @param besides done in the same transaction, once it is sure that the event is new: it gives the version of the engine sheet from here on, null where that stays
 */
export async function appendEvent(
  db: Database,
  jobId: string,
  event: NewEvent,
  receivedAt: Date,
  expectedSeq?: number,
  besides?: (tx: Connection, machineId: string) => Promise<number | null>,
): Promise<Appended> {
  return inTransaction(db, async (tx) => {
    const [job] = await tx.select().from(jobs).where(eq(jobs.id, jobId)).for('update');
    if (!job) return { ok: false, code: 'no-such-job' } as const;
    const [same] = await tx
      .select({ jobId: jobEvents.jobId, seq: jobEvents.seq })
      .from(jobEvents)
      .where(eq(jobEvents.id, event.id));
    if (same)
      return same.jobId === jobId
        ? ({ ok: true, seq: same.seq, duplicate: true } as const)
        : ({ ok: false, code: 'other-job' } as const);
    if (job.closedAt !== null) return { ok: false, code: 'closed' } as const;
    const seq = job.eventCount + 1;
    if (expectedSeq !== undefined && expectedSeq !== seq) return { ok: false, code: 'moved-on' } as const;
    const sheetVersion = (besides && (await besides(tx, job.machineId))) ?? event.sheetVersion;
    await insertEvent(tx, jobId, seq, { ...event, sheetVersion }, receivedAt);
    await tx
      .update(jobs)
      .set({ eventCount: seq, ...(event.kind === 'close' ? { closedAt: event.at } : {}) })
      .where(eq(jobs.id, jobId));
    return { ok: true, seq, duplicate: false } as const;
  });
}

async function insertEvent(
  tx: Connection,
  jobId: string,
  seq: number,
  { figures, ...event }: NewEvent,
  receivedAt: Date,
): Promise<void> {
  await tx.insert(jobEvents).values({ ...event, jobId, seq, receivedAt });
  if (figures.length > 0)
    await tx.insert(eventFigures).values(figures.map((figure) => ({ ...figure, eventId: event.id })));
}

export async function jobOf(db: Database, id: string): Promise<Job | null> {
  const [row] = await db.select().from(jobs).where(eq(jobs.id, id));
  return row ? toJob(row) : null;
}

/** The record of a job in order, the complaint first. */
export async function eventsOf(db: Database, jobId: string, afterSeq = -1): Promise<RecordedEvent[]> {
  const rows = await db
    .select()
    .from(jobEvents)
    .where(and(eq(jobEvents.jobId, jobId), gt(jobEvents.seq, afterSeq)))
    .orderBy(asc(jobEvents.seq));
  return rows.map(toEvent);
}

/** Open jobs, oldest promise first; jobs without a promise come last. */
export async function openJobs(db: Database): Promise<Job[]> {
  return (
    await db
      .select()
      .from(jobs)
      .where(isNull(jobs.closedAt))
      .orderBy(sql`${jobs.promisedOn} is null`, asc(jobs.promisedOn), asc(jobs.openedAt))
  ).map(toJob);
}

export async function closedJobs(db: Database, most: number): Promise<Job[]> {
  return (
    await db.select().from(jobs).where(sql`${jobs.closedAt} is not null`).orderBy(desc(jobs.closedAt)).limit(most)
  ).map(toJob);
}

/** The records of several jobs at once, in order. */
export async function eventsOfJobs(db: Database, ids: readonly string[]): Promise<Map<string, RecordedEvent[]>> {
  const out = new Map<string, RecordedEvent[]>(ids.map((id) => [id, []]));
  if (ids.length === 0) return out;
  const rows = await db
    .select()
    .from(jobEvents)
    .where(inArray(jobEvents.jobId, [...ids]))
    .orderBy(asc(jobEvents.jobId), asc(jobEvents.seq));
  for (const row of rows) out.get(row.jobId)!.push(toEvent(row));
  return out;
}

/** The figures of one event, as typed and as inside values. */
export async function figuresOf(db: Database, eventId: string): Promise<Figure[]> {
  const rows = await db
    .select()
    .from(eventFigures)
    .where(eq(eventFigures.eventId, eventId))
    .orderBy(asc(eventFigures.field));
  return rows.map(({ field, typed, unit, valueSi, openLoop }) => ({ field, typed, unit, valueSi, openLoop }));
}
