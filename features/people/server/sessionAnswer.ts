import 'server-only';
import { environment } from '@/db/environment.ts';
import { PRINTED_PINS } from '@/demo/pins.mjs';
import { sessionCookie, tabletCookie } from '@/keys/cookies.ts';
import { Guesses } from '@/keys/guesses.ts';
import type { NotOpened, Opened } from '@/keys/signIn.ts';

const kept = globalThis as typeof globalThis & { ridgeBoltGuesses?: Guesses };
/** One count for the whole process. */
export const guesses = (): Guesses => {
  kept.ridgeBoltGuesses ??= new Guesses();
  return kept.ridgeBoltGuesses;
};

export const keyRules = () => ({ pinAnywhere: environment().RIDGE_DEMO ? Object.keys(PRINTED_PINS) : [] });

/** What a page is told of the session it goes on with. */
export interface SessionTold {
  readonly id: string;
  readonly personId: string;
  readonly role: string;
  readonly endsAt: string;
  /** How long that is from now [ms]: the device's clock may be another. */
  readonly leftMs: number;
  /** What it signs with, base64url. */
  readonly secret: string;
}

export const toldOf = ({ signedIn, secret }: Pick<Opened, 'signedIn' | 'secret'>): SessionTold => ({
  id: signedIn.sessionId,
  personId: signedIn.personId,
  role: signedIn.role,
  endsAt: signedIn.endsAt.toISOString(),
  leftMs: signedIn.endsAt.getTime() - Date.now(),
  secret,
});

/** The answer to who signed in, with what the device is to show from now on. */
export function openedAnswer(opened: ({ readonly ok: true } & Opened) | NotOpened): Response {
  if (!opened.ok) {
    const { status, ok: _ok, message, ...rest } = opened;
    const headers: HeadersInit = opened.waitS === undefined ? {} : { 'retry-after': String(opened.waitS) };
    return Response.json({ ...rest, message, issues: [{ path: '$', message }] }, { status, headers });
  }
  const tls = environment().RIDGE_TLS;
  const response = Response.json({ session: toldOf(opened) }, { headers: { 'cache-control': 'no-store' } });
  response.headers.append('set-cookie', sessionCookie(tls, opened.token, opened.signedIn.endsAt));
  if (opened.tabletToken) response.headers.append('set-cookie', tabletCookie(tls, opened.tabletToken));
  return response;
}
