import 'server-only';
import { type RawCase, SYMPTOMS } from '@/core/index.ts';
import { statesOf } from '@/db/jobStates.ts';
import { closedJobs, complaintsOf, type Job, openJobs } from '@/db/jobs.ts';
import { type Machine, machinesOf } from '@/db/machines.ts';
import type { Shop } from '@/db/shop.ts';
import { KNOWLEDGE } from '@/features/shop/server/knowledge.ts';
import { oneForAll } from '@/features/shop/server/oneForAll.ts';
import type { RowState } from './floorState.ts';
import { reckonLater } from './server/reckoning.ts';

export interface FloorRow {
  readonly id: string;
  readonly number: number;
  readonly machine: Pick<Machine, 'tag' | 'name' | 'owner'>;
  readonly complaint: string;
  readonly promisedOn: string | null;
  /** Put where it stands by hand. */
  readonly placed: boolean;
  /** How it stood when that was worked out last; null where that is under way for the first time. */
  readonly state: RowState | null;
  /** How it stands now is being worked out. */
  readonly isOld: boolean;
}

const CLOSED_SHOWN = 8;

/**
 * The machines in the shop, oldest promise first, each with what it waits for; and the last ones that left. Reads no record: how a job
 * stands is kept beside it, and worked out anew, off this thread, once its record or the catalogue has moved on.
 */
export const loadFloor = (shop: Shop): Promise<LoadedFloor> => {
  let loads = loading.get(shop);
  if (!loads) {
    loads = oneForAll(() => load(shop));
    loading.set(shop, loads);
  }
  return loads();
};

export interface LoadedFloor {
  readonly open: readonly FloorRow[];
  readonly closed: readonly FloorRow[];
}

const loading = new WeakMap<Shop, () => Promise<LoadedFloor>>();

async function load(shop: Shop): Promise<LoadedFloor> {
  const [open, closed] = await Promise.all([openJobs(shop), closedJobs(shop, CLOSED_SHOWN)]);
  const row = await rowsOf(shop, [...open, ...closed]);
  return { open: open.map(row), closed: closed.map(row) };
}

/** Jobs as the floor shows them, whether they stand on it or left long ago. */
export async function rowsOf(shop: Shop, jobs: readonly Job[]): Promise<(job: Job) => FloorRow> {
  const ids = jobs.map((j) => j.id);
  const [machines, states, complaints] = await Promise.all([
    machinesOf(
      shop,
      jobs.map((j) => j.machineId),
    ),
    statesOf(shop, ids),
    complaintsOf(shop, ids),
  ]);
  return (job) => {
    const kept = states.get(job.id);
    const isOld = kept?.eventCount !== job.eventCount || kept.knowledge !== KNOWLEDGE;
    if (isOld) reckonLater(shop, job.id);
    const { tag, name, owner } = machines.get(job.machineId)!;
    return {
      id: job.id,
      number: job.number,
      machine: { tag, name, owner },
      complaint: complaintText(complaints.get(job.id) as Partial<RawCase> | undefined),
      promisedOn: job.promisedOn,
      placed: job.floorRank !== null,
      state: (kept?.payload as RowState | undefined) ?? null,
      isOld,
    };
  };
}

/** What it does, in words; a word of another version stands as it was written. */
const complaintText = (head: Partial<RawCase> | undefined) =>
  Array.isArray(head?.complaint) ? head.complaint.map((s) => SYMPTOMS[s] ?? s).join(', ') : '';
