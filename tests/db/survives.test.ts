import { randomUUID } from 'node:crypto';
import { eq } from 'drizzle-orm';
import { afterAll, describe, expect, it } from 'vitest';
import { summarise } from '@/core/index.ts';
import { openShop } from '@/db/client.ts';
import { keptSheet } from '@/db/jobSheets.ts';
import { closedJobs, eventsOf, figuresOf, jobOf, MOST_EVENTS } from '@/db/jobs.ts';
import { machineOf } from '@/db/machines.ts';
import { databaseOn, openPool } from '@/db/pool.ts';
import { jobEvents, jobs } from '@/db/schema.ts';
import { mayBeTriedAgain, Shop } from '@/db/shop.ts';
import { type FloorRow, loadFloor } from '@/features/floor/loadFloor.ts';
import { reckonNext } from '@/features/floor/server/reckoning.ts';
import { createJob } from '@/features/newJob/createJob.ts';
import { benchOf, keptBench } from '@/features/record/server/benches.ts';
import { jobFileOf, unlessUnread } from '@/features/record/server/jobFile.ts';
import { recordEvent } from '@/features/record/server/recordEvent.ts';
import { recordOf } from '@/features/record/server/records.ts';
import { newJobRequest } from '../../scripts/lib/newJobRequest.mjs';

/** What became of the record when it was attacked; on the demo shop that `npm test` loads. */
const url = process.env.RIDGE_TEST_URL;
const now = new Date();
const HOUR_MS = 3600_000;

