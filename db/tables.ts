import { asc, inArray } from 'drizzle-orm';
import { type Job, type RecordedEvent, toEvent, toJob } from './jobs.ts';
import { type Machine, machinesOf } from './machines.ts';
import { everyPerson } from './people.ts';
import { jobEvents, jobs } from './schema.ts';
import type { Shop } from './shop.ts';

/** A job with its machine, its whole record and the names of who wrote it. */
export interface JobWithRecord {
  readonly job: Job;
  readonly machine: Machine;
  readonly record: readonly RecordedEvent[];
  readonly names: ReadonlyMap<string, string>;
}

const AT_ONCE = 500;

/** Every job of the shop, oldest first. */
export async function jobsWithRecords(shop: Shop): Promise<readonly JobWithRecord[]> {
  const all = (await shop.rows(jobs, undefined, { orderBy: [asc(jobs.number)] })).map(toJob);
  const [machines, people] = await Promise.all([
    machinesOf(
      shop,
      all.map((job) => job.machineId),
    ),
    everyPerson(shop),
  ]);
  const names = new Map(people.map(({ id, name }) => [id, name]));
  const records = new Map<string, RecordedEvent[]>();
  for (let from = 0; from < all.length; from += AT_ONCE) {
    const ids = all.slice(from, from + AT_ONCE).map((job) => job.id);
    const rows = await shop.rows(jobEvents, inArray(jobEvents.jobId, ids), { orderBy: [asc(jobEvents.seq)] });
    for (const row of rows) records.set(row.jobId, [...(records.get(row.jobId) ?? []), toEvent(row)]);
  }
  return all.map((job) => ({ job, machine: machines.get(job.machineId)!, record: records.get(job.id)!, names }));
}
