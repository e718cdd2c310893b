import { and, desc, eq, isNull } from 'drizzle-orm';
import { sheetLinks } from './schema.ts';
import type { Shop } from './shop.ts';

/** A customer's way to one job's sheet. */
export interface SheetLink {
  readonly id: string;
  readonly jobId: string;
  readonly personId: string;
  readonly at: Date;
  readonly endsAt: Date;
  readonly withdrawnAt: Date | null;
}

const toLink = ({ shopId: _shop, tokenHash: _hash, ...row }: typeof sheetLinks.$inferSelect): SheetLink => row;

export const addLink = (
  shop: Shop,
  link: Omit<SheetLink, 'withdrawnAt'> & { readonly tokenHash: string },
): Promise<void> => shop.add(sheetLinks, link);

/** Links to a job's sheet, the latest first. */
export async function linksOf(shop: Shop, jobId: string): Promise<SheetLink[]> {
  return (await shop.rows(sheetLinks, eq(sheetLinks.jobId, jobId), { orderBy: [desc(sheetLinks.at)], limit: 50 })).map(
    toLink,
  );
}

export async function linkByToken(shop: Shop, tokenHash: string): Promise<SheetLink | null> {
  const row = await shop.row(sheetLinks, and(eq(sheetLinks.tokenHash, tokenHash), isNull(sheetLinks.withdrawnAt))!);
  return row && toLink(row);
}

export const withdrawLink = (shop: Shop, id: string, jobId: string, now: Date): Promise<void> =>
  shop.change(sheetLinks, and(eq(sheetLinks.id, id), eq(sheetLinks.jobId, jobId))!, { withdrawnAt: now });
