import { nanoid } from 'nanoid';
import { z } from 'zod';
import { addLink, linkByToken, linksOf, type SheetLink, withdrawLink } from '../db/links.ts';
import type { Shop } from '../db/shop.ts';
import type { SignedIn } from './admitted.ts';
import { audit } from './signIn.ts';
import { hashOfToken, newToken, TOKEN_SHAPE } from './tokens.ts';

const DAY_MS = 24 * 3600_000;
/** For how many days a link may be given out. */
export const LINK_DAYS = { least: 1, usual: 14, most: 90 } as const;
const MOST_LIVE = 10;

const ASKED = z.union([
  z.strictObject({ days: z.number().int().min(LINK_DAYS.least).max(LINK_DAYS.most) }),
  z.strictObject({ withdraw: z.string().max(36) }),
]);

export type LinkAnswer =
  | { readonly ok: true; readonly token: string; readonly endsAt: Date }
  | { readonly ok: true; readonly withdrawn: string }
  | { readonly ok: false; readonly status: 400 | 404 | 409; readonly message: string };

const isLive = (link: SheetLink, now: Date) => link.withdrawnAt === null && link.endsAt > now;

export const liveLinks = async (shop: Shop, jobId: string, now: Date): Promise<SheetLink[]> =>
  (await linksOf(shop, jobId)).filter((link) => isLive(link, now));

/** Gives out a link to a job's sheet, or withdraws one. The link itself is shown once and not kept. */
export async function changeLinks(
  shop: Shop,
  jobId: string,
  raw: unknown,
  by: SignedIn,
  now: Date,
): Promise<LinkAnswer> {
  const read = ASKED.safeParse(raw);
  if (!read.success)
    return { ok: false, status: 400, message: `days is a whole number from ${LINK_DAYS.least} to ${LINK_DAYS.most}` };
  const live = await liveLinks(shop, jobId, now);
  if ('withdraw' in read.data) {
    const id = read.data.withdraw;
    if (!live.some((link) => link.id === id)) return { ok: false, status: 404, message: 'there is no such link' };
    await withdrawLink(shop, id, jobId, now);
    await audit(shop, now, 'link-withdrawn', by, jobId);
    return { ok: true, withdrawn: id };
  }
  if (live.length >= MOST_LIVE)
    return { ok: false, status: 409, message: `${MOST_LIVE} links to this sheet are out: withdraw one first` };
  const token = newToken();
  const endsAt = new Date(now.getTime() + read.data.days * DAY_MS);
  const { personId } = by;
  await addLink(shop, { id: nanoid(), jobId, personId, at: now, endsAt, tokenHash: hashOfToken(token) });
  await audit(shop, now, 'link-made', by, jobId);
  return { ok: true, token, endsAt };
}

/** The job a link leads to; null where it is none, is over or was withdrawn. */
export async function jobByLink(shop: Shop, token: string, now: Date): Promise<string | null> {
  if (!TOKEN_SHAPE.test(token)) return null;
  const link = await linkByToken(shop, hashOfToken(token));
  return link && isLive(link, now) ? link.jobId : null;
}
