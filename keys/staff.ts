import { nanoid } from 'nanoid';
import { z } from 'zod';
import { addPerson, changePerson, everyStaffMember, hasOwner, staffMember } from '../db/people.ts';
import { changeSession, endSessions, everyTablet, sessionOf, withdrawTablet } from '../db/sessions.ts';
import type { Shop } from '../db/shop.ts';
import type { SignedIn } from './admitted.ts';
import type { Guesses } from './guesses.ts';
import { STAFF_ROLES } from './permissions.ts';
import { hashOfSecret, PASSWORD_LENGTH, passwordIssue, pinIssue } from './secrets.ts';
import { askAnew, audit, type NotOpened, type Opened, openForOwner } from './signIn.ts';

/** What is wrong, beside the field it is wrong in. */
export interface Issue {
  readonly path: string;
  readonly message: string;
}
export type Changed =
  | { readonly ok: true; readonly id: string }
  | { readonly ok: false; readonly status: 400 | 404 | 409 | 422; readonly issues: readonly Issue[] };

const refused = (status: 400 | 404 | 409 | 422, path: string, message: string): Changed => ({
  ok: false,
  status,
  issues: [{ path, message }],
});

const name = z.string().trim().min(1, 'a name is missing').max(120, 'at most 120 letters');
const PERSON = z.strictObject({
  /** Of whom it is; left out for somebody new. */
  id: z.string().max(36).optional(),
  name,
  role: z.enum(STAFF_ROLES),
  active: z.boolean(),
  /** Left out where they stay. */
  pin: z.string().max(20).optional(),
  password: z.string().max(200).optional(),
});

const issuesIn = (error: z.ZodError): Issue[] =>
  error.issues.map(({ path, message }) => ({ path: ['$', ...path].join('.'), message }));

function keyIssues({ name: of, pin, password }: { name: string; pin?: string; password?: string }): Issue[] {
  const issues: Issue[] = [];
  const wrongPin = pin === undefined ? null : pinIssue(pin);
  if (wrongPin) issues.push({ path: '$.pin', message: wrongPin });
  const wrongPassword = password === undefined ? null : passwordIssue(password, [of]);
  if (wrongPassword) issues.push({ path: '$.password', message: wrongPassword });
  return issues;
}

/** Writes down somebody who works here, or changes what they are and their keys. The last owner stays one. */
export async function changeStaff(shop: Shop, raw: unknown, by: SignedIn, now: Date): Promise<Changed> {
  const read = PERSON.safeParse(raw);
  if (!read.success) return { ok: false, status: 400, issues: issuesIn(read.error) };
  const { id: given, name: called, role, active, pin, password } = read.data;
  const keys = {
    ...(pin === undefined ? {} : { pin }),
    ...(password === undefined ? {} : { password }),
  };
  const issues = keyIssues({ name: called, ...keys });
  if (issues.length > 0) return { ok: false, status: 422, issues };
  const all = await everyStaffMember(shop);
  const before = given === undefined ? null : await staffMember(shop, given);
  if (given !== undefined && !before) return refused(404, '$.id', 'nobody of that id works here');
  if (all.some((p) => p.id !== given && p.active && p.name.toLowerCase() === called.toLowerCase()))
    return refused(409, '$.name', 'somebody of that name works here already: tell them apart');
  const others = all.filter((p) => p.id !== given && p.active && p.role === 'owner' && p.hasPassword);
  if (before?.role === 'owner' && (role !== 'owner' || !active) && others.length === 0)
    return refused(409, '$.role', 'the last owner stays one: make somebody else owner first');
  if (role === 'owner' && active && password === undefined && !before?.hasPassword)
    return refused(422, '$.password', 'an owner has a password');
  const fresh = {
    role,
    ...(pin === undefined ? {} : { pinHash: await hashOfSecret(pin) }),
    ...(password === undefined ? {} : { passwordHash: await hashOfSecret(password) }),
  };
  const id = given ?? nanoid();
  await shop.wholly(async (tx) => {
    if (before) await changePerson(tx, id, { ...fresh, name: called, active });
    else await addPerson(tx, { id, name: called, ...fresh });
    // What somebody was let in as, or by, is over: they show the new key.
    const isOther = before && (before.role !== role || !active || pin !== undefined || password !== undefined);
    if (isOther && id !== by.personId) await endSessions(tx, { personId: id }, now);
    await audit(tx, now, pin === undefined && password === undefined ? 'person-changed' : 'key-changed', by, id);
  });
  askAnew();
  return { ok: true, id };
}

