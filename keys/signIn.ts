import { nanoid } from 'nanoid';
import { z } from 'zod';
import { type Audited, addAudit } from '../db/audit.ts';
import { changePerson, type StaffMember, staffMember } from '../db/people.ts';
import {
  addSession,
  addTablet,
  changeSession,
  keysOf,
  liveSessions,
  type Session,
  sessionByToken,
  sessionOf,
  tabletByToken,
} from '../db/sessions.ts';
import type { Shop } from '../db/shop.ts';
import { type Admitted, NOBODY, type SignedIn } from './admitted.ts';
import type { Guesses } from './guesses.ts';
import type { StaffRole } from './permissions.ts';
import { hashOfSecret, isSecret, PASSWORD_LENGTH, PIN_SHAPE, pinIssue } from './secrets.ts';
import { hashOfToken, isSigned, newToken, TOKEN_SHAPE } from './tokens.ts';

/** The longest day: then a session ends, whatever is done in it. */
const LASTS_MS = 16 * 3600_000;
/** Nothing was asked for so long: the next asks for the key again. */
export const IDLE_MS = 60 * 60_000;
const TOUCHED_MS = 60_000;
/** A device's clock may be off by so much when it shows whose session it goes on with. */
const CLOCK_MS = 10 * 60_000;
/** What is signed out of reach is taken until so long after its session ended. */
const TAKEN_LATER_MS = 30 * 24 * 3600_000;

export interface KeyRules {
  /** Whose PIN is enough on any device: the demo's people, whose PINs are printed. */
  readonly pinAnywhere: readonly string[];
}

/** What a device shows of itself. */
export interface Shown {
  readonly sessionToken: string | null;
  readonly tabletToken: string | null;
  readonly peer: string;
}

const KEYS = z.union([
  z.strictObject({
    personId: z.string().max(36),
    pin: z.string().regex(PIN_SHAPE, 'four to eight digits'),
  }),
  z.strictObject({
    personId: z.string().max(36),
    password: z.string().min(1, 'the password is missing').max(PASSWORD_LENGTH.most),
    /** Makes the device a tablet of the shop, under this name. */
    tablet: z.string().trim().min(1, 'the tablet has no name').max(120).optional(),
  }),
]);

export interface Opened {
  readonly signedIn: SignedIn;
  /** What events are signed with. */
  readonly secret: string;
  readonly token: string;
  /** Set where the device became a tablet of the shop. */
  readonly tabletToken: string | null;
}

export type NotOpened = {
  readonly ok: false;
  readonly status: 400 | 401 | 403 | 409 | 422 | 429;
  readonly code: string;
  readonly message: string;
  /** Before that nothing is taken [s]. */
  readonly waitS?: number;
};
const no = (status: NotOpened['status'], code: string, message: string, waitS?: number): NotOpened => ({
  ok: false,
  status,
  code,
  message,
  ...(waitS === undefined ? {} : { waitS }),
});

const asSignedIn = ({ id, tabletId, endsAt }: Session, { id: personId, name, role }: StaffMember): SignedIn => ({
  sessionId: id,
  personId,
  name,
  role: role as StaffRole,
  tabletId,
  endsAt,
});

/** Writes down what was done with keys. */
export const audit = (
  shop: Shop,
  now: Date,
  what: Audited,
  who: { readonly personId: string | null; readonly sessionId: string | null },
  about: string | null = null,
): Promise<void> => addAudit(shop, { id: nanoid(), at: now, what, about: about?.slice(0, 200) ?? null, ...who });

interface Kept {
  readonly admitted: SignedIn;
  readonly until: number;
}
const KEPT_MS = 10_000;
const MOST_KEPT = 1000;
/** Sessions asked for lately, so that not every request asks the database; one for the whole process, whatever bundle asks. */
const kept = globalThis as typeof globalThis & { ridgeBoltSessions?: Map<string, Kept> };
kept.ridgeBoltSessions ??= new Map();
const lately = kept.ridgeBoltSessions;

/** Forgets what is known of sessions: one ended, or somebody is another in the shop. */
export const askAnew = (): void => lately.clear();

/** Who it is that asks. */
export async function whoAsks(shop: Shop, { sessionToken, tabletToken, peer }: Shown, now: Date): Promise<Admitted> {
  const signedIn = sessionToken !== null && TOKEN_SHAPE.test(sessionToken) ? await live(shop, sessionToken, now) : null;
  if (signedIn) return { signedIn, tabletId: signedIn.tabletId, role: signedIn.role, peer };
  return { ...NOBODY, tabletId: await tabletOf(shop, tabletToken), peer };
}

async function tabletOf(shop: Shop, token: string | null): Promise<string | null> {
  if (token === null || !TOKEN_SHAPE.test(token)) return null;
  return (await tabletByToken(shop, hashOfToken(token)))?.id ?? null;
}

