import { eq } from 'drizzle-orm';
import { jobSheets } from './schema.ts';
import type { Shop } from './shop.ts';

/** Keeps the sheet of a job as it was printed when it closed. */
export async function keepSheet(
  shop: Shop,
  jobId: string,
  sheet: { readonly eventCount: number; readonly knowledge: string; readonly at: Date; readonly payload: unknown },
): Promise<void> {
  await shop.add(jobSheets, { jobId, ...sheet });
}

/** The sheet of a closed job as it was printed; null for a job that is open, or was closed before sheets were kept. */
export async function keptSheet(shop: Shop, jobId: string): Promise<unknown> {
  return (await shop.row(jobSheets, eq(jobSheets.jobId, jobId)))?.payload ?? null;
}
