import { parse, serialize } from 'cookie';

const YEAR_S = 365 * 24 * 3600;

/** Names of what a device shows of itself. Over TLS only this very address can set them. */
export const cookieNames = (tls: boolean) => {
  const prefix = tls ? '__Host-' : '';
  return { session: `${prefix}ridge-session`, tablet: `${prefix}ridge-tablet` };
};

const base = (tls: boolean) => ({ httpOnly: true, sameSite: 'lax', secure: tls, path: '/' }) as const;

/** The session ends with its own hour, or with the browser. */
export const sessionCookie = (tls: boolean, token: string, endsAt: Date): string =>
  serialize(cookieNames(tls).session, token, { ...base(tls), expires: endsAt });

export const noSessionCookie = (tls: boolean): string =>
  serialize(cookieNames(tls).session, '', { ...base(tls), maxAge: 0 });

export const tabletCookie = (tls: boolean, token: string): string =>
  serialize(cookieNames(tls).tablet, token, { ...base(tls), maxAge: YEAR_S });

/** What a device shows; null where it shows nothing. */
export function shownBy(header: string | undefined, tls: boolean): { session: string | null; tablet: string | null } {
  const jar = parse(header ?? '');
  const { session, tablet } = cookieNames(tls);
  return { session: jar[session] || null, tablet: jar[tablet] || null };
}