async function live(shop: Shop, token: string, now: Date): Promise<SignedIn | null> {
  const hash = hashOfToken(token);
  const known = lately.get(hash);
  if (known && now.getTime() < known.until) return known.admitted;
  lately.delete(hash);
  const session = await sessionByToken(shop, hash);
  if (!session || session.endedAt !== null || session.endsAt <= now) return null;
  if (now.getTime() - session.seenAt.getTime() > IDLE_MS) return null;
  const person = await staffMember(shop, session.personId);
  if (!person?.active) return null;
  if (now.getTime() - session.seenAt.getTime() > TOUCHED_MS) await changeSession(shop, session.id, { seenAt: now });
  const admitted = asSignedIn(session, person);
  if (lately.size >= MOST_KEPT) lately.clear();
  lately.set(hash, { admitted, until: Math.min(now.getTime() + KEPT_MS, session.endsAt.getTime()) });
  return admitted;
}

/**
 * Opens a session for who shows the right PIN, on a tablet of the shop, or the right password, anywhere. Guesses are slowed before
 * anything is hashed; what is wrong is said without saying which half.
 */
export async function signIn(
  shop: Shop,
  guesses: Guesses,
  rules: KeyRules,
  raw: unknown,
  from: Admitted,
  now: Date,
): Promise<({ readonly ok: true } & Opened) | NotOpened> {
  const read = KEYS.safeParse(raw);
  if (!read.success) return no(400, 'no-key', 'a name, and a PIN of four to eight digits or a password');
  const asked = read.data;
  const { tabletId } = from;
  const isPrinted = rules.pinAnywhere.includes(asked.personId);
  if ('pin' in asked && tabletId === null && !isPrinted)
    return no(403, 'no-tablet', 'a PIN is enough only on a tablet of the shop: sign in with a password here');
  const person = await staffMember(shop, asked.personId);
  // Devices that are none of the shop's count as one, however many addresses they have; those that are do not wait for them.
  const key = `${person?.id ?? '?'} ${'pin' in asked ? 'pin' : 'password'} ${tabletId ?? 'elsewhere'}`;
  const wait = guesses.takes(key, now.getTime());
  if (wait > 0) {
    const waitS = Math.ceil(wait / 1000);
    return no(429, 'wait', `too many wrong ones: the next is taken in ${waitS} s`, waitS);
  }
  const keys = await keysOf(shop, asked.personId);
  const right =
    'pin' in asked
      ? await isSecret(keys?.pinHash ?? null, asked.pin)
      : await isSecret(keys?.passwordHash ?? null, asked.password);
  if (!right || !person) {
    await audit(shop, now, 'wrong-key', { personId: person?.id ?? null, sessionId: null }, tabletId ?? from.peer);
    return no(401, 'wrong', 'pin' in asked ? 'that is not the PIN' : 'that is not the password');
  }
  guesses.right(key);
  const newName = 'tablet' in asked ? (asked.tablet ?? null) : null;
  // Whoever brings a new tablet into the shop answers for all PINs typed there.
  if (newName !== null && person.role !== 'owner')
    return no(403, 'not-allowed', 'only the owner makes a device a tablet of the shop');
  const name = newName ?? (tabletId === null && isPrinted ? 'a device of the demo' : null);
  return { ok: true, ...(await open(shop, person, tabletId, name, now)) };
}

async function open(
  shop: Shop,
  person: StaffMember,
  tabletId: string | null,
  newTablet: string | null,
  now: Date,
): Promise<Opened> {
  const [token, tabletToken] = [newToken(), newTablet === null ? null : newToken()];
  const session = {
    id: nanoid(),
    personId: person.id,
    tabletId: tabletToken === null ? tabletId : nanoid(),
    secret: newToken(),
    openedAt: now,
    endsAt: new Date(now.getTime() + LASTS_MS),
  };
  const who = { personId: person.id, sessionId: session.id };
  await shop.wholly(async (tx) => {
    if (tabletToken !== null) {
      const fresh = { id: session.tabletId!, name: newTablet!, personId: person.id, at: now };
      await addTablet(tx, { ...fresh, tokenHash: hashOfToken(tabletToken) });
      await audit(tx, now, 'tablet-enrolled', who, newTablet);
    }
    // The same person again at the same place: the session before is over.
    for (const before of await liveSessions(tx, now))
      if (before.personId === person.id && before.tabletId === session.tabletId && before.tabletId !== null)
        await changeSession(tx, before.id, { endedAt: now });
    await addSession(tx, { ...session, tokenHash: hashOfToken(token) });
    await audit(tx, now, 'signed-in', who, session.tabletId);
  });
  askAnew();
  const whole = { ...session, seenAt: now, endedAt: null, withdrawn: false };
  return { signedIn: asSignedIn(whole, person), secret: session.secret, token, tabletToken };
}

/** The first owner, where there is none. */
export async function openForOwner(shop: Shop, personId: string, tablet: string | null, now: Date): Promise<Opened> {
  const person = (await staffMember(shop, personId))!;
  return open(shop, person, null, tablet, now);
}

/** Ends one's own session. What it signed before stands. */
export async function signOut(shop: Shop, who: SignedIn, now: Date): Promise<void> {
  await changeSession(shop, who.sessionId, { endedAt: now });
  await audit(shop, now, 'signed-out', who);
  askAnew();
}

