import { and, asc, desc, eq, inArray, isNull, or, sql } from 'drizzle-orm';
import { calendarLinks, jobEvents, jobs, laterEnds, machines } from './schema.ts';
import type { Shop } from './shop.ts';

export const LATER_ENDS = ['done', 'dropped'] as const;
export type LaterEnded = (typeof LATER_ENDS)[number];

/** A line that puts something off, with where it stands and what became of it; null while it is due. */
export interface PutOff {
  readonly eventId: string;
  readonly jobId: string;
  readonly seq: number;
  readonly at: Date;
  readonly payload: unknown;
  readonly number: number;
  readonly closed: boolean;
  readonly machine: {
    readonly id: string;
    readonly tag: string;
    readonly name: string;
    readonly owner: string;
    readonly hours: number | null;
  };
  readonly ended: {
    readonly ended: LaterEnded;
    readonly note: string | null;
    readonly personId: string;
    readonly at: Date;
  } | null;
}

/** Everything that was put off in any job and not struck, oldest line first. */
export async function putOff(shop: Shop): Promise<readonly PutOff[]> {
  const told = or(
    eq(jobEvents.kind, 'later'),
    and(eq(jobEvents.kind, 'work'), sql`${jobEvents.payload} like '%"followUpOn"%'`),
  )!;
  const lines = await shop.rows(jobEvents, told, { orderBy: [asc(jobEvents.at)] });
  if (lines.length === 0) return [];
  const jobIds = [...new Set(lines.map((line) => line.jobId))];
  const [strikes, ends, ownJobs] = await Promise.all([
    shop.rows(jobEvents, and(inArray(jobEvents.jobId, jobIds), eq(jobEvents.kind, 'correction'))!),
    shop.rows(
      laterEnds,
      inArray(
        laterEnds.eventId,
        lines.map((line) => line.id),
      ),
      { orderBy: [asc(laterEnds.at)] },
    ),
    shop.rows(jobs, inArray(jobs.id, jobIds)),
  ]);
  const ownMachines = await shop.rows(
    machines,
    inArray(machines.id, [...new Set(ownJobs.map((job) => job.machineId))]),
  );
  const struck = new Set(strikes.map(({ jobId, payload }) => `${jobId}/${(payload as { correct?: number }).correct}`));
  return (
    lines
      // What is no event this version knows puts nothing off.
      .filter(
        ({ jobId, seq, payload }) => !struck.has(`${jobId}/${seq}`) && typeof payload === 'object' && payload !== null,
      )
      .map(({ id, jobId, seq, at, payload }) => {
        const job = ownJobs.find((one) => one.id === jobId)!;
        const { id: machineId, tag, name, owner, hours } = ownMachines.find((one) => one.id === job.machineId)!;
        const end = ends.findLast((one) => one.eventId === id);
        return {
          ...{ eventId: id, jobId, seq, at, payload, number: job.number, closed: job.closedAt !== null },
          machine: { id: machineId, tag, name, owner, hours },
          ended: end ? { ended: end.ended as LaterEnded, note: end.note, personId: end.personId, at: end.at } : null,
        };
      })
  );
}

/** Whether that line puts something off. */
export async function isPutOff(shop: Shop, eventId: string): Promise<boolean> {
  const row = await shop.row(jobEvents, eq(jobEvents.id, eventId));
  return (
    row?.kind === 'later' || (row?.kind === 'work' && (row.payload as { followUpOn?: string }).followUpOn !== undefined)
  );
}

/** Says what became of it. The same twice is one. */
export async function endLater(
  shop: Shop,
  end: {
    readonly id: string;
    readonly eventId: string;
    readonly ended: LaterEnded;
    readonly note: string | null;
    readonly personId: string;
    readonly at: Date;
  },
): Promise<void> {
  await shop.addUnlessThere(laterEnds, end);
}

export const addCalendarLink = (
  shop: Shop,
  link: { readonly id: string; readonly tokenHash: string; readonly personId: string; readonly at: Date },
): Promise<void> => shop.add(calendarLinks, link);

export async function calendarLinksOf(shop: Shop): Promise<readonly { id: string; at: Date }[]> {
  return shop.rows(calendarLinks, isNull(calendarLinks.withdrawnAt), { orderBy: [desc(calendarLinks.at)], limit: 20 });
}

export async function isCalendarLink(shop: Shop, tokenHash: string): Promise<boolean> {
  return (
    (await shop.row(calendarLinks, and(eq(calendarLinks.tokenHash, tokenHash), isNull(calendarLinks.withdrawnAt))!)) !==
    null
  );
}

export const withdrawCalendarLink = (shop: Shop, id: string, now: Date): Promise<void> =>
  shop.change(calendarLinks, eq(calendarLinks.id, id), { withdrawnAt: now });
