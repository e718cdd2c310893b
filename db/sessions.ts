import { and, desc, eq, gt, isNull } from 'drizzle-orm';
import { people, sessions, tablets } from './schema.ts';
import type { Shop } from './shop.ts';

export interface Session {
  readonly id: string;
  readonly personId: string;
  readonly tabletId: string | null;
  readonly secret: string;
  readonly openedAt: Date;
  readonly seenAt: Date;
  readonly endsAt: Date;
  readonly endedAt: Date | null;
  readonly withdrawn: boolean;
}
export interface NewSession extends Pick<Session, 'id' | 'personId' | 'tabletId' | 'secret' | 'openedAt' | 'endsAt'> {
  readonly tokenHash: string;
}

const toSession = ({ shopId: _shop, tokenHash: _hash, ...row }: typeof sessions.$inferSelect): Session => row;

export const addSession = (shop: Shop, session: NewSession): Promise<void> =>
  shop.add(sessions, { ...session, seenAt: session.openedAt });

export async function sessionOf(shop: Shop, id: string): Promise<Session | null> {
  const row = await shop.row(sessions, eq(sessions.id, id));
  return row && toSession(row);
}

export async function sessionByToken(shop: Shop, tokenHash: string): Promise<Session | null> {
  const row = await shop.row(sessions, eq(sessions.tokenHash, tokenHash));
  return row && toSession(row);
}

/** Sessions that have not ended, the latest first. */
export async function liveSessions(shop: Shop, now: Date): Promise<Session[]> {
  const where = and(isNull(sessions.endedAt), gt(sessions.endsAt, now));
  return (await shop.rows(sessions, where, { orderBy: [desc(sessions.openedAt)], limit: 500 })).map(toSession);
}

export const changeSession = (
  shop: Shop,
  id: string,
  fresh: Partial<Pick<Session, 'seenAt' | 'endedAt' | 'withdrawn'> & { tokenHash: string }>,
): Promise<void> => shop.change(sessions, eq(sessions.id, id), fresh);

/** Ends what is open of a person; or of a tablet, and then what it signed and did not send is not believed either. */
export const endSessions = (
  shop: Shop,
  of: { readonly personId: string } | { readonly tabletId: string },
  now: Date,
): Promise<void> =>
  shop.change(
    sessions,
    and(
      isNull(sessions.endedAt),
      'personId' in of ? eq(sessions.personId, of.personId) : eq(sessions.tabletId, of.tabletId),
    )!,
    { endedAt: now, withdrawn: 'tabletId' in of },
  );

export interface Tablet {
  readonly id: string;
  readonly name: string;
  readonly personId: string;
  readonly at: Date;
  readonly withdrawnAt: Date | null;
}

const toTablet = ({ shopId: _shop, tokenHash: _hash, ...row }: typeof tablets.$inferSelect): Tablet => row;

export const addTablet = (
  shop: Shop,
  tablet: Omit<Tablet, 'withdrawnAt'> & { readonly tokenHash: string },
): Promise<void> => shop.add(tablets, tablet);

export async function tabletByToken(shop: Shop, tokenHash: string): Promise<Tablet | null> {
  const row = await shop.row(tablets, and(eq(tablets.tokenHash, tokenHash), isNull(tablets.withdrawnAt))!);
  return row && toTablet(row);
}

export async function everyTablet(shop: Shop): Promise<Tablet[]> {
  return (await shop.rows(tablets, undefined, { orderBy: [desc(tablets.at)], limit: 200 })).map(toTablet);
}

export const withdrawTablet = (shop: Shop, id: string, now: Date): Promise<void> =>
  shop.change(tablets, eq(tablets.id, id), { withdrawnAt: now });

/** What a person types, as it is kept. */
export interface Keys {
  readonly pinHash: string | null;
  readonly passwordHash: string | null;
}

export async function keysOf(shop: Shop, personId: string): Promise<Keys | null> {
  const row = await shop.row(people, and(eq(people.id, personId), eq(people.active, true))!);
  return row && { pinHash: row.pinHash, passwordHash: row.passwordHash };
}