/** What a device signs to go on with another live session of its own. */
export const takenText = (sessionId: string, at: string): string => ['take', sessionId, at].join('\n');

const TAKE = z.strictObject({
  session: z.string().max(36),
  at: z.iso.datetime({ offset: true }),
  signature: z.string().max(64),
});

/** Goes on with another live session of the same tablet: it was switched to while the shop was out of reach. */
export async function takeSession(
  shop: Shop,
  raw: unknown,
  from: Admitted,
  now: Date,
): Promise<({ readonly ok: true } & Opened) | NotOpened> {
  const read = TAKE.safeParse(raw);
  if (!read.success) return no(400, 'no-session', 'a session, when, and its signature');
  const { session: id, at, signature } = read.data;
  const refused = no(401, 'wrong', 'that session is over: sign in again');
  const session = await sessionOf(shop, id);
  if (!session || session.endedAt !== null || session.endsAt <= now) return refused;
  if (session.tabletId === null || session.tabletId !== from.tabletId) return refused;
  if (Math.abs(new Date(at).getTime() - now.getTime()) > CLOCK_MS) return refused;
  if (!isSigned(session.secret, takenText(id, at), signature)) return refused;
  const person = await staffMember(shop, session.personId);
  if (!person?.active) return refused;
  const token = newToken();
  await changeSession(shop, id, { tokenHash: hashOfToken(token), seenAt: now });
  await audit(shop, now, 'signed-in', { personId: person.id, sessionId: id }, 'switched out of reach');
  askAnew();
  return { ok: true, signedIn: asSignedIn(session, person), secret: session.secret, token, tabletToken: null };
}

/** The secret of one's own session, for a page that has not kept it. */
export async function secretOf(shop: Shop, { sessionId }: SignedIn): Promise<string | null> {
  return (await sessionOf(shop, sessionId))?.secret ?? null;
}

export interface SignedEvent {
  readonly session: string;
  readonly signature: string;
  readonly at: Date;
  /** What the signature is over. */
  readonly text: string;
}

export type Signer =
  | { readonly ok: true; readonly personId: string; readonly role: StaffRole; readonly sessionId: string }
  | { readonly ok: false; readonly message: string };

/**
 * Whose event it is: signed with a session's secret, at a time at which it lived, on the tablet it now comes from. It may come long
 * after: what waits for the shop to be in reach is no worse for it.
 */
export async function signerOf(shop: Shop, event: SignedEvent, from: SignedIn, now: Date): Promise<Signer> {
  const session = await sessionOf(shop, event.session);
  const refused = (message: string) => ({ ok: false, message }) as const;
  if (!session || !isSigned(session.secret, event.text, event.signature))
    return refused('it is not signed by anybody who was signed in');
  if (session.withdrawn) return refused('that session was taken away by the owner');
  if (session.tabletId !== from.tabletId && session.personId !== from.personId)
    return refused('it was signed on another device');
  const over = Math.min(session.endedAt?.getTime() ?? Number.POSITIVE_INFINITY, session.endsAt.getTime());
  // What comes while the session lives was signed while it lived, whatever this device's clock says; the record marks such a time.
  const mayBeLate = now.getTime() > over;
  const isOutside = event.at.getTime() < session.openedAt.getTime() - CLOCK_MS || event.at.getTime() > over + CLOCK_MS;
  if (mayBeLate && isOutside) return refused('nobody was signed in at that time: look at the clock of this device');
  if (now.getTime() > over + TAKEN_LATER_MS) return refused('it waited too long');
  const person = await staffMember(shop, session.personId);
  if (!person) return refused('nobody of that name works here');
  return { ok: true, personId: person.id, role: person.role as StaffRole, sessionId: session.id };
}

const OWN_PIN = z.strictObject({ old: z.string().max(128), pin: z.string().max(20) });

/** Sets one's own PIN, against the one before or one's password. */
export async function changeOwnPin(
  shop: Shop,
  guesses: Guesses,
  raw: unknown,
  who: SignedIn,
  now: Date,
): Promise<{ readonly ok: true } | NotOpened> {
  const read = OWN_PIN.safeParse(raw);
  if (!read.success) return no(400, 'no-key', 'the old key and the new PIN');
  const issue = pinIssue(read.data.pin);
  if (issue) return no(422, 'pin', issue);
  const key = `${who.personId} own`;
  const wait = guesses.takes(key, now.getTime());
  if (wait > 0) return no(429, 'wait', 'too many wrong ones', Math.ceil(wait / 1000));
  const keys = await keysOf(shop, who.personId);
  const right =
    (await isSecret(keys?.pinHash ?? null, read.data.old)) ||
    (await isSecret(keys?.passwordHash ?? null, read.data.old));
  if (!right) return no(401, 'wrong', 'that is not the old one');
  guesses.right(key);
  await changePerson(shop, who.personId, { pinHash: await hashOfSecret(read.data.pin) });
  await audit(shop, now, 'key-changed', who, who.personId);
  return { ok: true };
}