describe.skipIf(!url)('a record that survives', () => {
  const { shop, end } = openShop(url ?? 'mysql://127.0.0.1/none');
  const pool = openPool(url ?? 'mysql://127.0.0.1/none');
  afterAll(() => Promise.all([end(), pool.end()]));

  const request = newJobRequest;
  const opened = async () => {
    const made = await createJob(shop, request(), now);
    if (!made.ok) throw new Error(JSON.stringify(made.issues));
    return made.id;
  };
  const body = (event: unknown, change: object = {}) => ({
    id: randomUUID(),
    personId: 'person-ilse',
    at: now.toISOString(),
    known: 0,
    event,
    ...change,
  });
  const record = (id: string, event: unknown, change: object = {}, at = now) =>
    recordEvent(shop, id, body(event, change), at);
  /** Puts rows in behind every door, as another version or a hand at the database might. */
  const putIn = async (jobId: string, payloads: readonly unknown[], change: object = {}) => {
    const from = (await jobOf(shop, jobId))!.eventCount + 1;
    const rows = payloads.map((payload, i) => ({
      id: randomUUID(),
      jobId,
      seq: from + i,
      kind: 'note',
      personId: 'person-ilse',
      at: now,
      receivedAt: now,
      ruleVersion: 'an earlier one',
      sheetVersion: 1,
      payload,
      ...change,
    }));
    await databaseOn(pool).insert(jobEvents).values(rows);
    await databaseOn(pool)
      .update(jobs)
      .set({ eventCount: from + payloads.length - 1 })
      .where(eq(jobs.id, jobId));
  };
  const rowOf = async (id: string): Promise<FloorRow> => {
    reckonNext(shop, id);
    for (;;) {
      const { open } = await loadFloor(shop);
      const row = open.find((r) => r.id === id)!;
      if (!row.isOld) return row;
      await new Promise((resolve) => setTimeout(resolve, 100));
    }
  };

  describe('one record harms no other', () => {
    it(`takes no event beyond ${MOST_EVENTS}, keeps room for the closing, and stays readable`, async () => {
      const id = await opened();
      const notes = Array.from({ length: MOST_EVENTS - 11 }, (_, i) => ({ note: `note ${i}` }));
      await putIn(id, notes);
      expect(await record(id, { note: 'the last but those for the end' })).toMatchObject({ ok: true });
      expect(await record(id, { note: 'one too many' })).toMatchObject({ ok: false, status: 409, code: 'full' });
      expect((await rowOf(id)).state).toMatchObject({ phase: 'tracing' });
      expect(benchOf(id, (await recordOf(shop, id))!.file).printed).toHaveLength(MOST_EVENTS - 10);
      expect(await record(id, { close: 'customer-stops' })).toMatchObject({ ok: true });
    });

    it('what today’s catalogue does not know is kept, printed and weighs nothing; what comes after still counts', async () => {
      const id = await opened();
      await putIn(id, [
        { check: 'look.crystal-ball', outcome: 'cloudy' },
        { check: 'look.oil', outcome: 'plaid' },
        { correct: 1 },
        'no object at all',
      ]);
      expect(await record(id, { check: 'look.oil', outcome: 'low' })).toMatchObject({ ok: true, seq: 5 });
      const { file } = (await recordOf(shop, id))!;
      expect(file.events[0]!.event).toMatchObject({ note: expect.stringContaining('look.crystal-ball') });
      const bench = benchOf(id, file);
      expect(bench.readings.map((r) => r.event)).toEqual([5]);
      // As if those four lines had never been.
      const other = await opened();
      await record(other, { check: 'look.oil', outcome: 'low' });
      const clean = benchOf(other, (await recordOf(shop, other))!.file);
      expect(summarise(bench).suspects).toEqual(summarise(clean).suspects);
      expect((await rowOf(id)).state).toMatchObject({ phase: summarise(clean).phase });
      // And the record as it was written is what is handed out.
      expect((await eventsOf(shop, id))[1]!.payload).toEqual({ check: 'look.crystal-ball', outcome: 'cloudy' });
    });

    it('a job whose complaint cannot be read is shown as such, and every other one as ever', async () => {
      const id = await opened();
      await databaseOn(pool)
        .insert(jobs)
        .values({
          id: `${id.slice(0, 30)}-odd`,
          number: 900_000 + Math.floor(Math.random() * 90_000),
          machineId: 'machine-heron-4',
          openedAt: now,
        });
      const odd = `${id.slice(0, 30)}-odd`;
      await putIn(odd, [{ machine: 'a hovercraft' }], { kind: 'complaint', seq: 0 });
      await databaseOn(pool).update(jobs).set({ eventCount: 0 }).where(eq(jobs.id, odd));
      expect((await rowOf(odd)).state).toMatchObject({ phase: 'unread', why: expect.stringContaining('complaint') });
      expect((await rowOf(id)).state).toMatchObject({ phase: 'tracing' });
      const told = await unlessUnread(async () => recordOf(shop, odd));
      expect(told).toHaveProperty('unread');
    });

    it('a field called like a part of every object is refused as any unknown field', async () => {
      const id = await opened();
      for (const name of ['constructor', 'toString', '__proto__', 'hasOwnProperty']) {
        const fields = JSON.parse(`{"${name}": {"value": 1, "unit": "V"}}`);
        const answer = await record(id, { check: 'power.crank-volts', condition: 'cranking', fields });
        expect(answer, name).toMatchObject({ ok: false, status: 422 });
        const readings = JSON.parse(`{"${name}": {"value": 1, "unit": "psi"}}`);
        expect(await record(id, { check: 'seal.compression', condition: 'cranking', readings }), name).toMatchObject({
          ok: false,
          status: 422,
        });
      }
      expect(await eventsOf(shop, id)).toHaveLength(1);
    });
  });

  describe('the same id', () => {
    it('with the same content is one event; with another it is refused, and nothing is thrown away unsaid', async () => {
      const id = await opened();
      const first = body({ note: 'once' });
      expect(await recordEvent(shop, id, first, now)).toMatchObject({ ok: true, duplicate: false });
      expect(await recordEvent(shop, id, first, now)).toMatchObject({ ok: true, duplicate: true, seq: 1 });
      for (const change of [{ event: { note: 'twice' } }, { personId: 'person-borre' }, { at: '2026-11-25T10:00:00Z' }])
        expect(await recordEvent(shop, id, { ...first, ...change }, now)).toMatchObject({
          ok: false,
          status: 409,
          code: 'other-content',
        });
      expect(await eventsOf(shop, id, 0)).toHaveLength(1);
    });

    it('in other letters is another id', async () => {
      const id = await opened();
      const lower = `abcdefgh-${randomUUID().slice(0, 8)}`;
      expect(await record(id, { note: 'small' }, { id: lower })).toMatchObject({ ok: true, seq: 1 });
      expect(await record(id, { note: 'large' }, { id: lower.toUpperCase() })).toMatchObject({
        ok: true,
        seq: 2,
        duplicate: false,
      });
    });

    it('for another job while the first is still being written is refused, not lost in an error', async () => {
      const [first, second, line] = [await opened(), await opened(), randomUUID()];
      await record(first, { note: 'there' });
      const holder = await pool.getConnection();
      await holder.beginTransaction();
      // What writing it down on the other job comes to, not yet at its end.
      const [like] = (await holder.query('SELECT * FROM job_events WHERE job_id = ? AND seq = 1', [
        first,
      ])) as unknown as [Record<string, unknown>[]];
      const columns = Object.keys(like[0]!);
      await holder.query(
        `INSERT INTO job_events (${columns}) SELECT ${columns.map((name) => ({ id: '?', seq: 2 })[name] ?? name)} FROM job_events WHERE job_id = ? AND seq = 1`,
        [line, first],
      );
      await holder.query('UPDATE jobs SET event_count = 2 WHERE id = ?', [first]);
      const late = record(second, { note: 'there' }, { id: line });
      await new Promise((resolve) => setTimeout(resolve, 300));
      await holder.commit();
      holder.release();
      expect(await late).toMatchObject({ ok: false, status: 409, code: 'other-job' });
    });

    it('of a new job, for another machine or another complaint, opens nothing and says so', async () => {
      const first = request();
      expect(await createJob(shop, first, now)).toMatchObject({ ok: true });
      expect(await createJob(shop, first, new Date(now.getTime() + 500))).toMatchObject({ ok: true, id: first.id });
      for (const change of [{ machineId: 'machine-heron-9' }, { complaint: ['surges'] }, { said: 'other words' }])
        expect(await createJob(shop, { ...first, ...change }, now)).toMatchObject({
          ok: false,
          status: 409,
          code: 'used-form',
        });
      expect((await jobOf(shop, first.id))!.machineId).toBe('machine-heron-4');
    });

    it('of a new machine that is another one’s opens no job on that one', async () => {
      const fresh = {
        tag: 'Egret',
        name: 'Somebody’s mower',
        owner: 'The miller',
        kind: 'other',
        sheetId: null,
        cylinders: 1,
      };
      const answer = await createJob(shop, request({ machineId: 'machine-heron-4', newMachine: fresh }), now);
      expect(answer).toMatchObject({ ok: false, status: 409 });
      expect((await machineOf(shop, 'machine-heron-4'))!.tag).not.toBe('Egret');
    });

    it('a job that cannot be opened leaves no machine behind', async () => {
      const fresh = { tag: 'Grebe', name: 'New one', owner: 'The miller', kind: 'other', sheetId: null, cylinders: 1 };
      const used = request();
      await createJob(shop, used, now);
      const machineId = randomUUID();
      expect(await createJob(shop, { ...used, machineId, newMachine: fresh }, now)).toMatchObject({
        ok: false,
        status: 409,
      });
      expect(await machineOf(shop, machineId)).toBeNull();
      expect(
        (
          await pool.query('SELECT COUNT(*) AS n FROM engine_sheets WHERE id LIKE ?', [`%${machineId.slice(0, 20)}%`])
        )[0],
      ).toEqual([{ n: 0 }]);
    });
  });

  describe('many hands at once', () => {
    it('twelve new jobs at once are twelve jobs with numbers of their own, without a gap', async () => {
      const made = await Promise.all(Array.from({ length: 12 }, () => createJob(shop, request(), now)));
      const numbers = made.map((m) => (m.ok ? m.number : Number.NaN)).sort((a, b) => a - b);
      expect(new Set(numbers).size).toBe(12);
      // Other files open jobs in this shop at the same time: a number missing here is one of theirs, or a gap.
      const [found] = (await pool.query('SELECT COUNT(*) AS n FROM jobs WHERE number BETWEEN ? AND ?', [
        numbers[0],
        numbers[11],
      ])) as unknown as [{ n: number }[]];
      expect(found[0]!.n).toBe(numbers[11]! - numbers[0]! + 1);
    });

    it('twenty corrections at once of twenty lines are all taken down', async () => {
      const id = await opened();
      for (let i = 0; i < 20; i++) await record(id, { check: 'look.oil', outcome: 'low' });
      const struck = await Promise.all(Array.from({ length: 20 }, (_, i) => record(id, { correct: i + 1 })));
      expect(struck.map((s) => s.ok)).toEqual(Array.from({ length: 20 }, () => true));
      expect(benchOf(id, (await recordOf(shop, id))!.file).readings).toEqual([]);
    });

    it('a hundred corrections ask for no belief: the record is replayed when somebody looks, once', async () => {
      const id = await opened();
      for (let i = 0; i < 100; i++) await record(id, { check: 'look.oil', outcome: 'low' });
      for (let i = 0; i < 100; i++) expect(await record(id, { correct: i + 1 })).toMatchObject({ ok: true });
      // Whatever is replayed on the way is kept by its number of lines.
      expect(Array.from({ length: 201 }, (_, n) => keptBench(id, n)).filter(Boolean)).toEqual([]);
      const bench = benchOf(id, (await recordOf(shop, id))!.file);
      expect(bench.readings).toEqual([]);
      expect(keptBench(id, 200)).toBe(bench);
    });

    it('of two who strike the same line the second is told by whom it was struck', async () => {
      const id = await opened();
      await record(id, { check: 'look.oil', outcome: 'low' });
      const both = await Promise.all([
        record(id, { correct: 1 }),
        record(id, { correct: 1, check: 'look.oil', outcome: 'ok' }),
      ]);
      expect(both.map((b) => b.ok).sort()).toEqual([false, true]);
      expect(both.find((b) => !b.ok)).toMatchObject({
        status: 409,
        code: 'struck-already',
        issues: [{ message: expect.stringMatching(/line 1 was struck by Ilse .* already, as line 2/) }],
      });
    });

    it('writers that wait for a row somebody holds do not keep readers waiting, and go on once it is free', async () => {
      const id = await opened();
      const holder = await pool.getConnection();
      await holder.beginTransaction();
      await holder.query('SELECT * FROM jobs WHERE id = ? FOR UPDATE', [id]);
      const writers = Array.from({ length: 12 }, (_, i) => record(id, { note: String(i) }));
      await new Promise((resolve) => setTimeout(resolve, 300));
      const began = performance.now();
      expect(await Promise.all([jobOf(shop, id), eventsOf(shop, id), loadFloor(shop)])).toHaveLength(3);
      // Against waiting for the row, which is held until then; not how fast the machine is.
      let isFree = false;
      const free = holder.commit().then(() => {
        isFree = true;
        holder.release();
      });
      expect(performance.now() - began).toBeLessThan(3000);
      await free;
      expect(isFree).toBe(true);
      expect((await Promise.all(writers)).every((w) => w.ok)).toBe(true);
    });

    it('a transaction given up for another’s sake is tried again as a whole, also when that is said at its end', async () => {
      const givenUp = Object.assign(new Error('Deadlock found'), { errno: 1213 });
      const wrapped = Object.assign(new Error('Failed query'), { cause: givenUp });
      const twice = Object.assign(new Error('Duplicate'), { errno: 1062 });
      const other = Object.assign(new Error('Syntax'), { errno: 1064 });
      expect([givenUp, wrapped, twice, other, new Error('x')].map(mayBeTriedAgain)).toEqual([
        true,
        true,
        true,
        false,
        false,
      ]);
      let begun = 0;
      // Everything went well, and the commit says otherwise: so a cluster speaks.
      const cluster = {
        transaction: async (work: (tx: unknown) => Promise<unknown>) => {
          begun++;
          const result = await work({});
          if (begun < 3) throw wrapped;
          return result;
        },
      };
      const there = new Shop(cluster as never, {} as never);
      expect(await there.wholly(async () => begun)).toBe(3);
    });
  });

  describe('time', () => {
    it('a server whose clock went back a day takes readings, marks their time, and closes by its own clock', async () => {
      const id = await opened();
      const back = new Date(now.getTime() - 25 * HOUR_MS);
      expect(await record(id, { note: 'today' }, {}, back)).toMatchObject({
        ok: true,
        events: [{ timeDoubtful: true }],
      });
      const ahead = new Date(now.getTime() + 40 * 24 * HOUR_MS).toISOString();
      expect(await record(id, { close: 'customer-stops' }, { at: ahead })).toMatchObject({ ok: true });
      expect((await jobOf(shop, id))!.closedAt).toEqual(now);
      expect((await closedJobs(shop, 50)).find((j) => j.id === id)!.closedAt).toEqual(now);
      const [, , closing] = await eventsOf(shop, id);
      expect(closing).toMatchObject({ timeDoubtful: true, at: new Date(ahead) });
    });

    it('a reading from before its job was there is kept and marked', async () => {
      const id = await opened();
      const before = new Date(now.getTime() - 3 * HOUR_MS).toISOString();
      await record(id, { note: 'early' }, { at: before });
      expect((await eventsOf(shop, id))[1]).toMatchObject({ timeDoubtful: true });
    });
  });

  describe('the floor', () => {
    it('is there before how a machine stands is worked out, says so, and knows it a little later', async () => {
      const id = await opened();
      const row = (await loadFloor(shop)).open.find((r) => r.id === id)!;
      expect(row).toMatchObject({ state: null, isOld: true, complaint: 'Lost power' });
      expect((await rowOf(id)).state).toMatchObject({ phase: 'tracing', waitsFor: expect.stringMatching(/^Check: /) });
      // Another line, and it stands there as it stood, until that is worked out too.
      await record(id, { check: 'look.oil', outcome: 'low' });
      expect((await loadFloor(shop)).open.find((r) => r.id === id)!.state).toMatchObject({ phase: 'tracing' });
    });

    it('is worked out anew with another catalogue', async () => {
      const id = await opened();
      await rowOf(id);
      await pool.query("UPDATE job_states SET knowledge = 'an earlier one' WHERE job_id = ?", [id]);
      expect((await loadFloor(shop)).open.find((r) => r.id === id)).toMatchObject({ isOld: true });
      expect((await rowOf(id)).isOld).toBe(false);
    });

    it.each([
      ['open', 'closed_at IS NULL ORDER BY promised_on, opened_at'],
      ['closed', 'closed_at IS NOT NULL ORDER BY closed_at DESC LIMIT 8'],
    ])('asks for the %s jobs by an index, and sorts none', async (_, rest) => {
      const [[plan]] = (await pool.query(
        `EXPLAIN SELECT * FROM jobs FORCE INDEX (jobs_floor) WHERE shop_id = 1 AND ${rest}`,
      )) as unknown as [{ key: string; Extra: string }[]];
      expect(plan!.key).toBe('jobs_floor');
      expect(plan!.Extra).not.toMatch(/filesort/);
    });
  });

  it('a closed job’s sheet stays as it was printed, whatever is written behind it', async () => {
    const id = await opened();
    await record(id, { check: 'look.oil', outcome: 'low' });
    await record(id, { close: 'customer-stops' });
    const sheet = await keptSheet(shop, id);
    expect(sheet).toMatchObject({ ending: expect.any(String), readings: [{ number: 1, check: expect.any(String) }] });
    await expect(pool.query("UPDATE job_sheets SET payload = '{}' WHERE job_id = ?", [id])).rejects.toThrow(/denied/);
  });

  it('a form of the database before the last restoring is refused, with the reason', async () => {
    const id = await opened();
    expect(await record(id, { note: 'x' }, { epoch: await shop.epoch() })).toMatchObject({ ok: true });
    expect(await record(id, { note: 'x' }, { epoch: 'another-one' })).toMatchObject({
      ok: false,
      status: 409,
      code: 'other-epoch',
    });
  });

  it('what the server keeps of records is forgotten when the database is another', async () => {
    const id = await opened();
    const first = await recordOf(shop, id);
    expect(await recordOf(shop, id)).toBe(first);
    const epoch = await shop.epoch();
    await pool.query('UPDATE shops SET epoch = ? WHERE id = 1', [randomUUID()]);
    expect(await recordOf(shop, id)).not.toBe(first);
    await pool.query('UPDATE shops SET epoch = ? WHERE id = 1', [epoch]);
  });

  it('another shop in the same database sees nothing of this one, and writes nothing into it', async () => {
    const id = await opened();
    const db = databaseOn(pool);
    const neighbour = new Shop(db, databaseOn(pool), 2);
    expect(await jobOf(neighbour, id)).toBeNull();
    expect(await eventsOf(neighbour, id)).toEqual([]);
    expect(await figuresOf(neighbour, id)).toEqual([]);
    expect(await machineOf(neighbour, 'machine-heron-4')).toBeNull();
    expect((await loadFloor(neighbour)).open).toEqual([]);
    expect(await recordEvent(neighbour, id, body({ note: 'x' }), now).catch((error: Error) => error)).not.toMatchObject(
      { ok: true },
    );
    expect(await eventsOf(shop, id)).toHaveLength(1);
    expect(jobFileOf(await eventsOf(shop, id)).events).toEqual([]);
  });
});