const TABLET = z.strictObject({ withdraw: z.string().max(36) });

/** A tablet is lost: no PIN is taken there, and what it signed and did not send is not believed. */
export async function changeTablet(shop: Shop, raw: unknown, by: SignedIn, now: Date): Promise<Changed> {
  const read = TABLET.safeParse(raw);
  if (!read.success) return { ok: false, status: 400, issues: issuesIn(read.error) };
  const id = read.data.withdraw;
  const tablet = (await everyTablet(shop)).find((t) => t.id === id);
  if (!tablet) return refused(404, '$.withdraw', 'there is no such tablet');
  await shop.wholly(async (tx) => {
    await withdrawTablet(tx, id, now);
    await endSessions(tx, { tabletId: id }, now);
    await audit(tx, now, 'tablet-withdrawn', by, tablet.name);
  });
  askAnew();
  return { ok: true, id };
}

const SESSION = z.strictObject({ end: z.string().max(36) });

/** Ends one session of anybody's: what it signed and did not send is not believed. */
export async function withdrawSession(shop: Shop, raw: unknown, by: SignedIn, now: Date): Promise<Changed> {
  const read = SESSION.safeParse(raw);
  if (!read.success) return { ok: false, status: 400, issues: issuesIn(read.error) };
  const session = await sessionOf(shop, read.data.end);
  if (!session || session.endedAt !== null) return refused(404, '$.end', 'that one has ended already');
  await shop.wholly(async (tx) => {
    await changeSession(tx, session.id, { endedAt: now, withdrawn: true });
    await audit(tx, now, 'session-withdrawn', by, session.personId);
  });
  askAnew();
  return { ok: true, id: session.id };
}

const OWNER = z.strictObject({
  name,
  password: z.string().max(200),
  pin: z.string().max(20),
  /** Printed where the shop was started. */
  code: z.string().max(40),
  tablet: name.optional(),
});

/** The first owner of a shop that has none, by whoever reads the code where it was started. */
export async function makeOwner(
  shop: Shop,
  guesses: Guesses,
  firstCode: string,
  raw: unknown,
  peer: string,
  now: Date,
): Promise<({ readonly ok: true } & Opened) | NotOpened | Exclude<Changed, { ok: true }>> {
  if (await hasOwner(shop))
    return refused(409, '$', 'this shop has an owner: sign in') as Exclude<Changed, { ok: true }>;
  const read = OWNER.safeParse(raw);
  if (!read.success) return { ok: false, status: 400, issues: issuesIn(read.error) };
  const { name: called, password, pin, code, tablet } = read.data;
  const wait = guesses.takes(`first ${peer}`, now.getTime());
  if (wait > 0)
    return { ok: false, status: 429, code: 'wait', message: 'too many wrong ones', waitS: Math.ceil(wait / 1000) };
  if (firstCode === '' || code.trim() !== firstCode)
    return { ok: false, status: 422, issues: [{ path: '$.code', message: 'that is not the code the start printed' }] };
  guesses.right(`first ${peer}`);
  const issues = keyIssues({ name: called, pin, password });
  if (password.length > PASSWORD_LENGTH.most || issues.length > 0) return { ok: false, status: 422, issues };
  const known = (await everyStaffMember(shop)).find((p) => p.name.toLowerCase() === called.toLowerCase());
  const keys = { role: 'owner', pinHash: await hashOfSecret(pin), passwordHash: await hashOfSecret(password) };
  const id = known?.id ?? nanoid();
  if (known) await changePerson(shop, id, { ...keys, active: true });
  else await addPerson(shop, { id, name: called, ...keys });
  await audit(shop, now, 'owner-made', { personId: id, sessionId: null }, called);
  return { ok: true, ...(await openForOwner(shop, id, tablet ?? null, now)) };
}
