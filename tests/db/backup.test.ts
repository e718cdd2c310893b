import { randomUUID } from 'node:crypto';
import { mkdtempSync, readdirSync, readFileSync, rmSync, truncateSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { createConnection } from 'mysql2/promise';
import { afterAll, describe, expect, it } from 'vitest';
import { openShop } from '@/db/client.ts';
import { eventsOf } from '@/db/jobs.ts';
import { createJob } from '@/features/newJob/createJob.ts';
import { recordEvent } from '@/features/record/server/recordEvent.ts';
import { backUp, backupStatus, contentHash, outlived, restore } from '@/keep/backup.ts';
import { verify } from '@/keep/verify.ts';
import { isDue } from '@/server/nightly.ts';
import { newJobRequest } from '../../scripts/lib/newJobRequest.mjs';

const url = process.env.RIDGE_TEST_URL;
/** The user that may make databases; only `npm test` has one. */
const rootUrl = process.env.RIDGE_TEST_ROOT_URL;
const now = new Date();

describe.skipIf(!url || !rootUrl)('a shop is backed up and put back', () => {
  const { shop, end } = openShop(url ?? 'mysql://127.0.0.1/none');
  const folder = mkdtempSync(join(tmpdir(), 'ridge-backup-'));
  afterAll(async () => {
    rmSync(folder, { recursive: true, force: true });
    await end();
  });
  const volts = (n: number) => ({
    check: 'power.rest-volts',
    condition: 'key-off',
    value: { value: 12 + n / 1000, unit: 'V' },
    typed: { value: String(12 + n / 1000) },
  });
  const opened = async () => {
    const made = await createJob(shop, newJobRequest(), now);
    if (!made.ok) throw new Error(JSON.stringify(made.issues));
    return made.id;
  };
  const read = (id: string, n: number) =>
    recordEvent(
      shop,
      id,
      {
        id: `backup-${id.slice(0, 8)}-${n}`,
        personId: 'person-ilse',
        at: now.toISOString(),
        known: 0,
        event: volts(n),
      },
      now,
    );

  async function inDatabase<T>(work: (url: string, root: Awaited<ReturnType<typeof createConnection>>) => Promise<T>) {
    const root = await createConnection(rootUrl!);
    const name = `restored_${randomUUID().slice(0, 8)}`;
    await root.query(`CREATE DATABASE ${name} CHARACTER SET utf8mb4`);
    await root.query(`USE ${name}`);
    const to = new URL(rootUrl!);
    to.pathname = `/${name}`;
    try {
      return await work(to.href, root);
    } finally {
      await root.query(`DROP DATABASE ${name}`);
      await root.end();
    }
  }

  it('taken while readings are written, it is one moment of the shop: put back, it is what was taken, and verified', async () => {
    const id = await opened();
    const before = Array.from({ length: 10 }, (_, n) => n);
    for (const n of before) await read(id, n);
    let going = true;
    let n = 100;
    const hands = Array.from({ length: 4 }, async () => {
      while (going) await read(id, n++);
    });
    const note = await backUp(url!, folder);
    going = false;
    await Promise.all(hands);
    await inDatabase(async (to) => {
      await restore(to, join(folder, note.file));
      const restored = openShop(to);
      const there = await eventsOf(restored.shop, id, 0);
      // Nothing that was acknowledged before it began is missing, and nothing stands there in part.
      expect(there.slice(0, before.length).map((e) => e.payload)).toEqual(before.map(volts));
      const whole = await eventsOf(shop, id, 0);
      expect(there).toEqual(whole.slice(0, there.length));
      expect((await verify(restored.shop)).wrong).toEqual([]);
      // A browser that knew the shop before is told that this is another.
      expect(await restored.shop.epoch()).not.toBe(await shop.epoch());
      await restored.end();
    });
    expect(backupStatus(folder)).toEqual({ lastSuccess: note, lastFailure: null });
    expect(readdirSync(folder).filter((f) => f.endsWith('.making'))).toEqual([]);
  }, 120_000);

  it('two dumps of the same shop are the same, and another reading makes another', async () => {
    await inDatabase(async (to) => {
      const note = await backUp(url!, folder);
      await restore(to, join(folder, note.file));
      const first = await contentHash(to);
      expect(await contentHash(to)).toBe(first);
      const there = openShop(to);
      await there.shop.nextNumber();
      await there.end();
      expect(await contentHash(to)).not.toBe(first);
    });
  });

  it('goes into an empty database only, and not at all when it is not whole', async () => {
    const note = await backUp(url!, folder);
    const file = join(folder, note.file);
    await expect(restore(rootUrl!, file)).rejects.toThrow(/not empty/);
    truncateSync(file, note.bytes - 7);
    await inDatabase(async (to, root) => {
      await expect(restore(to, file)).rejects.toThrow(/not what was written/);
      expect((await root.query('SHOW TABLES'))[0]).toEqual([]);
      await expect(restore(to, join(folder, 'no-such.sql.gz'))).rejects.toThrow(/no file/);
      writeFileSync(join(folder, 'bare.sql.gz'), 'x');
      await expect(restore(to, join(folder, 'bare.sql.gz'))).rejects.toThrow(/missing/);
    });
  });

  it('one that fails is said, with why, and the last good one stays named', async () => {
    const good = await backUp(url!, folder);
    const wrong = new URL(url!);
    wrong.password = 'not-the-one';
    await expect(backUp(wrong.href, folder)).rejects.toThrow(/denied/i);
    expect(backupStatus(folder)).toMatchObject({
      lastSuccess: good,
      lastFailure: { message: expect.stringMatching(/denied/i) },
    });
    expect(readFileSync(join(folder, 'status.json'), 'utf8')).not.toContain('not-the-one');
  });

  it('what is wrong in a shop is found: a figure that is not its line’s, a gap, a line after the closing', async () => {
    const id = await opened();
    for (let n = 0; n < 3; n++) await read(id, n);
    const note = await backUp(url!, folder);
    for (const [statement, says] of [
      ['UPDATE event_figures SET value_si = 13 WHERE event_id = ?', /figures of line 2/],
      ['UPDATE job_events SET seq = 7 WHERE id = ?', /numbered 7/],
      ["UPDATE event_figures SET typed = '12,0' WHERE event_id = ?", /figures of line 2/],
      [
        'UPDATE jobs SET event_count = 9 WHERE id = (SELECT job_id FROM job_events WHERE id = ?)',
        /says 9 lines and has 3/,
      ],
      [
        'UPDATE jobs SET closed_at = NOW() WHERE id = (SELECT job_id FROM job_events WHERE id = ?)',
        /closing and its record differ/,
      ],
    ] as const)
      await inDatabase(async (to, root) => {
        await restore(to, join(folder, note.file));
        await root.query(statement, [`backup-${id.slice(0, 8)}-1`]);
        const there = openShop(to);
        expect((await verify(there.shop)).wrong.join('\n')).toMatch(says);
        await there.end();
      });
  }, 120_000);
});

describe('which backups stay, and when the next is due', () => {
  const night = (day: string) => `${day}T02-00-00-000Z-nightly.sql.gz`;
  it('of the nights two weeks and the first of each month, of the others the last ten', () => {
    const days = Array.from({ length: 60 }, (_, i) => new Date(Date.UTC(2026, 8, 1 + i)).toISOString().slice(0, 10));
    const byHand = Array.from({ length: 12 }, (_, i) => `2026-10-${String(i + 10)}T10-00-00-000Z-by-hand.sql.gz`);
    const gone = outlived([...days.map(night), ...byHand]);
    const stay = days.map(night).filter((f) => !gone.includes(f));
    expect(stay).toEqual([night('2026-09-01'), night('2026-10-01'), ...days.slice(-14).map(night)]);
    expect(gone.filter((f) => f.includes('by-hand'))).toEqual([byHand[1], byHand[0]]);
  });

  const at = (hours: number) => ({
    lastSuccess: { at: new Date(Date.UTC(2026, 10, 28, 2) - hours * 3600_000).toISOString() } as never,
  });
  const local = (hour: number) => new Date(2026, 10, 28, hour);
  it.each([
    ['none was ever made', local(12), { lastSuccess: null, lastFailure: null }, true],
    ['one of an hour ago', new Date(Date.UTC(2026, 10, 28, 2)), { ...at(1), lastFailure: null }, false],
    ['one of two days ago', new Date(Date.UTC(2026, 10, 28, 2)), { ...at(48), lastFailure: null }, true],
    [
      'one from after now: the clock was put back',
      new Date(Date.UTC(2026, 10, 28, 2)),
      { ...at(-72), lastFailure: null },
      true,
    ],
    [
      'it failed half an hour ago',
      new Date(Date.UTC(2026, 10, 28, 2)),
      { ...at(48), lastFailure: { at: new Date(Date.UTC(2026, 10, 28, 1, 30)).toISOString(), message: '' } },
      false,
    ],
  ])('%s', (_, when, status, due) => {
    expect(isDue(when, status as never)).toBe(due);
  });
});
