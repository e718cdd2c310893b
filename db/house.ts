import { desc } from 'drizzle-orm';
import { DEFAULT_HOUSE, type House, houseSchema } from '../core/index.ts';
import { houseRules } from './schema.ts';
import type { Shop } from './shop.ts';

/** House rules as they stand, and who set them last. */
export interface KeptHouse {
  readonly house: House;
  readonly personId: string | null;
  readonly at: Date | null;
}

const toKept = (row: typeof houseRules.$inferSelect): KeptHouse => ({
  house: { ...houseSchema.parse(row.payload), revision: row.revision },
  personId: row.personId,
  at: row.at,
});

/** The house rules now in force; the defaults where the house has set none. */
export async function houseNow(shop: Shop): Promise<KeptHouse> {
  const [row] = await shop.rows(houseRules, undefined, { orderBy: [desc(houseRules.revision)], limit: 1 });
  return row ? toKept(row) : { house: DEFAULT_HOUSE, personId: null, at: null };
}

/**
 * Adds a revision on top of the one it was made from.
 * @param house with the revision it was made from
 * @returns the new revision, or null when somebody else changed the rules meanwhile: nothing was written
 */
export async function addHouse(shop: Shop, house: House, personId: string, at: Date): Promise<number | null> {
  const revision = house.revision + 1;
  return shop.wholly(async (tx) => {
    if ((await houseNow(tx)).house.revision !== house.revision) return null;
    // Two at the same moment: the key lets one of them in.
    const added = await tx.addUnlessThere(houseRules, { revision, personId, at, payload: { ...house, revision } });
    return added ? revision : null;
  });
}
