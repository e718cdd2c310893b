import { randomUUID } from 'node:crypto';
import { afterAll, describe, expect, it } from 'vitest';
import { nextChecks, readCase, replayAll, summarise, traceCase } from '@/core/index.ts';
import { openShop } from '@/db/client.ts';
import { statesOf } from '@/db/jobStates.ts';
import { eventsOf, jobOf, openJobs } from '@/db/jobs.ts';
import { machineOf } from '@/db/machines.ts';
import { everyPerson } from '@/db/people.ts';
import { type FloorRow, loadFloor } from '@/features/floor/loadFloor.ts';
import { reckonNext } from '@/features/floor/server/reckoning.ts';
import { createJob } from '@/features/newJob/createJob.ts';
import { benchOf } from '@/features/record/server/benches.ts';
import { caseFileOf, caseOf, jobFileOf } from '@/features/record/server/jobFile.ts';
import { recordEvent } from '@/features/record/server/recordEvent.ts';
import { standAfter } from '@/features/record/server/standAfter.ts';
import { sheetOf } from '@/features/sheet/sheetOf.ts';
import { JOBS } from '../../demo/shop.ts';

/** What stands between the screens and the record; on the demo shop that `npm test` loads. */
const url = process.env.RIDGE_TEST_URL;

describe.skipIf(!url)('the doors of the shop', () => {
  const { shop: db, end } = openShop(url ?? 'mysql://127.0.0.1/none');
  afterAll(() => end());
  const now = new Date('2026-11-25T10:00:00Z');

  const request = (change: object = {}) => ({
    id: randomUUID(),
    complaintId: randomUUID(),
    personId: 'person-ilse',
    machineId: 'machine-heron-4',
    newMachine: null,
    complaint: ['low-power'],
    said: ' drags ',
    hours: 411,
    storedMonths: null,
    flags: [],
    promisedOn: '2026-11-27',
    ...change,
  });
  const body = (event: unknown, change: object = {}) => ({
    id: randomUUID(),
    personId: 'person-ilse',
    at: now.toISOString(),
    known: 0,
    event,
    ...change,
  });
  const started = async () => {
    const created = await createJob(db, request(), now);
    if (!created.ok) throw new Error(JSON.stringify(created.issues));
    return created.id;
  };
  /** The floor once how the demo's machines stand is worked out, which goes on beside. */
  const workedOut = async () => {
    for (const { id } of JOBS) reckonNext(db, id);
    for (;;) {
      const states = await statesOf(
        db,
        JOBS.map((j) => j.id),
      );
      const { open } = await loadFloor(db);
      if (states.size === JOBS.length && !open.some((row) => row.isOld && states.has(row.id))) return open;
      await new Promise((resolve) => setTimeout(resolve, 100));
    }
  };
  const record = async (id: string, event: unknown) => {
    const recorded = await recordEvent(db, id, body(event), now);
    if (!recorded.ok) throw new Error(JSON.stringify(recorded));
    return recorded;
  };

  describe('a job', () => {
    it('is opened with its complaint, the sheet as it stood, and the customer’s words', async () => {
      const id = await started();
      const file = jobFileOf(await eventsOf(db, id));
      expect(file.head).toMatchObject({
        complaint: ['low-power'],
        said: 'drags',
        history: { hours: 411, storedMonths: null },
        machine: { engine: { cylinders: 2, sheet: { boreMm: 80 } } },
      });
      expect(await jobOf(db, id)).toMatchObject({ promisedOn: '2026-11-27', eventCount: 0, closedAt: null });
    });

    it('sent twice is one job and one machine', async () => {
      const machineId = randomUUID();
      const twice = request({
        machineId,
        newMachine: {
          tag: 'Bittern',
          name: 'Borrowed mower',
          owner: 'The ferryman',
          kind: 'other',
          sheetId: 'sheet-unknown-twin',
        },
      });
      const [first, second] = [await createJob(db, twice, now), await createJob(db, twice, now)];
      expect(second).toEqual(first);
      expect(await machineOf(db, machineId)).toMatchObject({ tag: 'Bittern', hours: 411 });
      expect(await eventsOf(db, twice.id)).toHaveLength(1);
    });

    it.each([
      ['no complaint', { complaint: [] }, '$.complaint'],
      ['an unknown complaint', { complaint: ['sulks'] }, '$.complaint[0]'],
      ['nobody', { personId: 'nobody' }, '$.personId'],
      ['no such machine', { machineId: 'machine-not-here' }, '$.machineId'],
      [
        'a new machine without a tag',
        { newMachine: { tag: ' ', name: 'x', owner: 'y', kind: 'other', sheetId: 'sheet-unknown-twin' } },
        '$.newMachine.tag',
      ],
      [
        'a new machine without its engine',
        {
          machineId: 'machine-brand-new',
          newMachine: { tag: 'x', name: 'x', owner: 'y', kind: 'other', sheetId: 'none' },
        },
        '$.newMachine.sheetId',
      ],
      ['negative hours', { hours: -1 }, '$.hours'],
      ['an unknown flag', { flags: ['haunted'] }, '$.history.flags[0]'],
      ['a promise that is no day', { promisedOn: 'soon' }, '$.promisedOn'],
    ])('%s is refused beside its field and nothing is written', async (_, change, path) => {
      const sent = request(change);
      const created = await createJob(db, sent, now);
      expect(created.ok).toBe(false);
      if (!created.ok) expect(created.issues.map((i) => i.path)).toContain(path);
      expect(await jobOf(db, sent.id)).toBeNull();
      expect(await machineOf(db, 'machine-brand-new')).toBeNull();
    });
  });

  describe('an event', () => {
    it('is printed with who and when; what came in between is handed back', async () => {
      const id = await started();
      await record(id, { note: 'one' });
      const recorded = await record(id, {
        check: 'power.rest-volts',
        value: { value: 12.1, unit: 'V' },
        typed: { value: '12.1' },
      });
      expect(recorded).toMatchObject({ seq: 2, duplicate: false });
      expect(recorded.events.map((e) => [e.seq, e.kind, e.personId])).toEqual([
        [1, 'note', 'person-ilse'],
        [2, 'reading', 'person-ilse'],
      ]);
    });

    it('sent again under its id is the same event, even with a job closed since', async () => {
      const id = await started();
      const sent = body({ close: 'customer-stops' });
      await recordEvent(db, id, sent, now);
      expect(await recordEvent(db, id, sent, now)).toMatchObject({ ok: true, seq: 1, duplicate: true });
      expect(await recordEvent(db, id, body({ note: 'late' }), now)).toMatchObject({
        ok: false,
        status: 409,
        code: 'closed',
      });
    });

    it('kinds are told apart: correction, repair, re-test, closing', async () => {
      const id = await started();
      await record(id, { check: 'look.crank', outcome: 'slow' });
      await record(id, { correct: 1, reason: 'wrong machine' });
      await record(id, { repair: 'power.battery-worn', action: 'replaced' });
      await record(id, { check: 'look.crank', outcome: 'normal', retest: true });
      expect((await eventsOf(db, id)).map((e) => e.kind)).toEqual([
        'complaint',
        'reading',
        'correction',
        'repair',
        're-test',
      ]);
    });

    it.each([
      ['no id', { id: '' }, 400],
      ['somebody unknown', { personId: 'nobody' }, 422],
      ['a year no clock shows', { at: '0001-01-01T00:00:00Z' }, 422],
    ])('%s is refused', async (_, change, status) => {
      const id = await started();
      expect(await recordEvent(db, id, body({ note: 'x' }, change), now)).toMatchObject({ ok: false, status });
      expect(await eventsOf(db, id)).toHaveLength(1);
    });

    it('kept in a browser over a week and sent late is taken down with its own time', async () => {
      const id = await started();
      const later = new Date('2026-12-03T10:00:00Z');
      const recorded = await recordEvent(db, id, body({ note: 'late' }, { at: '2026-11-26T10:00:00Z' }), later);
      expect(recorded).toMatchObject({ ok: true, seq: 1 });
      expect((await eventsOf(db, id))[1]).toMatchObject({ at: new Date('2026-11-26T10:00:00Z'), timeDoubtful: false });
    });

    it('"cured" is refused until it is shown, with what is missing', async () => {
      const id = await started();
      const closing = () => recordEvent(db, id, body({ close: 'cured' }), now);
      expect(await closing()).toMatchObject({
        ok: false,
        status: 409,
        blockers: [{ code: 'nothing-repaired' }, { code: 'complaint-not-gone' }],
      });
      await record(id, { repair: 'spark.plug-fouled', cylinder: 1, action: 'replaced' });
      expect(await closing()).toMatchObject({
        ok: false,
        blockers: [
          { code: 'work-due', condition: 'back-together' },
          { code: 'retest-due', check: 'balance.heat' },
          { code: 'retest-due', check: 'look.run' },
        ],
      });
      await record(id, { check: 'balance.heat', readings: { '1': 'hot', '2': 'hot' } });
      await record(id, { check: 'look.run', symptoms: [] });
      expect(await closing()).toMatchObject({
        blockers: [{ code: 'work-due', condition: 'back-together', steps: ['Plug lead 1 in its groove, boot home'] }],
      });
      await record(id, { work: 'back-together', steps: ['lead-1'] });
      expect(await closing()).toMatchObject({ ok: true });
    });

    it('two hands closing and reading at once leave one order', async () => {
      const id = await started();
      const all = await Promise.all([
        ...Array.from({ length: 6 }, () => recordEvent(db, id, body({ note: 'n' }), now)),
        recordEvent(db, id, body({ close: 'customer-stops' }), now),
      ]);
      const written = all.filter((r) => r.ok).length;
      const events = await eventsOf(db, id, 0);
      expect(events).toHaveLength(written);
      expect(events.map((e) => e.seq)).toEqual(events.map((_, i) => i + 1));
      const closed = events.findIndex((e) => e.kind === 'close');
      if (closed >= 0) expect(closed).toBe(events.length - 1);
    });
  });

  describe('what is worked out from the record', () => {
    it('every demo job read back is its case, and traces the same from the file as from the shop', async () => {
      for (const { id, complaint, history, events } of JOBS) {
        const file = jobFileOf(await eventsOf(db, id));
        const stored = caseOf(file);
        expect(stored.complaint).toEqual(complaint);
        expect(file.events.map((e) => e.event)).toEqual(events.map((e) => e.event));
        const exported = readCase(
          JSON.parse(JSON.stringify({ ...file.head, events: file.events.map((e) => e.event) })),
        );
        if (!exported.ok) throw new Error(JSON.stringify(exported.issues));
        expect(traceCase(exported.value, { withoutNext: true })).toEqual(traceCase(stored, { withoutNext: true }));
        expect(stored.history.hours).toBe(history.hours);
        expect(benchOf(id, file)).toBe(benchOf(id, file));
      }
    }, 60_000);

    it('a job taken out as a case file is read back whole, with who and when, and traces the same', async () => {
      const file = jobFileOf(await eventsOf(db, 'job-heron-9-closed'));
      const taken = JSON.parse(
        JSON.stringify(caseFileOf(await eventsOf(db, 'job-heron-9-closed'), await everyPerson(db))),
      );
      expect(taken.events[0]).toMatchObject({ id: 'job-heron-9-closed-1', by: 'Borre Okonje', check: 'spark.tester' });
      const read = readCase(taken);
      if (!read.ok) throw new Error(JSON.stringify(read.issues));
      expect(traceCase(read.value, { withoutNext: true })).toEqual(traceCase(caseOf(file), { withoutNext: true }));
    });

    it('what is believed after a reading on its way is what is believed once it is written, and nothing is written for it', async () => {
      const id = await started();
      const low = { check: 'look.oil', outcome: 'low' };
      await record(id, low);
      const volts = { check: 'power.rest-volts', condition: 'key-off', value: { value: 12.58, unit: 'V' } };
      const told = await standAfter(db, id, { known: 1, events: [volts] });
      if (!told.ok) throw new Error(JSON.stringify(told.issues));
      expect(await eventsOf(db, id, 0)).toHaveLength(1);
      await record(id, volts);
      const written = caseOf(jobFileOf(await eventsOf(db, id)));
      const bench = replayAll(written, written.events);
      const summary = summarise(bench);
      expect(told.stand.events).toBe(2);
      expect(told.stand.summary.suspects).toEqual(summary.suspects);
      expect(told.stand.plan).toEqual(nextChecks(bench, summary));
    });

    it('refuses to say what is believed of no job, a shorter record, or a reading that cannot be', async () => {
      const id = await started();
      const status = async (job: string, raw: unknown) => {
        const told = await standAfter(db, job, raw);
        return told.ok ? 200 : told.status;
      };
      expect(await status(randomUUID(), { known: 0, events: [] })).toBe(404);
      expect(await status(id, { known: 3, events: [] })).toBe(422);
      expect(await status(id, { known: -1, events: [] })).toBe(400);
      const odd = await standAfter(db, id, { known: 0, events: [{ check: 'look.oil', outcome: 'sideways' }] });
      expect(odd).toMatchObject({ ok: false, status: 422, issues: [{ path: '$.events[0].outcome' }] });
    });

    it('the floor shows the oldest promise first, promises before none, and what each waits for', async () => {
      const open = await workedOut();
      const demo = open.filter((row) => JOBS.some((j) => j.id === row.id));
      expect(demo.map((row) => row.id)).toEqual([
        'job-heron-7-battery',
        'job-coot-2-shut-off',
        'job-heron-4-power',
        'job-sluice-1-one',
        'job-teal-new',
      ]);
      const waitsFor = ({ state }: FloorRow) => (state && state.phase !== 'unread' ? state.waitsFor : '');
      expect(waitsFor(demo[0]!)).toBe('Repair: Battery worn out');
      expect(waitsFor(demo[1]!)).toBe('Re-test: Shut off by the key');
      expect(waitsFor(demo[2]!)).toMatch(/^Check: /);
      const left = (await statesOf(db, ['job-heron-9-closed'])).get('job-heron-9-closed');
      expect(left?.payload).toMatchObject({ phase: 'closed', waitsFor: 'Cured and shown' });
      expect((await openJobs(db)).every((j) => j.closedAt === null)).toBe(true);
    }, 60_000);

    it('the sheet of a cured job says how it was proven and shown; of a stopped one, that it was not', async () => {
      const people = await everyPerson(db);
      const sheet = async (id: string) => {
        const job = (await jobOf(db, id))!;
        return sheetOf(job, (await machineOf(db, job.machineId))!, jobFileOf(await eventsOf(db, id)), people);
      };
      const cured = await sheet('job-heron-9-closed');
      expect(cured).toMatchObject({ ending: 'Cured and shown', shownCured: true, technicians: ['Borre Okonje'] });
      expect(cured.findings[0]).toMatchObject({
        title: 'Coil drops out hot, cylinder 1',
        action: 'Replaced',
        unproven: false,
      });
      expect(cured.findings[0]!.proof).toEqual([
        'Spark tester, cylinder 1: None',
        'Kill lead off this coil, cylinder 1: No change',
        'Coil air gap, cylinder 1: First leg 0.25 mm · Second leg 0.25 mm',
      ]);
      expect(cured.pairs[0]).toMatchObject({
        check: 'Spark tester, cylinder 1',
        before: 'None (at idle, hot)',
        after: 'Strong (at idle, hot)',
      });
      expect(cured.watch[0]).toContain('cooling fins');

      // A plain outcome is its own verdict; a figure gets one.
      expect(cured.readings.map((r) => r.verdict)).toEqual(['', '', '', '', '', 'In limits', '', '', '']);

      const proven = await sheet('job-heron-7-battery');
      expect(proven).toMatchObject({ findings: [], suspected: null, standing: [{ title: 'Battery worn out' }] });
      expect(proven.standing[0]!.proof[0]).toContain('Measured CCA 150 A');

      const id = await started();
      await record(id, { repair: 'spark.coil-open', cylinder: 2, action: 'replaced', note: 'on a guess' });
      await record(id, { close: 'customer-stops', note: 'Sold it.' });
      const stopped = await sheet(id);
      expect(stopped).toMatchObject({ ending: 'Customer stops', shownCured: false, endingNote: 'Sold it.' });
      expect(stopped.findings[0]).toMatchObject({ unproven: true, proof: [], note: 'on a guess' });
      const open = await sheet(await started());
      expect(open).toMatchObject({ ending: 'Still open', closed: null, findings: [] });
      expect(open.suspected).toBeTruthy();
    });
  });
});
