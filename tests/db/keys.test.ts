import { randomUUID } from 'node:crypto';
import { afterAll, describe, expect, it } from 'vitest';
import { auditOf } from '@/db/audit.ts';
import { openShop } from '@/db/client.ts';
import { staffMember } from '@/db/people.ts';
import { createJob } from '@/features/newJob/createJob.ts';
import { takeEvent } from '@/features/record/server/takeEvent.ts';
import { type Admitted, NOBODY, type SignedIn } from '@/keys/admitted.ts';
import { Guesses } from '@/keys/guesses.ts';
import { changeLinks, jobByLink } from '@/keys/links.ts';
import { IDLE_MS, type Opened, signIn, signOut, takenText, takeSession, whoAsks } from '@/keys/signIn.ts';
import { changeStaff, changeTablet, makeOwner, withdrawSession } from '@/keys/staff.ts';
import { newToken, signatureOf, signedText } from '@/keys/tokens.ts';
import { DEMO_PASSWORD, PRINTED_PINS } from '../../demo/pins.mjs';

const url = process.env.RIDGE_TEST_URL;
const HOUR = 3600_000;

describe.skipIf(!url)('people with keys', () => {
  const { shop: db, end } = openShop(url ?? 'mysql://127.0.0.1/none');
  afterAll(() => end());
  const now = new Date('2026-11-30T08:00:00Z');
  const later = (ms: number) => new Date(now.getTime() + ms);
  const SHOP = { pinAnywhere: [] };
  const elsewhere: Admitted = { ...NOBODY, peer: '192.0.2.7' };

  /** A tablet the owner took in, for tests of their own. */
  const tablet = async (): Promise<{ at: Admitted; token: string; owner: Opened }> => {
    const owner = await signIn(
      db,
      new Guesses(),
      SHOP,
      { personId: 'person-ilse', password: DEMO_PASSWORD, tablet: 'bench' },
      elsewhere,
      now,
    );
    if (!owner.ok) throw new Error(owner.message);
    return { at: { ...NOBODY, tabletId: owner.signedIn.tabletId, peer: 'x' }, token: owner.tabletToken!, owner };
  };
  const byPin = async (at: Admitted, personId: string, when = now): Promise<Opened> => {
    const opened = await signIn(db, new Guesses(), SHOP, { personId, pin: PRINTED_PINS[personId] }, at, when);
    if (!opened.ok) throw new Error(opened.message);
    return opened;
  };
  const seenAt = (opened: Pick<Opened, 'token'>, when: Date) =>
    whoAsks(db, { sessionToken: opened.token, tabletToken: null, peer: 'x' }, when);
  const job = async (): Promise<string> => {
    const created = await createJob(
      db,
      {
        ...{ id: randomUUID(), complaintId: randomUUID(), personId: 'person-ilse', machineId: 'machine-heron-4' },
        ...{ newMachine: null, complaint: ['low-power'], said: '', hours: null, storedMonths: null, flags: [] },
        promisedOn: null,
      },
      now,
    );
    if (!created.ok) throw new Error(JSON.stringify(created.issues));
    return created.id;
  };
  const signedBy = ({ signedIn, secret }: Opened, jobId: string, at: Date, event: unknown = { note: 'x' }) => {
    const [id, time] = [randomUUID(), at.toISOString()];
    const signature = signatureOf(secret, signedText(jobId, id, time, event));
    return { id, at: time, known: 0, event, session: signedIn.sessionId, signature };
  };

  it('a PIN is enough on a tablet of the shop and nowhere else; a password everywhere', async () => {
    const pin = { personId: 'person-borre', pin: PRINTED_PINS['person-borre'] };
    expect(await signIn(db, new Guesses(), SHOP, pin, elsewhere, now)).toMatchObject({ ok: false, code: 'no-tablet' });
    const { at, token } = await tablet();
    const opened = await byPin(at, 'person-borre');
    expect(opened.signedIn).toMatchObject({ personId: 'person-borre', role: 'technician', tabletId: at.tabletId });
    // The tablet is known again by what it shows, whoever is signed in there.
    const shown = await whoAsks(db, { sessionToken: null, tabletToken: token, peer: 'x' }, now);
    expect(shown).toMatchObject({ signedIn: null, role: 'nobody', tabletId: at.tabletId });
    const learner = { personId: 'person-mirre', password: 'whatever it is', tablet: 'mine' };
    expect(await signIn(db, new Guesses(), SHOP, learner, elsewhere, now)).toMatchObject({ ok: false, status: 401 });
  });

  it('of a hundred PINs at once five are looked at; the right one is not taken before its wait is over', async () => {
    const { at } = await tablet();
    const guesses = new Guesses();
    const tries = await Promise.all(
      Array.from({ length: 100 }, (_, i) =>
        signIn(db, guesses, SHOP, { personId: 'person-mirre', pin: String(5000 + i) }, at, now),
      ),
    );
    expect(tries.filter((t) => !t.ok && t.status === 401).length).toBe(5);
    expect(tries.filter((t) => !t.ok && t.status === 429).length).toBe(95);
    const right = { personId: 'person-mirre', pin: PRINTED_PINS['person-mirre'] };
    expect(await signIn(db, guesses, SHOP, right, at, later(29_000))).toMatchObject({ ok: false, waitS: 1 });
    // Somebody else at the same tablet does not wait for it.
    expect(await signIn(db, guesses, SHOP, { ...right, personId: 'person-borre', pin: '2904' }, at, now)).toMatchObject(
      { ok: true },
    );
    expect(await signIn(db, guesses, SHOP, right, at, later(30_000))).toMatchObject({ ok: true });
    const wrong = (await auditOf(db, 5000)).filter((l) => l.what === 'wrong-key' && l.about === at.tabletId);
    expect(wrong.length).toBe(5);
  });

  it('a session ends by itself: after its day, and when nothing was asked for so long', async () => {
    const { at } = await tablet();
    const opened = await byPin(at, 'person-borre');
    expect((await seenAt(opened, later(IDLE_MS - 60_000))).role).toBe('technician');
    expect((await seenAt(opened, later(2 * IDLE_MS))).role).toBe('nobody');
    // Asked for all the time it lasts its day and no longer.
    const busy = await byPin(at, 'person-borre');
    for (let h = 0.5; h < 16; h += 0.5)
      expect((await seenAt(busy, later(h * HOUR))).role, String(h)).toBe('technician');
    expect((await seenAt(busy, later(16 * HOUR))).role).toBe('nobody');
    expect((await whoAsks(db, { sessionToken: newToken(), tabletToken: newToken(), peer: 'x' }, now)).role).toBe(
      'nobody',
    );
    expect((await whoAsks(db, { sessionToken: "' OR 1=1 --", tabletToken: '', peer: 'x' }, now)).role).toBe('nobody');
  });

  it('signed out, or signed in anew on the same tablet, the one before opens nothing', async () => {
    const { at } = await tablet();
    const one = await byPin(at, 'person-borre');
    const two = await byPin(at, 'person-borre');
    expect((await seenAt(one, now)).role).toBe('nobody');
    await signOut(db, two.signedIn, now);
    expect((await seenAt(two, now)).role).toBe('nobody');
  });

  it('out of reach three switch in the middle of a queue: each line is signed for by who was at the bench', async () => {
    const { at } = await tablet();
    const three = [await byPin(at, 'person-borre'), await byPin(at, 'person-mirre'), await byPin(at, 'person-ilse')];
    const id = await job();
    const queue = Array.from({ length: 9 }, (_, i) => signedBy(three[(i * 2) % 3]!, id, later(i * 60_000)));
    // They arrive the next morning, under the session of one who was not among them that day.
    const morning = await byPin(at, 'person-borre', later(20 * HOUR));
    const names: string[] = [];
    for (const event of queue) {
      const taken = await takeEvent(db, id, event, morning.signedIn, later(20 * HOUR));
      expect(taken.ok, JSON.stringify(taken)).toBe(true);
      if (taken.ok) names.push(taken.events.at(-1)!.personId);
    }
    expect(names).toEqual(queue.map((_, i) => three[(i * 2) % 3]!.signedIn.personId));
  });

  it('what is not signed goes by who is signed in, and what a page believed of another is not taken', async () => {
    const { at } = await tablet();
    const { signedIn } = await byPin(at, 'person-mirre');
    const id = await job();
    const bare = { id: randomUUID(), at: now.toISOString(), known: 0, event: { note: 'bare' } };
    const taken = await takeEvent(db, id, bare, signedIn, now);
    expect(taken.ok && taken.events.map((e) => e.personId)).toEqual(['person-mirre']);
    const other = { ...bare, id: randomUUID(), personId: 'person-ilse' };
    expect(await takeEvent(db, id, other, signedIn, now)).toMatchObject({ ok: false, code: 'other-person' });
  });

  it('no mark but that of a session that lived then, on that tablet, on that very line, is believed', async () => {
    const { at, owner } = await tablet();
    const borre = await byPin(at, 'person-borre');
    const { at: other } = await tablet();
    const stranger = await byPin(other, 'person-mirre');
    const id = await job();
    const good = signedBy(borre, id, later(HOUR));
    const refused = async (event: object, from: SignedIn = borre.signedIn, when = later(HOUR)) => {
      const taken = await takeEvent(db, id, event, from, when);
      return taken.ok ? 'taken' : taken.code;
    };
    expect(await refused({ ...good, event: { note: 'y' } })).toBe('signature');
    expect(await refused({ ...good, id: randomUUID() })).toBe('signature');
    expect(await refused({ ...good, at: later(HOUR + 1).toISOString() })).toBe('signature');
    expect(await refused({ ...good, session: owner.signedIn.sessionId })).toBe('signature');
    expect(await refused({ ...good, session: randomUUID() })).toBe('signature');
    expect(await refused(signedBy(borre, await job(), later(HOUR)))).toBe('signature');
    // Once it is over the time decides: before it was opened, and after it ended, nobody was there.
    for (const at of [-HOUR, 17 * HOUR])
      expect(await refused(signedBy(borre, id, later(at)), borre.signedIn, later(17 * HOUR))).toBe('signature');
    expect(await refused(good, stranger.signedIn)).toBe('signature');
    expect(await refused(good, borre.signedIn, later(60 * 24 * HOUR))).toBe('signature');
    // While it lives a clock that is wrong by years keeps nobody from the record.
    const wrongClock = signedBy(borre, id, new Date('2020-01-01T00:00:00Z'));
    expect(await refused(wrongClock)).toBe('taken');
    expect(await refused(good)).toBe('taken');
  });

  it('what waits on a tablet that was withdrawn is not taken, and nobody is signed in there', async () => {
    const { at, owner } = await tablet();
    const borre = await byPin(at, 'person-borre');
    const id = await job();
    expect(await changeTablet(db, { withdraw: at.tabletId }, owner.signedIn, later(HOUR))).toMatchObject({ ok: true });
    expect((await seenAt(borre, later(HOUR))).role).toBe('nobody');
    const elsewhereNow = await signIn(
      db,
      new Guesses(),
      SHOP,
      { personId: 'person-ilse', password: DEMO_PASSWORD },
      elsewhere,
      later(HOUR),
    );
    if (!elsewhereNow.ok) throw new Error(elsewhereNow.message);
    const taken = await takeEvent(db, id, signedBy(borre, id, now), elsewhereNow.signedIn, later(HOUR));
    expect(taken).toMatchObject({ ok: false, code: 'signature' });
    expect(
      await signIn(
        db,
        new Guesses(),
        SHOP,
        { personId: 'person-borre', pin: '2904' },
        { ...at, tabletId: null },
        later(HOUR),
      ),
    ).toMatchObject({ code: 'no-tablet' });
  });

  it('one session is ended by itself: nobody is in by it, what it signed is not taken, the others of that person go on', async () => {
    const [first, second] = [await tablet(), await tablet()];
    const [there, here] = [await byPin(first.at, 'person-borre'), await byPin(second.at, 'person-borre')];
    const jobId = await job();
    const waiting = signedBy(there, jobId, later(1000));
    const by = first.owner.signedIn;
    expect(await withdrawSession(db, { end: there.signedIn.sessionId }, by, later(2000))).toMatchObject({ ok: true });
    expect((await seenAt(there, later(3000))).signedIn).toBeNull();
    expect((await seenAt(here, later(3000))).signedIn?.personId).toBe('person-borre');
    expect(await takeEvent(db, jobId, waiting, second.owner.signedIn, later(4000))).toMatchObject({
      ok: false,
      status: 403,
      code: 'signature',
    });
    expect(await withdrawSession(db, { end: there.signedIn.sessionId }, by, later(5000))).toMatchObject({
      ok: false,
      status: 404,
    });
    expect(await withdrawSession(db, { end: 7 }, by, later(5000))).toMatchObject({ ok: false, status: 400 });
    expect((await auditOf(db, 5000)).map(({ what, about }) => [what, about])).toContainEqual([
      'session-withdrawn',
      'person-borre',
    ]);
  });

  it('goes on with another live session of the same tablet, shown by what only that one signs, at this hour', async () => {
    const { at } = await tablet();
    const [borre, mirre] = [await byPin(at, 'person-borre'), await byPin(at, 'person-mirre')];
    const asked = ({ signedIn, secret }: Opened, when: Date) => {
      const time = when.toISOString();
      return {
        session: signedIn.sessionId,
        at: time,
        signature: signatureOf(secret, takenText(signedIn.sessionId, time)),
      };
    };
    const taken = await takeSession(db, asked(borre, now), at, now);
    expect(taken).toMatchObject({ ok: true, signedIn: { personId: 'person-borre' } });
    // What it showed before opens nothing any more.
    expect((await seenAt(borre, now)).role).toBe('nobody');
    for (const [body, from] of [
      [{ ...asked(borre, now), session: mirre.signedIn.sessionId }, at],
      [asked(borre, later(-HOUR)), at],
      [asked(borre, now), elsewhere],
      [{ ...asked(borre, now), signature: newToken() }, at],
    ] as const)
      expect(await takeSession(db, body, from, now)).toMatchObject({ ok: false, status: 401 });
  });

  it('a learner’s close and waiver are refused, also signed and later; a technician’s waiver is written down', async () => {
    const { at } = await tablet();
    const [borre, mirre] = [await byPin(at, 'person-borre'), await byPin(at, 'person-mirre')];
    const id = await job();
    const waiver = { waived: 'top-speed', because: 'no tachometer here' };
    for (const event of [{ close: 'handed-back' }, waiver, { letIn: 'x', through: 'y' }]) {
      const taken = await takeEvent(db, id, signedBy(mirre, id, now, event), borre.signedIn, now);
      expect(taken, JSON.stringify(event)).toMatchObject({ ok: false, status: 403, code: 'not-allowed' });
    }
    const taken = await takeEvent(db, id, signedBy(borre, id, now, waiver), mirre.signedIn, now);
    const lines = (await auditOf(db, 5000)).filter((l) => l.about?.includes(id));
    expect(lines.filter((l) => l.what === 'refused').length).toBe(3);
    expect(lines.some((l) => l.what === 'gate-passed-over')).toBe(taken.ok);
  });

  it('changes people: what is wrong is said beside its field, the last owner stays, a new key ends what the old one opened', async () => {
    const { at, owner } = await tablet();
    const by = owner.signedIn;
    const change = (body: object) => changeStaff(db, body, by, now);
    const fresh = { name: `Niels ${randomUUID().slice(0, 6)}`, role: 'learner', active: true };
    expect(await change({ ...fresh, pin: '1234' })).toMatchObject({ status: 422, issues: [{ path: '$.pin' }] });
    expect(await change({ ...fresh, name: 'ilse vant' })).toMatchObject({ status: 409, issues: [{ path: '$.name' }] });
    expect(await change({ ...fresh, role: 'boss' })).toMatchObject({ status: 400, issues: [{ path: '$.role' }] });
    expect(await change({ ...fresh, role: 'owner' })).toMatchObject({ issues: [{ path: '$.password' }] });
    const made = await change({ ...fresh, pin: '7259' });
    if (!made.ok) throw new Error('not made');
    const opened = await signIn(db, new Guesses(), SHOP, { personId: made.id, pin: '7259' }, at, now);
    if (!opened.ok) throw new Error(opened.message);
    expect(await change({ ...fresh, id: made.id, role: 'technician' })).toMatchObject({ ok: true });
    expect((await seenAt(opened, now)).role).toBe('nobody');
    expect(await change({ ...fresh, id: made.id, active: false })).toMatchObject({ ok: true });
    expect(await signIn(db, new Guesses(), SHOP, { personId: made.id, pin: '7259' }, at, now)).toMatchObject({
      status: 401,
    });
    const ilse = { id: 'person-ilse', name: 'Ilse Vant', active: true };
    expect(await change({ ...ilse, role: 'technician' })).toMatchObject({ status: 409, issues: [{ path: '$.role' }] });
    expect(await staffMember(db, 'person-ilse')).toMatchObject({ role: 'owner' });
  });

  it('the first owner is made once, by who reads the code; a shop that has one makes no second', async () => {
    const body = { name: 'Somebody', password: 'a long enough one', pin: '7259', code: 'fen-42' };
    expect(await makeOwner(db, new Guesses(), 'fen-42', body, 'x', now)).toMatchObject({ ok: false, status: 409 });
  });

  it('a link leads to its job until its day or until it is withdrawn; nothing else leads anywhere', async () => {
    const { owner } = await tablet();
    const id = await job();
    const made = await changeLinks(db, id, { days: 14 }, owner.signedIn, now);
    if (!made.ok || !('token' in made)) throw new Error('no link');
    expect(await jobByLink(db, made.token, later(13 * 24 * HOUR))).toBe(id);
    expect(await jobByLink(db, made.token, later(14 * 24 * HOUR))).toBeNull();
    for (const guess of [newToken(), '', made.token.slice(1), made.token.toLowerCase()])
      expect(await jobByLink(db, guess, now)).toBeNull();
    for (const days of [0, 91, 1.5, '7'])
      expect(await changeLinks(db, id, { days }, owner.signedIn, now)).toMatchObject({ ok: false });
    expect(await jobByLink(db, made.token, now)).toBe(id);
  });
});
