import { inArray } from 'drizzle-orm';
import { jobStates } from './schema.ts';
import type { Shop } from './shop.ts';

/** How a job stood after so many events, as worked out with one catalogue. */
export interface KeptState {
  readonly eventCount: number;
  readonly knowledge: string;
  readonly payload: unknown;
}

/** What is kept of how these jobs stand, by job. */
export async function statesOf(shop: Shop, ids: readonly string[]): Promise<Map<string, KeptState>> {
  if (ids.length === 0) return new Map();
  const rows = await shop.rows(jobStates, inArray(jobStates.jobId, [...ids]));
  return new Map(rows.map(({ jobId, eventCount, knowledge, payload }) => [jobId, { eventCount, knowledge, payload }]));
}

export async function keepState(shop: Shop, jobId: string, state: KeptState): Promise<void> {
  await shop.put(jobStates, { jobId, ...state });
}
