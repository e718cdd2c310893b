import { randomUUID } from 'node:crypto';
import { afterAll, describe, expect, it } from 'vitest';
import { RULES_VERSION } from '@/core/index.ts';
import { openShop } from '@/db/client.ts';
import { houseNow } from '@/db/house.ts';
import { eventsOf } from '@/db/jobs.ts';
import { openPool } from '@/db/pool.ts';
import { saveHouse } from '@/features/house/saveHouse.ts';
import { createJob } from '@/features/newJob/createJob.ts';
import { benchOf } from '@/features/record/server/benches.ts';
import { caseFileOf, jobFileOf } from '@/features/record/server/jobFile.ts';
import { recordEvent } from '@/features/record/server/recordEvent.ts';

const url = process.env.RIDGE_TEST_URL;

describe.skipIf(!url)('the rules of the house', () => {
  const { shop: db, end } = openShop(url ?? 'mysql://127.0.0.1/none');
  const pool = openPool(url ?? 'mysql://127.0.0.1/none');
  afterAll(() => Promise.all([end(), pool.end()]));
  const now = new Date('2026-11-25T10:00:00Z');
  const gap = { check: 'spark.air-gap', cylinder: 1, fields: { gapA: { value: 0.32, unit: 'mm' } } };
  const save = async (house: object) =>
    saveHouse(db, { personId: 'person-ilse', house: { ...(await houseNow(db)).house, ...house } }, now);
  const jobWithGap = async () => {
    // The machine whose sheet says nothing of the gap.
    const created = await createJob(
      db,
      {
        id: randomUUID(),
        complaintId: randomUUID(),
        personId: 'person-ilse',
        machineId: randomUUID(),
        newMachine: { tag: 'Avocet', name: 'x', owner: 'y', kind: 'other', sheetId: 'sheet-unknown-twin' },
        complaint: ['low-power'],
        said: '',
        hours: null,
        storedMonths: null,
        flags: [],
        promisedOn: null,
      },
      now,
    );
    if (!created.ok) throw new Error(JSON.stringify(created.issues));
    const event = { id: randomUUID(), personId: 'person-ilse', at: now.toISOString(), known: 0, event: gap };
    const recorded = await recordEvent(db, created.id, event, now);
    if (!recorded.ok) throw new Error(JSON.stringify(recorded));
    return created.id;
  };
  const outcomeOf = async (id: string) =>
    benchOf(randomUUID(), jobFileOf(await eventsOf(db, id))).readings[0]!.assessment.outcome;

  it('count from the next job on; an open job keeps the rules it was opened under, and each reading its version', async () => {
    const before = await jobWithGap();
    const saved = await save({ schools: { 'air-gap': 'ten-to-thirteen' } });
    expect(saved.ok).toBe(true);
    const after = await jobWithGap();
    expect(await outcomeOf(before)).toBe('wide');
    expect(await outcomeOf(after)).toBe('ok');
    const [rows] = await pool.query('select rule_version from job_events where job_id = ? order by seq', [after]);
    const version = `${RULES_VERSION}+${saved.ok && saved.revision}`;
    expect(rows).toEqual([{ rule_version: version }, { rule_version: version }]);
    // And they travel with the job.
    const file = caseFileOf(await eventsOf(db, after), []);
    expect(file.house?.schools).toEqual({ 'air-gap': 'ten-to-thirteen' });
    await save({ schools: {} });
  });

  it('two who change them at once: the second is told, and nothing of his is written', async () => {
    const { house } = await houseNow(db);
    const both = await Promise.all(
      [20, 30].map((drawMilliamps) =>
        saveHouse(db, { personId: 'person-ilse', house: { ...house, limits: { drawMilliamps } } }, now),
      ),
    );
    expect(both.map((s) => s.ok).sort()).toEqual([false, true]);
    expect(both.find((s) => !s.ok)).toMatchObject({ status: 409 });
    expect((await houseNow(db)).house.revision).toBe(house.revision + 1);
    await save({ limits: {} });
  });

  it.each([
    ['nobody', { personId: 'nobody' }, '$.personId'],
    ['a limit that cannot be', { house: { limits: { drawMilliamps: 0 } } }, '$.limits.drawMilliamps'],
    ['a school there is none of', { house: { schools: { torque: 'by-luck' } } }, '$.schools.torque'],
  ])('%s is refused beside its field and nothing is written', async (_, change, path) => {
    const { house } = await houseNow(db);
    const saved = await saveHouse(db, { personId: 'person-ilse', house, ...change }, now);
    expect(saved.ok ? [] : saved.issues.map((i) => i.path)).toContain(path);
    expect((await houseNow(db)).house).toEqual(house);
  });

  it('cannot be changed behind the record: the application may add, not update', async () => {
    await expect(pool.query('update house_rules set payload = ?', ['{}'])).rejects.toThrow(/denied/i);
  });
});
