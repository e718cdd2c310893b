import { isDeepStrictEqual } from 'node:util';
import { and, asc, desc, eq, gt, inArray, isNotNull, isNull } from 'drizzle-orm';
import { eventFigures, jobEvents, jobs } from './schema.ts';
import type { Shop } from './shop.ts';

export interface Job {
  readonly id: string;
  readonly number: number;
  readonly machineId: string;
  readonly openedAt: Date;
  readonly promisedOn: string | null;
  readonly eventCount: number;
  readonly closedAt: Date | null;
  /** Where it was put on the floor by hand; null goes by its promise. */
  readonly floorRank: number | null;
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
  'part',
  'heeded',
  'seen',
  'asked',
  'off',
  'on',
  'photo',
  'need',
  'supply',
  'approval',
  'booked',
  'sent',
  'back',
  'later',
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
  /** The time it says cannot be. */
  readonly timeDoubtful: boolean;
  /** Brought in from another shop. */
  readonly imported: boolean;
  /** Rules and catalogue it was written under. */
  readonly ruleVersion: string;
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

/** No record grows beyond this: what is written must be read again, whole. */
export const MOST_EVENTS = 2000;
/** Kept free for what ends a job. */
const FOR_THE_END = 10;
/** A device's clock may be off by so much without a word [ms]. */
const CLOCK_MS = 10 * 60_000;

export type Appended =
  /** `duplicate`: this event was taken down before; nothing was written. */
  | { readonly ok: true; readonly seq: number; readonly duplicate: boolean }
  | { readonly ok: false; readonly code: 'no-such-job' | 'closed' | 'other-job' | 'other-content' | 'full' };

export const toJob = (row: typeof jobs.$inferSelect): Job => ({
  id: row.id,
  number: row.number,
  machineId: row.machineId,
  openedAt: row.openedAt,
  promisedOn: row.promisedOn,
  eventCount: row.eventCount,
  closedAt: row.closedAt,
  floorRank: row.floorRank,
});
export const toEvent = (row: typeof jobEvents.$inferSelect): RecordedEvent => ({
  id: row.id,
  seq: row.seq,
  kind: row.kind as EventKind,
  personId: row.personId,
  at: row.at,
  timeDoubtful: row.timeDoubtful,
  imported: row.imported,
  ruleVersion: row.ruleVersion,
  sheetVersion: row.sheetVersion,
  payload: row.payload,
});

/** What became of a job that was to be opened. `other`: its id, or its complaint's, is of another one; nothing was written. */
export type Opened =
  | { readonly ok: true; readonly number: number }
  | { readonly ok: false; readonly number: number | null };

/** Opens a job with its complaint as event 0. The same twice is one job. */
export async function openJob(shop: Shop, job: NewJob, complaint: NewEvent): Promise<Opened> {
  return shop.wholly(async (tx) => {
    const there = await tx.row(jobs, eq(jobs.id, job.id), { forUpdate: true });
    const said = await tx.row(jobEvents, eq(jobEvents.id, complaint.id));
    if (there || said) {
      const same =
        there && said && said.jobId === job.id && there.machineId === job.machineId && isSame(said, complaint);
      return { ok: same === true, number: there?.number ?? null } as Opened;
    }
    const number = await tx.nextNumber();
    await tx.add(jobs, { ...job, number });
    await insertEvent(tx, job, 0, complaint, job.openedAt);
    return { ok: true, number } as const;
  });
}

/** Whether an event was taken down just so before: as JSON, which is how it is kept. When a new form's complaint is sent again, the server dates it anew. */
const isSame = (there: typeof jobEvents.$inferSelect, event: NewEvent): boolean =>
  there.personId === event.personId &&
  (event.kind === 'complaint' || there.at.getTime() === event.at.getTime()) &&
  isDeepStrictEqual(there.payload, JSON.parse(JSON.stringify(event.payload)));

/** An event to be written, once it was held against the record as it stands; or why it is not. */
export type Judged<R> =
  | {
      readonly ok: true;
      readonly event: NewEvent;
      /** Done in the same transaction: it gives the version of the engine sheet from here on, null where that stays. */
      readonly besides?: ((tx: Shop, machineId: string) => Promise<number | null>) | undefined;
      /** Done in the same transaction once it is written. */
      readonly onceWritten?: ((tx: Shop, job: Job) => Promise<void>) | undefined;
    }
  | { readonly ok: false; readonly refused: R };

/**
 * Adds one event to a job's record, numbered next. Acknowledged means durable: the transaction is on disk when this returns.
 * @param sent what is known before the record is read
 * @param judge makes the event out of the record as it stands; nobody else writes to that job meanwhile
 */
export async function appendEvent<R>(
  shop: Shop,
  jobId: string,
  sent: Pick<NewEvent, 'id' | 'personId' | 'at' | 'payload'>,
  receivedAt: Date,
  judge: (tx: Shop) => Promise<Judged<R>>,
): Promise<Appended | { readonly ok: false; readonly code: 'refused'; readonly refused: R }> {
  return shop.wholly(async (tx) => {
    const job = await tx.row(jobs, eq(jobs.id, jobId), { forUpdate: true });
    if (!job) return { ok: false, code: 'no-such-job' } as const;
    const there = await tx.row(jobEvents, eq(jobEvents.id, sent.id));
    if (there) {
      if (there.jobId !== jobId) return { ok: false, code: 'other-job' } as const;
      return isSame(there, { ...sent, kind: 'note' } as NewEvent)
        ? ({ ok: true, seq: there.seq, duplicate: true } as const)
        : ({ ok: false, code: 'other-content' } as const);
    }
    if (job.closedAt !== null) return { ok: false, code: 'closed' } as const;
    const judged = await judge(tx);
    if (!judged.ok) return { ok: false, code: 'refused', refused: judged.refused } as const;
    const { event, besides, onceWritten } = judged;
    const closes = event.kind === 'close';
    const seq = job.eventCount + 1;
    if (seq > (closes ? MOST_EVENTS : MOST_EVENTS - FOR_THE_END)) return { ok: false, code: 'full' } as const;
    const sheetVersion = (await besides?.(tx, job.machineId)) ?? event.sheetVersion;
    await insertEvent(tx, job, seq, { ...event, sheetVersion }, receivedAt);
    const fresh = { eventCount: seq, ...(closes ? { closedAt: receivedAt } : {}) };
    await tx.change(jobs, eq(jobs.id, jobId), fresh);
    await onceWritten?.(tx, toJob({ ...job, ...fresh }));
    return { ok: true, seq, duplicate: false } as const;
  });
}

async function insertEvent(
  tx: Shop,
  job: Pick<NewJob, 'id' | 'openedAt'>,
  seq: number,
  { figures, ...event }: NewEvent,
  receivedAt: Date,
): Promise<void> {
  const timeDoubtful =
    event.at.getTime() > receivedAt.getTime() + CLOCK_MS || event.at.getTime() < job.openedAt.getTime() - CLOCK_MS;
  await tx.add(jobEvents, { ...event, jobId: job.id, seq, receivedAt, timeDoubtful });
  await tx.add(eventFigures, ...figures.map((figure) => ({ ...figure, eventId: event.id })));
}

export async function jobOf(shop: Shop, id: string): Promise<Job | null> {
  const row = await shop.row(jobs, eq(jobs.id, id));
  return row ? toJob(row) : null;
}

/** The record of a job in order, the complaint first. */
export async function eventsOf(shop: Shop, jobId: string, afterSeq = -1): Promise<RecordedEvent[]> {
  const where = and(eq(jobEvents.jobId, jobId), gt(jobEvents.seq, afterSeq))!;
  return (await shop.rows(jobEvents, where, { orderBy: [asc(jobEvents.seq)] })).map(toEvent);
}

/** Open jobs as they were put by hand, then the others, oldest promise first; jobs without a promise come last. */
export async function openJobs(shop: Shop): Promise<Job[]> {
  const rows = await shop.rows(jobs, isNull(jobs.closedAt), { orderBy: [asc(jobs.promisedOn), asc(jobs.openedAt)] });
  const placed = rows.filter((job) => job.floorRank !== null).sort((a, b) => a.floorRank! - b.floorRank!);
  const others = rows.filter((job) => job.floorRank === null);
  const promised = others.filter((job) => job.promisedOn !== null);
  return [...placed, ...promised, ...others.filter((job) => job.promisedOn === null)].map(toJob);
}

/** Puts the open jobs in an order; an empty one gives it back to their promises. Jobs that are closed or unknown are passed over. */
export async function putInOrder(shop: Shop, ids: readonly string[]): Promise<void> {
  await shop.wholly(async (tx) => {
    await tx.change(jobs, and(isNull(jobs.closedAt), isNotNull(jobs.floorRank))!, { floorRank: null });
    for (const [rank, id] of ids.entries())
      await tx.change(jobs, and(eq(jobs.id, id), isNull(jobs.closedAt))!, { floorRank: rank });
  });
}

/** Jobs in the order of their ids, those after one. */
export async function jobsAfter(shop: Shop, id: string, most: number): Promise<Job[]> {
  return (await shop.rows(jobs, gt(jobs.id, id), { orderBy: [asc(jobs.id)], limit: most })).map(toJob);
}

/** The jobs closed last, the last one first. */
export async function closedJobs(shop: Shop, most: number): Promise<Job[]> {
  const rows = await shop.rows(jobs, isNotNull(jobs.closedAt), { orderBy: [desc(jobs.closedAt)], limit: most });
  return rows.map(toJob);
}

/** What each of these jobs came for: the head of its case file. */
/** Lines of some kinds on the last few closed jobs of a machine, newest job first, each job's in order. */
export async function linesOfMachine(
  shop: Shop,
  machineId: string,
  kinds: readonly EventKind[],
  most: number,
): Promise<readonly { readonly job: Job; readonly events: readonly RecordedEvent[] }[]> {
  const own = await shop.rows(jobs, and(eq(jobs.machineId, machineId), isNotNull(jobs.closedAt)), {
    orderBy: [desc(jobs.closedAt)],
    limit: most,
  });
  if (own.length === 0) return [];
  const ids = own.map((job) => job.id);
  const rows = await shop.rows(jobEvents, and(inArray(jobEvents.jobId, ids), inArray(jobEvents.kind, [...kinds])), {
    orderBy: [asc(jobEvents.seq)],
  });
  return own.map((job) => ({ job: toJob(job), events: rows.filter((row) => row.jobId === job.id).map(toEvent) }));
}

export async function complaintsOf(shop: Shop, ids: readonly string[]): Promise<Map<string, unknown>> {
  if (ids.length === 0) return new Map();
  const rows = await shop.rows(jobEvents, and(inArray(jobEvents.jobId, [...ids]), eq(jobEvents.seq, 0)));
  return new Map(rows.map((row) => [row.jobId, row.payload]));
}

/** The figures of one event, as typed and as inside values. */
export async function figuresOf(shop: Shop, eventId: string): Promise<Figure[]> {
  const rows = await shop.rows(eventFigures, eq(eventFigures.eventId, eventId), {
    orderBy: [asc(eventFigures.field)],
  });
  return rows.map(({ field, typed, unit, valueSi, openLoop }) => ({ field, typed, unit, valueSi, openLoop }));
}

/** A line that was written in another shop. */
export interface BroughtIn {
  readonly seq: number;
  readonly timeDoubtful: boolean;
  readonly event: NewEvent;
}

/**
 * Takes in a job of another shop whole: its lines keep their ids, times and who wrote them, and are marked.
 * @param before what it stands on; false where something else has the same id
 * @param after what belongs to it
 * @returns its number here; null where it, or one of its lines, is here already: nothing was written
 */
export async function bringIn(
  shop: Shop,
  job: NewJob & { readonly closedAt: Date | null },
  lines: readonly BroughtIn[],
  receivedAt: Date,
  before: (tx: Shop) => Promise<boolean>,
  after: (tx: Shop) => Promise<void>,
): Promise<number | null> {
  return shop.wholly(async (tx) => {
    const ids = lines.map((line) => line.event.id);
    if (await tx.row(jobs, eq(jobs.id, job.id), { forUpdate: true })) return null;
    if (await tx.row(jobEvents, inArray(jobEvents.id, ids))) return null;
    if (!(await before(tx))) return null;
    const number = await tx.nextNumber();
    await tx.add(jobs, { ...job, number, eventCount: lines.length - 1 });
    for (const { seq, timeDoubtful, event } of lines) {
      const { figures, ...row } = event;
      await tx.add(jobEvents, { ...row, jobId: job.id, seq, receivedAt, timeDoubtful, imported: true });
      await tx.add(eventFigures, ...figures.map((figure) => ({ ...figure, eventId: event.id })));
    }
    await after(tx);
    return number;
  });
}
