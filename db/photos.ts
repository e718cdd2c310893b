import { and, eq } from 'drizzle-orm';
import { jobPhotos } from './schema.ts';
import type { Shop } from './shop.ts';

/** Keeps a photo of a job; the same one twice is one. */
export async function keepPhoto(shop: Shop, jobId: string, sha256: string, jpeg: Buffer): Promise<void> {
  await shop.addUnlessThere(jobPhotos, { jobId, sha256, jpeg });
}

export async function photoOf(shop: Shop, jobId: string, sha256: string): Promise<Buffer | null> {
  return (await shop.row(jobPhotos, and(eq(jobPhotos.jobId, jobId), eq(jobPhotos.sha256, sha256))!))?.jpeg ?? null;
}

/** All photos of a job. */
export async function photosOfJob(shop: Shop, jobId: string): Promise<readonly { sha256: string; jpeg: Buffer }[]> {
  return shop.rows(jobPhotos, eq(jobPhotos.jobId, jobId), { orderBy: [jobPhotos.sha256] });
}
