import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { DEFAULT_HOUSE, readEvent } from '@/core/index.ts';
import { openShop } from '@/db/client.ts';
import { findClosed, type Wanted } from '@/db/findJobs.ts';
import { appendEvent, jobOf, linesOfMachine, openJob } from '@/db/jobs.ts';
import { complaintEvent, newEvent } from '@/db/newEvent.ts';
import { TWIN as engine } from '../unit/jobs.ts';

const url = process.env.RIDGE_TEST_URL;
const one = (word: string, means: Partial<Wanted> = {}): Wanted => ({ word, symptoms: [], faults: [], ...means });

describe.skipIf(!url)('jobs that left, looked for', () => {
  const { shop: db, end } = openShop(url ?? 'mysql://127.0.0.1/none');
  afterAll(() => end());
  const saying = `100% of_${randomUUID().slice(0, 8)}`;
  const machineId = 'machine-teal';
  let id = '';
  let openId = '';

  const start = async (said: string) => {
    const head = {
      format: 'ridge-bolt/case' as const,
      version: 1 as const,
      machine: { kind: 'zero-turn' as const, engine },
      complaint: ['kicks-back' as const],
      said,
    };
    const job = { id: randomUUID(), machineId, openedAt: new Date(), promisedOn: null };
    const signed = { id: randomUUID(), personId: 'person-ilse', at: new Date(), sheetVersion: 1 };
    await openJob(db, job, complaintEvent(head, signed));
    return job.id;
  };
  const write = async (jobId: string, raw: object) => {
    const read = readEvent(raw, '$', engine);
    if (!read.ok) throw new Error(JSON.stringify(read.issues));
    const who = { personId: 'person-ilse', at: new Date(), sheetVersion: 1, engine, house: DEFAULT_HOUSE };
    const event = newEvent(read.value, raw, { ...who, id: randomUUID() });
    expect(await appendEvent(db, jobId, event, new Date(), async () => ({ ok: true, event }))).toMatchObject({
      ok: true,
    });
  };
  beforeAll(async () => {
    id = await start(saying);
    await write(id, { repair: 'spark.flywheel-key', action: 'replaced' });
    await write(id, { seen: 'brake', bad: 'safety' });
    await write(id, { close: 'customer-stops' });
    openId = await start(saying);
  });
  const found = async (...wanted: Wanted[]) => (await findClosed(db, wanted, 1000)).map((job) => job.id);

  it('by number, tag, owner, complaint, what was said of it and what was repaired', async () => {
    const { number } = (await jobOf(db, id))!;
    for (const wanted of [
      one(String(number)),
      one('teal'),
      one('xyz', { symptoms: ['kicks-back'] }),
      one('xyz', { faults: ['spark.flywheel-key'] }),
      one(saying.slice(-8)),
    ])
      expect(await found(wanted), wanted.word).toContain(id);
    expect(await found(one('teal'), one('xyz', { faults: ['spark.flywheel-key'] }))).toContain(id);
    expect(await found(one('teal'), one('xyz', { faults: ['seal.rings'] }))).not.toContain(id);
  });

  it('a sign that stands for any letter stands for itself', async () => {
    expect(await found(one(saying))).toEqual([id]);
    expect(await found(one(saying.replace('%', '_')))).toEqual([]);
    expect(await found(one(saying.replace('_', '%')))).toEqual([]);
    expect(await found(one(`"${saying}`))).toEqual([]);
    expect(await found(one(`\\${saying}`))).toEqual([]);
  });

  it('those that stand on the floor are not among them, and nothing asked finds nothing', async () => {
    expect(await found(one('teal'))).not.toContain(openId);
    expect(await found()).toEqual([]);
  });

  it('what was seen on a machine is found with it, its last job first', async () => {
    const [last] = await linesOfMachine(db, machineId, ['seen'], 3);
    expect(last!.job.id).toBe(id);
    expect(last!.events.map((e) => e.payload)).toEqual([{ seen: 'brake', bad: 'safety' }]);
  });
});
