import { randomUUID } from 'node:crypto';
import { cpSync, mkdtempSync, readdirSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { type Connection, createConnection } from 'mysql2/promise';
import { describe, expect, it } from 'vitest';
import { migrateDatabase, stepsGone } from '@/keep/migrate.ts';
import { MIGRATIONS, stepsKnown } from '@/keep/steps.ts';

/** The user that may do everything; only `npm test` has one. */
const rootUrl = process.env.RIDGE_TEST_ROOT_URL;

interface Entry {
  readonly tag: string;
}
const journal = JSON.parse(readFileSync(join(MIGRATIONS, 'meta', '_journal.json'), 'utf8')) as { entries: Entry[] };
const statementsOf = ({ tag }: Entry) =>
  readFileSync(join(MIGRATIONS, `${tag}.sql`), 'utf8').split('--> statement-breakpoint');

/** The folder of migrations as it stood after the first `count` of them. */
function upTo(count: number): string {
  const folder = mkdtempSync(join(tmpdir(), 'ridge-steps-'));
  cpSync(MIGRATIONS, folder, { recursive: true });
  writeFileSync(
    join(folder, 'meta', '_journal.json'),
    JSON.stringify({ ...journal, entries: journal.entries.slice(0, count) }),
  );
  return folder;
}

/** What an earlier version may have left: a row in every table of the first step. */
const FILLED = `
  INSERT INTO people (id, name) VALUES ('p', 'Somebody');
  INSERT INTO engine_sheets (id, name, cylinders, layout, fuel_feed, lifters, compression_release, carburettor, ignition) VALUES ('s', 'Sheet', 2, 'v-twin-90', 'pump', 'solid', 'none', 'two-barrel', 'coil-per-cylinder');
  INSERT INTO engine_figures (sheet_id, name, value, source) VALUES ('s', 'boreMm', 80, 'maker-sheet');
  INSERT INTO machines (id, tag, name, kind, owner, sheet_id) VALUES ('m', 'T', 'N', 'zero-turn', 'O', 's');
  INSERT INTO jobs (id, number, machine_id, opened_at) VALUES ('j', 117, 'm', NOW());
  INSERT INTO job_events (id, job_id, seq, kind, person_id, at, received_at, rule_version, sheet_version, payload) VALUES ('e', 'j', 0, 'complaint', 'p', NOW(), NOW(), 'r', 1, '{}');
  INSERT INTO event_figures (event_id, field, value_si) VALUES ('e', 'value', 12.6);`;

describe.skipIf(!rootUrl)('the database is brought up to date', () => {
  /** An empty database of its own, thrown away after. */
  async function inDatabase<T>(work: (url: string, connection: Connection) => Promise<T>): Promise<T> {
    const root = await createConnection({ uri: rootUrl!, multipleStatements: true });
    const name = `steps_${randomUUID().slice(0, 8)}`;
    await root.query(`CREATE DATABASE ${name} CHARACTER SET utf8mb4; USE ${name};`);
    try {
      const url = new URL(rootUrl!);
      url.pathname = `/${name}`;
      return await work(url.href, root);
    } finally {
      await root.query(`DROP DATABASE ${name}`);
      await root.end();
    }
  }

  /** Columns, keys and references, as MariaDB itself tells them. */
  async function structure(connection: Connection): Promise<unknown> {
    const ask = async (sql: string) => (await connection.query(sql))[0];
    return {
      columns: await ask(
        'SELECT table_name, column_name, ordinal_position, column_type, collation_name, is_nullable, column_default FROM information_schema.columns WHERE table_schema = DATABASE() ORDER BY 1, 2',
      ),
      keys: await ask(
        'SELECT table_name, index_name, seq_in_index, column_name, non_unique FROM information_schema.statistics WHERE table_schema = DATABASE() ORDER BY 1, 2, 3',
      ),
      references: await ask(
        'SELECT table_name, constraint_name, column_name, referenced_table_name FROM information_schema.key_column_usage WHERE table_schema = DATABASE() AND referenced_table_name IS NOT NULL ORDER BY 1, 2',
      ),
    };
  }

  const rowsOf = async (connection: Connection) => {
    const [rows] = await connection.query(
      'SELECT (SELECT COUNT(*) FROM people) + (SELECT COUNT(*) FROM engine_figures) + (SELECT COUNT(*) FROM jobs) + (SELECT COUNT(*) FROM job_events) + (SELECT COUNT(*) FROM event_figures) AS n',
    );
    return Number((rows as { n: number }[])[0]!.n);
  };

  it('cut after any statement of any step, it starts again and ends as it would have, with every row there', async () => {
    const whole = await inDatabase(async (url, connection) => {
      await migrateDatabase(url, null);
      return structure(connection);
    });
    for (const [step, entry] of journal.entries.entries()) {
      const folder = upTo(step);
      const statements = statementsOf(entry);
      for (let cut = 1; cut <= statements.length; cut++)
        await inDatabase(async (url, connection) => {
          if (step > 0) {
            await migrateDatabase(url, null, folder);
            await connection.query(FILLED);
          }
          for (const statement of statements.slice(0, cut)) await connection.query(statement);
          await migrateDatabase(url, null);
          expect(await structure(connection), `${entry.tag}, cut after statement ${cut}`).toEqual(whole);
          expect(await rowsOf(connection)).toBe(step > 0 ? 5 : 0);
          expect(await stepsGone(connection)).toBe(journal.entries.length);
        });
      rmSync(folder, { recursive: true });
    }
  }, 300_000);

  it('keeps what was there, goes on with the numbers of jobs, and runs again without effect', async () => {
    await inDatabase(async (url, connection) => {
      await migrateDatabase(url, null, upTo(1));
      await connection.query(FILLED);
      await migrateDatabase(url, null);
      const [[shop]] = (await connection.query('SELECT id, epoch, last_number FROM shops')) as unknown as [
        { id: number; epoch: string; last_number: number }[],
      ];
      expect(shop).toMatchObject({ id: 1, last_number: 117 });
      // A figure from before words were kept still stands, and a word goes in beside it.
      await connection.query(
        "INSERT INTO engine_figures (sheet_id, name, word, source) VALUES ('s', 'adjusterKind', 'pivot-nut', 'maker-sheet')",
      );
      const [figures] = await connection.query('SELECT name, value, word FROM engine_figures ORDER BY name');
      expect(figures).toEqual([
        { name: 'adjusterKind', value: null, word: 'pivot-nut' },
        { name: 'boreMm', value: 80, word: null },
      ]);
      await migrateDatabase(url, null);
      const [again] = await connection.query('SELECT id, epoch, last_number FROM shops');
      expect(again).toEqual([shop]);
    });
  });

  it('dumps what is there before it changes anything, and an empty database not', async () => {
    const backups = mkdtempSync(join(tmpdir(), 'ridge-before-'));
    await inDatabase(async (url, connection) => {
      await migrateDatabase(url, backups, upTo(1));
      expect(readdirSync(backups)).toEqual([]);
      await connection.query(FILLED);
      await migrateDatabase(url, backups);
      expect(readdirSync(backups).filter((f) => f.endsWith(`-before-step-${stepsKnown()}.sql.gz`))).toHaveLength(1);
    });
    rmSync(backups, { recursive: true });
  });

  it('two who start at once migrate once', async () => {
    await inDatabase(async (url, connection) => {
      await Promise.all([migrateDatabase(url, null), migrateDatabase(url, null)]);
      expect(await stepsGone(connection)).toBe(stepsKnown());
    });
  });

  it('a database of a later version is not touched', async () => {
    await inDatabase(async (url) => {
      await migrateDatabase(url, null);
      await expect(migrateDatabase(url, null, upTo(2))).rejects.toThrow(/later version/);
    });
  });

  it('goes forward only: no step throws a table or a column away, or rows', () => {
    for (const file of readdirSync(MIGRATIONS).filter((f) => f.endsWith('.sql')))
      expect(readFileSync(join(MIGRATIONS, file), 'utf8')).not.toMatch(
        /\bDROP (TABLE|COLUMN)\b|\bTRUNCATE\b|\bDELETE FROM\b/i,
      );
  });

  it('what is acknowledged is on disk, and the server is neither root nor open to whoever has the folder', async () => {
    await inDatabase(async (_, connection) => {
      const [[set]] = (await connection.query(
        'SELECT @@innodb_flush_log_at_trx_commit AS flushed, @@innodb_doublewrite AS doubled, @@socket AS socket, @@pid_file AS pid',
      )) as unknown as [{ flushed: number; doubled: number; socket: string; pid: string }[]];
      expect(set).toMatchObject({ flushed: 1, doubled: 1 });
      expect(statSync(dirname(set!.socket)).mode & 0o077).toBe(0);
      const status = readFileSync(`/proc/${readFileSync(set!.pid, 'utf8').trim()}/status`, 'utf8');
      expect(status.match(/^Uid:\s+(\d+)/m)![1]).not.toBe('0');
    });
  });
});
