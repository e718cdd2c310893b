'use client';
import { type Active, activeHere, setActive } from './active.ts';
import { dropSession, type KeptSession, keepSession, keptSession, keptSessions } from './keptSessions.ts';

/** What the shop's computer tells of a session. */
export interface Told extends Active {
  readonly secret: string;
  /** How long it lasts from now [ms]. */
  readonly leftMs: number;
}

/** How a sign-in or a switch went. */
export type Went = { readonly ok: true } | { readonly ok: false; readonly message: string };

const bytesOf = (base64url: string) =>
  Uint8Array.from(atob(base64url.replaceAll('-', '+').replaceAll('_', '/')), (c) => c.charCodeAt(0));
const base64url = (bytes: ArrayBuffer) =>
  btoa(String.fromCharCode(...new Uint8Array(bytes)))
    .replaceAll('+', '-')
    .replaceAll('/', '_')
    .replaceAll('=', '');
const utf8 = (text: string) => new TextEncoder().encode(text);

/** Keys at hand, so that a line is signed without a wait. */
const keys = new Map<string, CryptoKey>();

/** Browsers reckon with keys only where the address is safe; elsewhere the shop goes by who is signed in. */
const subtle = () => globalThis.crypto?.subtle;

/** A lock only the PIN opens: out of reach it shows that it is who they say. Slow on purpose: OWASP's figure for PBKDF2-SHA-256. */
async function lockOf(secret: string, salt: Uint8Array<ArrayBuffer>): Promise<CryptoKey> {
  const typed = await subtle().importKey('raw', utf8(secret), 'PBKDF2', false, ['deriveKey']);
  const how = { name: 'PBKDF2', hash: 'SHA-256', salt, iterations: 600_000 };
  return subtle().deriveKey(how, typed, { name: 'AES-GCM', length: 256 }, false, ['encrypt', 'decrypt']);
}

async function locked(secret: string): Promise<KeptSession['lock']> {
  const [salt, iv] = [crypto.getRandomValues(new Uint8Array(16)), crypto.getRandomValues(new Uint8Array(12))];
  const sealed = await subtle().encrypt({ name: 'AES-GCM', iv }, await lockOf(secret, salt), utf8('ridge'));
  return { salt, iv, sealed };
}

async function opens({ salt, iv, sealed }: NonNullable<KeptSession['lock']>, typed: string): Promise<boolean> {
  try {
    await subtle().decrypt({ name: 'AES-GCM', iv }, await lockOf(typed, salt), sealed);
    return true;
  } catch {
    return false;
  }
}

/** Takes up a session the shop opened: its key stays in this browser, where no page can read it out. */
export async function takeUp({ secret, leftMs, ...told }: Told, typed: string | null): Promise<void> {
  // By this device's own clock, right or wrong.
  const active = { ...told, endsAt: new Date(Date.now() + leftMs).toISOString() };
  if (subtle()) {
    const key = await subtle().importKey('raw', bytesOf(secret), { name: 'HMAC', hash: 'SHA-256' }, false, ['sign']);
    keys.set(active.id, key);
    const lock =
      typed === null ? ((await keptSession(active.id).catch(() => undefined))?.lock ?? null) : await locked(typed);
    await keepSession({ ...active, key, lock }).catch((error) => console.error(error));
  }
  setActive(active);
}

/** Signs in, or switches to somebody else on this device. Out of reach among who is signed in here, by the same PIN. */
export async function enter(asked: {
  readonly personId: string;
  readonly pin?: string;
  readonly password?: string;
  readonly tablet?: string;
}): Promise<Went> {
  let response: Response;
  try {
    response = await fetch('/api/session', {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(asked),
    });
  } catch {
    return switchOutOfReach(asked.personId, asked.pin ?? asked.password ?? '');
  }
  const answer = (await response.json().catch(() => null)) as { session?: Told; message?: string } | null;
  if (response.ok && answer?.session) {
    await takeUp(answer.session, asked.pin ?? asked.password ?? null);
    return { ok: true };
  }
  if (response.status >= 500) return switchOutOfReach(asked.personId, asked.pin ?? asked.password ?? '');
  return { ok: false, message: answer?.message ?? `it was not taken (${response.status})` };
}

