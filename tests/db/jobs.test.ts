import { randomUUID } from 'node:crypto';
import { afterAll, describe, expect, it } from 'vitest';
import { DEFAULT_HOUSE, readEvent } from '@/core/index.ts';
import { openShop } from '@/db/client.ts';
import { appendEvent, eventsOf, figuresOf, jobOf, type NewEvent, openJob } from '@/db/jobs.ts';
import { complaintEvent, newEvent } from '@/db/newEvent.ts';
import { openPool } from '@/db/pool.ts';

/** `npm test` starts a database for these and names it; by itself this file has nothing to talk to. */
const url = process.env.RIDGE_TEST_URL;
const engine = {
  cylinders: 2,
  layout: 'v-twin-90',
  fuelFeed: 'pump',
  lifters: 'solid',
  ignition: 'coil-per-cylinder',
  compressionRelease: 'automatic',
  carburettor: 'two-barrel',
} as const;
const HEAD = {
  format: 'ridge-bolt/case' as const,
  version: 1 as const,
  machine: { kind: 'zero-turn' as const, engine },
  complaint: ['low-power' as const],
};
describe.skipIf(!url)('the record in MariaDB', () => {
  const { shop: db, end } = openShop(url ?? 'mysql://127.0.0.1/none');
  const pool = openPool(url ?? 'mysql://127.0.0.1/none');
  afterAll(() => Promise.all([end(), pool.end()]));
  const append = (jobId: string, event: NewEvent) =>
    appendEvent(db, jobId, event, now, async () => ({ ok: true, event }));

  const row = (id: string, event: object) => {
    const read = readEvent(event, '$', engine);
    if (!read.ok) throw new Error(JSON.stringify(read.issues));
    return newEvent(read.value, event, {
      id,
      personId: 'person-ilse',
      at: new Date('2026-11-25T08:00:00.123Z'),
      sheetVersion: 1,
      engine,
      house: DEFAULT_HOUSE,
    });
  };
  const startJob = async () => {
    const id = randomUUID();
    const complaint = complaintEvent(HEAD, {
      id: randomUUID(),
      personId: 'person-ilse',
      at: new Date(),
      sheetVersion: 1,
    });
    await openJob(db, { id, machineId: 'machine-heron-4', openedAt: new Date(), promisedOn: '2026-12-01' }, complaint);
    return { id, complaint };
  };
  const now = new Date();

  it('keeps what was typed, the inside value, the unit, the state, who and when', async () => {
    const { id } = await startJob();
    const event = {
      check: 'spark.air-gap',
      cylinder: 2,
      condition: 'bench',
      instrument: 'card gauge',
      fields: { gapA: { value: 10, unit: 'thou' }, gapB: { value: 0.25, unit: 'mm' } },
      typed: { gapA: '10 thou', gapB: '.25' },
    };
    const eventId = randomUUID();
    expect(await append(id, row(eventId, event))).toEqual({ ok: true, seq: 1, duplicate: false });
    const [, stored] = await eventsOf(db, id);
    expect(stored).toMatchObject({ id: eventId, seq: 1, kind: 'reading', personId: 'person-ilse', payload: event });
    expect(stored!.at.toISOString()).toBe('2026-11-25T08:00:00.123Z');
    expect(await figuresOf(db, eventId)).toEqual([
      { field: 'gapA', typed: '10 thou', unit: 'thou', valueSi: 0.000254, openLoop: false },
      { field: 'gapB', typed: '.25', unit: 'mm', valueSi: 0.00025, openLoop: false },
    ]);
  });

  it('the same id twice is one event; another job’s id is refused', async () => {
    const { id } = await startJob();
    const eventId = randomUUID();
    await append(id, row(eventId, { note: 'once' }));
    expect(await append(id, row(eventId, { note: 'once' }))).toEqual({
      ok: true,
      seq: 1,
      duplicate: true,
    });
    expect(await eventsOf(db, id, 0)).toHaveLength(1);
    const { id: other } = await startJob();
    expect(await append(other, row(eventId, { note: 'once' }))).toEqual({ ok: false, code: 'other-job' });
  });

  it('many hands at once are numbered without gaps and without doubles', async () => {
    const { id } = await startJob();
    await Promise.all(Array.from({ length: 24 }, (_, i) => append(id, row(randomUUID(), { note: String(i) }))));
    expect((await eventsOf(db, id, 0)).map((e) => e.seq)).toEqual(Array.from({ length: 24 }, (_, i) => i + 1));
    expect((await jobOf(db, id))!.eventCount).toBe(24);
  });

  it('opening the same job twice is one job, and jobs opened at once get numbers of their own', async () => {
    const { id, complaint } = await startJob();
    const first = (await jobOf(db, id))!.number;
    expect(await openJob(db, { id, machineId: 'machine-heron-4', openedAt: now, promisedOn: null }, complaint)).toEqual(
      {
        ok: true,
        number: first,
      },
    );
    expect(await eventsOf(db, id)).toHaveLength(1);
    const started = [];
    for (let i = 0; i < 5; i++) started.push(await startJob());
    const numbers = await Promise.all(started.map(async (s) => (await jobOf(db, s.id))!.number));
    expect(new Set(numbers).size).toBe(5);
  });

  it('a closed job takes nothing more, and there is no writing to a job that is not there', async () => {
    const { id } = await startJob();
    expect(await append(id, row(randomUUID(), { close: 'customer-stops' }))).toMatchObject({ ok: true });
    expect(await append(id, row(randomUUID(), { note: 'late' }))).toEqual({ ok: false, code: 'closed' });
    expect(await append(randomUUID(), row(randomUUID(), { note: 'lost' }))).toEqual({ ok: false, code: 'no-such-job' });
  });

  it('the application’s user cannot change or remove what is on the record', async () => {
    for (const statement of [
      "UPDATE job_events SET payload = '{}'",
      'DELETE FROM job_events',
      'UPDATE event_figures SET value_si = 0',
      'DELETE FROM jobs',
      'DROP TABLE jobs',
      'CREATE TABLE x (a INT)',
      "INSERT INTO __drizzle_migrations (hash, created_at) VALUES ('x', 1)",
      "UPDATE job_sheets SET payload = '{}'",
    ]) {
      await expect(pool.query(statement), statement).rejects.toThrow(/denied/);
    }
  });
});
