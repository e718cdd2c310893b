import { randomUUID } from 'node:crypto';
import { cpSync, mkdtempSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { drizzle } from 'drizzle-orm/mysql2';
import { migrate } from 'drizzle-orm/mysql2/migrator';
import { createConnection } from 'mysql2/promise';
import { afterAll, describe, expect, it } from 'vitest';
import { DEFAULT_HOUSE, readEvent } from '@/core/index.ts';
import { databaseOn, openPool } from '@/db/client.ts';
import { appendEvent, eventsOf, figuresOf, jobOf, openJob } from '@/db/jobs.ts';
import { complaintEvent, newEvent } from '@/db/newEvent.ts';

/** `npm test` starts a database for these and names it; by itself this file has nothing to talk to. */
const url = process.env.RIDGE_TEST_URL;
const rootUrl = process.env.RIDGE_TEST_ROOT_URL;
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
const migrations = fileURLToPath(new URL('../../db/migrations', import.meta.url));

/** The folder of migrations as it stood after the first `count` of them. */
function upTo(count: number): string {
  const folder = mkdtempSync(join(tmpdir(), 'migrations-'));
  cpSync(migrations, folder, { recursive: true });
  const file = join(folder, 'meta', '_journal.json');
  const journal = JSON.parse(readFileSync(file, 'utf8')) as { entries: unknown[] };
  writeFileSync(file, JSON.stringify({ ...journal, entries: journal.entries.slice(0, count) }));
  return folder;
}

describe.skipIf(!url)('the record in MariaDB', () => {
  const pool = openPool(url ?? 'mysql://127.0.0.1/none');
  const db = databaseOn(pool);
  afterAll(() => pool.end());

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
    expect(await appendEvent(db, id, row(eventId, event), now)).toEqual({ ok: true, seq: 1, duplicate: false });
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
    await appendEvent(db, id, row(eventId, { note: 'once' }), now);
    expect(await appendEvent(db, id, row(eventId, { note: 'once' }), now)).toEqual({
      ok: true,
      seq: 1,
      duplicate: true,
    });
    expect(await eventsOf(db, id, 0)).toHaveLength(1);
    const { id: other } = await startJob();
    expect(await appendEvent(db, other, row(eventId, { note: 'once' }), now)).toEqual({ ok: false, code: 'other-job' });
  });

  it('many hands at once are numbered without gaps and without doubles', async () => {
    const { id } = await startJob();
    await Promise.all(
      Array.from({ length: 24 }, (_, i) => appendEvent(db, id, row(randomUUID(), { note: String(i) }), now)),
    );
    expect((await eventsOf(db, id, 0)).map((e) => e.seq)).toEqual(Array.from({ length: 24 }, (_, i) => i + 1));
    expect((await jobOf(db, id))!.eventCount).toBe(24);
  });

  it('opening the same job twice is one job, and jobs opened at once get numbers of their own', async () => {
    const { id, complaint } = await startJob();
    const first = (await jobOf(db, id))!.number;
    expect(await openJob(db, { id, machineId: 'machine-heron-4', openedAt: now, promisedOn: null }, complaint)).toEqual(
      { number: first },
    );
    expect(await eventsOf(db, id)).toHaveLength(1);
    const started = [];
    for (let i = 0; i < 5; i++) started.push(await startJob());
    const numbers = await Promise.all(started.map(async (s) => (await jobOf(db, s.id))!.number));
    expect(new Set(numbers).size).toBe(5);
  });

  it('a closed job takes nothing more, and a decision made on an older record is turned back', async () => {
    const { id } = await startJob();
    expect(await appendEvent(db, id, row(randomUUID(), { close: 'customer-stops' }), now, 5)).toEqual({
      ok: false,
      code: 'moved-on',
    });
    expect(await appendEvent(db, id, row(randomUUID(), { close: 'customer-stops' }), now, 1)).toMatchObject({
      ok: true,
    });
    expect(await appendEvent(db, id, row(randomUUID(), { note: 'late' }), now)).toEqual({ ok: false, code: 'closed' });
    expect(await appendEvent(db, randomUUID(), row(randomUUID(), { note: 'lost' }), now)).toEqual({
      ok: false,
      code: 'no-such-job',
    });
  });

  it('the application’s user cannot change or remove what is on the record', async () => {
    for (const statement of [
      "UPDATE job_events SET payload = '{}'",
      'DELETE FROM job_events',
      'UPDATE event_figures SET value_si = 0',
      'DELETE FROM jobs',
      'DROP TABLE jobs',
      'CREATE TABLE x (a INT)',
    ]) {
      await expect(pool.query(statement), statement).rejects.toThrow(/denied/);
    }
  });

  it('what is acknowledged is on disk: the log is flushed at every commit', async () => {
    const [rows] = await pool.query("SHOW VARIABLES LIKE 'innodb_flush_log_at_trx_commit'");
    expect((rows as { Value: string }[])[0]!.Value).toBe('1');
  });

  it('every migration runs on a database filled under the one before it, keeps its rows, and runs again without effect', async () => {
    const root = await createConnection({ uri: rootUrl!, multipleStatements: true });
    const name = `migrate_${randomUUID().slice(0, 8)}`;
    await root.query(`CREATE DATABASE ${name}; USE ${name};`);
    try {
      await migrate(drizzle(root), { migrationsFolder: upTo(1) });
      await root.query(
        `INSERT INTO people (id, name) VALUES ('p', 'Somebody');
         INSERT INTO engine_sheets (id, name, cylinders, layout, fuel_feed, lifters, compression_release, carburettor, ignition) VALUES ('s', 'Sheet', 2, 'v-twin-90', 'pump', 'solid', 'none', 'two-barrel', 'coil-per-cylinder');
         INSERT INTO engine_figures (sheet_id, name, value, source) VALUES ('s', 'boreMm', 80, 'maker-sheet');
         INSERT INTO machines (id, tag, name, kind, owner, sheet_id) VALUES ('m', 'T', 'N', 'zero-turn', 'O', 's');
         INSERT INTO jobs (id, number, machine_id, opened_at) VALUES ('j', 1, 'm', NOW());
         INSERT INTO job_events (id, job_id, seq, kind, person_id, at, received_at, rule_version, sheet_version, payload) VALUES ('e', 'j', 0, 'complaint', 'p', NOW(), NOW(), 'r', 1, '{}');`,
      );
      await migrate(drizzle(root), { migrationsFolder: migrations });
      const [rows] = await root.query('SELECT COUNT(*) AS n FROM job_events');
      expect((rows as { n: number }[])[0]!.n).toBe(1);
      // A figure from before words were kept still stands, and a word goes in beside it.
      await root.query(
        "INSERT INTO engine_figures (sheet_id, name, word, source) VALUES ('s', 'adjusterKind', 'pivot-nut', 'maker-sheet')",
      );
      const [figures] = await root.query('SELECT name, value, word FROM engine_figures ORDER BY name');
      expect(figures).toEqual([
        { name: 'adjusterKind', value: null, word: 'pivot-nut' },
        { name: 'boreMm', value: 80, word: null },
      ]);
      await migrate(drizzle(root), { migrationsFolder: migrations });
      const files = readdirSync(migrations).filter((f) => f.endsWith('.sql'));
      // Forward only: no step throws rows or columns away.
      for (const file of files)
        expect(readFileSync(`${migrations}/${file}`, 'utf8')).not.toMatch(
          /\bDROP (TABLE|COLUMN)\b|\bTRUNCATE\b|\bDELETE FROM\b/i,
        );
    } finally {
      await root.query(`DROP DATABASE ${name}`);
      await root.end();
    }
  });
});