/** Who has a live session on this device. */
export async function liveHere(): Promise<readonly string[]> {
  const all = await keptSessions().catch(() => []);
  return all.filter((s) => Date.parse(s.endsAt) > Date.now()).map((s) => s.personId);
}

/** Wrong ones in a row out of reach; the shop counts its own. */
let wrongHere = 0;
let notBefore = 0;

async function switchOutOfReach(personId: string, typed: string): Promise<Went> {
  const kept = (await keptSessions().catch(() => []))
    .filter((s) => s.personId === personId && Date.parse(s.endsAt) > Date.now())
    .sort((a, b) => b.endsAt.localeCompare(a.endsAt))[0];
  if (!kept?.lock)
    return {
      ok: false,
      message: 'the shop’s computer is out of reach: only who is signed in on this device can take over',
    };
  const wait = notBefore - Date.now();
  if (wait > 0) return { ok: false, message: `too many wrong ones: the next is taken in ${Math.ceil(wait / 1000)} s` };
  if (!(await opens(kept.lock, typed))) {
    wrongHere += 1;
    if (wrongHere >= 5) notBefore = Date.now() + 30_000 * 2 ** (wrongHere - 5);
    return { ok: false, message: 'that is not the PIN' };
  }
  wrongHere = 0;
  keys.set(kept.id, kept.key);
  const { key: _key, lock: _lock, ...active } = kept;
  setActive({ ...active, outOfReach: true });
  return { ok: true };
}

/** Signs with a session's key; null where this browser has none. */
async function signed(session: string, text: string): Promise<string | null> {
  if (!subtle()) return null;
  let key = keys.get(session) ?? (await keptSession(session).catch(() => undefined))?.key;
  if (!key) {
    await fetchOwn();
    key = keys.get(session);
  }
  if (!key) return null;
  keys.set(session, key);
  return base64url(await subtle().sign('HMAC', key, utf8(text)));
}

/** Asks for the key of who is signed in, for a browser that has not kept it. */
async function fetchOwn(): Promise<void> {
  try {
    const response = await fetch('/api/session', { cache: 'no-store' });
    if (!response.ok) return;
    const { session } = (await response.json()) as { session: Told };
    const known = activeHere();
    // Switched to somebody else since: that one stays.
    if (known === undefined || known?.id === session.id) await takeUp(session, null);
  } catch {
    // Out of reach: it is asked again.
  }
}

/** The session that signs what is taken down now, its key at hand. */
export async function readySession(): Promise<Active | null> {
  if (activeHere() === undefined) await fetchOwn();
  return activeHere() ?? null;
}

/** Signs an event where it belongs, for when it was taken down; the same text the shop makes of it. */
export const signEvent = (session: string, jobId: string, id: string, at: string, event: unknown) =>
  signed(session, [jobId, id, at, JSON.stringify(event)].join('\n'));

/** Tells the shop who took over while it was out of reach. */
export async function tellSwitch(): Promise<void> {
  const active = activeHere();
  if (!active?.outOfReach) return;
  const at = new Date().toISOString();
  const signature = await signed(active.id, ['take', active.id, at].join('\n'));
  if (signature === null) return;
  const response = await fetch('/api/session/take', {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ session: active.id, at, signature }),
  });
  const answer = (await response.json().catch(() => null)) as { session?: Told } | null;
  if (response.ok && answer?.session) return takeUp(answer.session, null);
  // That session is over: whoever works here shows their key again.
  if (response.status === 401 && activeHere()?.id === active.id) setActive(null);
}

/** Signs out here. What was signed before is still sent. */
export async function leaveHere(): Promise<void> {
  const active = activeHere();
  await fetch('/api/session/end', {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: '{}',
  }).catch(() => {});
  if (active) await dropSession(active.id).catch(() => {});
  setActive(null);
  // Nobody is left to come back to what this device kept of pages.
  if ((await liveHere()).length === 0) await globalThis.caches?.delete('ridge-pages').catch(() => {});
}
