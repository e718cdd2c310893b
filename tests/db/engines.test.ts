import { randomUUID } from 'node:crypto';
import { afterAll, describe, expect, it } from 'vitest';
import type { SheetFile } from '@/core/index.ts';
import { openShop } from '@/db/client.ts';
import { eventsOf } from '@/db/jobs.ts';
import { allSheets, machineOf, sheetsOf } from '@/db/machines.ts';
import { everyPerson } from '@/db/people.ts';
import { saveSheet, sheetFileOf } from '@/features/engines/saveSheet.ts';
import { createJob } from '@/features/newJob/createJob.ts';
import { benchOf } from '@/features/record/server/benches.ts';
import { jobFileOf } from '@/features/record/server/jobFile.ts';
import { recordEvent } from '@/features/record/server/recordEvent.ts';

/** The shop's own engines, on the demo shop that `npm test` loads. */
const url = process.env.RIDGE_TEST_URL;

describe.skipIf(!url)('the engines of the shop', () => {
  const { shop: db, end } = openShop(url ?? 'mysql://127.0.0.1/none');
  afterAll(() => end());
  const now = new Date('2026-11-29T10:00:00.000Z');
  const later = new Date('2026-11-29T11:30:00.000Z');

  const fresh = (change: object = {}) => ({
    id: randomUUID(),
    complaintId: randomUUID(),
    personId: 'person-ilse',
    machineId: randomUUID(),
    newMachine: { tag: 'Bittern', name: 'Walk-in', owner: 'A stranger', kind: 'other', sheetId: null, cylinders: 1 },
    complaint: ['low-power'],
    said: '',
    hours: null,
    storedMonths: null,
    flags: [],
    promisedOn: null,
    ...change,
  });
  const record = (jobId: string, event: unknown, id = randomUUID()) =>
    recordEvent(db, jobId, { id, personId: 'person-borre', at: later.toISOString(), known: 0, event }, later);
  const sheetOf = async (machineId: string) => {
    const { sheetId } = (await machineOf(db, machineId))!;
    return (await sheetsOf(db, [sheetId])).get(sheetId)!;
  };
  const COIL = { engine: { figures: { coilOhmsLow: 9500, coilOhmsHigh: 10500 }, source: 'maker-sheet' } };

  it('a job starts on a machine with nothing but its kind and cylinders', async () => {
    const asked = fresh();
    expect(await createJob(db, asked, now)).toMatchObject({ ok: true });
    const { head } = jobFileOf(await eventsOf(db, asked.id));
    expect(head.machine.engine).toMatchObject({ cylinders: 1, layout: 'single', fuelFeed: 'unknown', sheet: {} });
    expect(await sheetOf(asked.machineId)).toMatchObject({ name: 'Engine of Bittern', version: 1, figures: {} });
    expect(await createJob(db, asked, now)).toMatchObject({ ok: true, id: asked.id });
  });

  it('a machine of which nobody says how many cylinders it has is refused, and nothing is kept of it', async () => {
    const { cylinders: _, ...newMachine } = fresh().newMachine;
    const asked = fresh({ newMachine });
    const created = await createJob(db, asked, now);
    expect(created).toMatchObject({ ok: false, issues: [{ path: '$.newMachine.cylinders' }] });
    expect(await machineOf(db, asked.machineId)).toBeNull();
  });

  it('what is learnt on the bench is kept on the sheet, with who said it, when and from where; sent twice it is learnt once', async () => {
    const asked = fresh();
    await createJob(db, asked, now);
    const id = randomUUID();
    expect(await record(asked.id, COIL, id)).toMatchObject({ ok: true, seq: 1 });
    expect(await record(asked.id, COIL, id)).toMatchObject({ ok: true, seq: 1, duplicate: true });
    const sheet = await sheetOf(asked.machineId);
    expect(sheet).toMatchObject({ version: 2, figures: { coilOhmsLow: 9500, coilOhmsHigh: 10500 } });
    expect(sheet.sources.coilOhmsLow).toEqual({
      source: 'maker-sheet',
      note: null,
      personId: 'person-borre',
      at: later,
    });
    await record(asked.id, { engine: { words: { fuelFeed: 'gravity' }, figures: { coilOhmsHigh: null } } });
    const again = await sheetOf(asked.machineId);
    expect(again.words.fuelFeed).toBe('gravity');
    expect(again.figures.coilOhmsHigh ?? null).toBeNull();
  });

  it('a reading is filed under the version of the sheet it was judged by, and the next job begins with what was learnt', async () => {
    const asked = fresh();
    await createJob(db, asked, now);
    const coil = { check: 'spark.coil-ohms', cylinder: 1, fields: { toGround: { value: 4, unit: 'kohm' } } };
    for (const event of [coil, COIL, coil]) await record(asked.id, event);
    expect((await eventsOf(db, asked.id)).map((e) => e.sheetVersion)).toEqual([1, 1, 2, 2]);
    const bench = benchOf(asked.id, jobFileOf(await eventsOf(db, asked.id)));
    expect(bench.readings.map((r) => r.assessment.outcome)).toEqual(['in-range', 'low']);
    const next = fresh({ machineId: asked.machineId, newMachine: null });
    await createJob(db, next, later);
    expect(jobFileOf(await eventsOf(db, next.id)).head.machine.engine.sheet).toMatchObject({ coilOhmsLow: 9500 });
  });

  it('a word that cannot be of this engine is refused at the door and leaves the sheet alone', async () => {
    const asked = fresh();
    await createJob(db, asked, now);
    expect(await record(asked.id, { engine: { words: { layout: 'v-twin-90' } } })).toMatchObject({
      ok: false,
      status: 422,
      issues: [{ path: '$.event.engine.words.layout' }],
    });
    expect((await sheetOf(asked.machineId)).version).toBe(1);
  });

  const file = (change: Partial<SheetFile> = {}): SheetFile => ({
    format: 'ridge-bolt/engine-sheet',
    version: 1,
    name: 'Made on screen',
    words: {
      ...{ cylinders: 2, layout: 'parallel-twin', fuelFeed: 'pulse-pump', lifters: 'hydraulic' },
      ...{ compressionRelease: 'none', carburettor: 'injection', ignition: 'points' },
      ...{ choke: 'automatic', crankPhase: '180', killDiodePolarity: 'from-common' },
    } as SheetFile['words'],
    figures: {
      boreMm: {
        value: 71.5,
        source: 'measured-here',
        note: 'at the top',
        by: 'Mirre Dask',
        at: '2026-11-01T08:00:00.000Z',
      },
      adjusterKind: {
        value: 'pivot-nut',
        source: 'memory',
        note: null,
        by: 'Ilse Vant',
        at: '2026-11-02T08:00:00.000Z',
      },
    },
    ...change,
  });
  const save = (sheet: unknown, id: string, version?: number) =>
    saveSheet(db, { id, personId: 'person-ilse', sheet, ...(version ? { version } : {}) }, now);
  const kept = async (id: string) => (await sheetsOf(db, [id])).get(id)!;

  it('a sheet comes out as the file it was made from, word for word', async () => {
    const id = randomUUID();
    expect(await save(file(), id)).toEqual({ ok: true, id });
    expect(sheetFileOf(await kept(id), await everyPerson(db))).toEqual(file());
    await save(file({ name: 'Sent twice' }), id);
    expect((await kept(id)).name).toBe('Made on screen');
    expect((await allSheets(db)).filter((s) => s.id === id)).toHaveLength(1);
  });

  it('a change keeps who entered what did not change, and says who changed the rest; a figure left out is taken back', async () => {
    const id = randomUUID();
    await save(file(), id);
    const { boreMm } = file().figures;
    const changed = file({ figures: { boreMm: boreMm!, strokeMm: { value: 60, source: 'memory', note: null } } });
    expect(await save(changed, id, 1)).toEqual({ ok: true, id });
    const { figures, sources, version } = await kept(id);
    expect(version).toBe(2);
    expect(figures).toMatchObject({ boreMm: 71.5, strokeMm: 60 });
    expect(figures.adjusterKind ?? null).toBeNull();
    expect(sources.boreMm).toMatchObject({ personId: 'person-mirre', note: 'at the top' });
    expect(sources.strokeMm).toMatchObject({ personId: 'person-ilse', at: now });
  });

  it('two who change one sheet at once do not write over each other', async () => {
    const id = randomUUID();
    await save(file(), id);
    await save(file({ name: 'First' }), id, 1);
    expect(await save(file({ name: 'Second' }), id, 1)).toMatchObject({ ok: false, status: 409 });
    expect((await kept(id)).name).toBe('First');
  });

  it.each([
    ['another file', { format: 'ridge-bolt/case' }, '$.format'],
    ['no name', { name: ' ' }, '$.name'],
    ['an unknown word', { words: { cylinders: 2, fuelFeed: 'siphon' } }, '$.words.fuelFeed'],
    ['a layout of other cylinders', { words: { cylinders: 1, layout: 'v-twin-90' } }, '$.words.layout'],
    ['a figure nobody knows of', { figures: { boreInch: { value: 3, source: 'memory' } } }, '$.figures.boreInch'],
    ['a figure that cannot be', { figures: { boreMm: { value: 3, source: 'memory' } } }, '$.figures.boreMm.value'],
    [
      'from above to',
      {
        figures: {
          coilOhmsLow: { value: 5000, source: 'memory' },
          coilOhmsHigh: { value: 4000, source: 'memory' },
        },
      },
      '$.figures.coilOhmsHigh',
    ],
  ])('%s is refused beside its field and nothing is kept', async (_, change, path) => {
    const id = randomUUID();
    const saved = await save({ ...file(), ...change }, id);
    expect(saved.ok).toBe(false);
    if (!saved.ok) expect(saved.issues.map((i) => i.path)).toContain(path);
    expect(await kept(id)).toBeUndefined();
  });

  it('an engine keeps its cylinders', async () => {
    const id = randomUUID();
    await save(file(), id);
    const single = file({ words: { ...file().words, cylinders: 1, layout: 'single' } });
    expect(await save(single, id, 1)).toMatchObject({ ok: false, issues: [{ path: '$.words.cylinders' }] });
  });

  it('how a machine is opened is kept with it, and a new one of its kind is taken to be like it', async () => {
    const asked = fresh({ newMachine: { ...fresh().newMachine, kind: 'utility-vehicle' } });
    await createJob(db, asked, now);
    await record(asked.id, { took: 'blower-housing', openMin: 31 });
    await record(asked.id, { took: 'blower-housing', closeMin: 40 });
    await record(asked.id, { took: 'bowl', through: ['hood'] });
    expect(await record(asked.id, { took: 'bowl', through: ['belly'] })).toMatchObject({
      ok: false,
      issues: [{ path: '$.event.through' }],
    });
    const known = { 'blower-housing': { openMin: 31, closeMin: 40 }, bowl: { through: ['hood'] } };
    expect((await machineOf(db, asked.machineId))!.access).toMatchObject(known);
    const alike = fresh({ newMachine: { ...fresh().newMachine, tag: 'Rail', kind: 'utility-vehicle' } });
    await createJob(db, alike, now);
    const { head } = jobFileOf(await eventsOf(db, alike.id));
    expect(head.machine.access).toMatchObject(known);
    expect(benchOf(alike.id, jobFileOf(await eventsOf(db, alike.id))).access.of('blower-housing').openMin).toBe(31);
  });

  it('what was agreed at the counter goes with the job', async () => {
    const asked = fresh({ spendAtMost: 120, proveFirst: true });
    await createJob(db, asked, now);
    expect(jobFileOf(await eventsOf(db, asked.id)).head.agreed).toEqual({ spendAtMost: 120, proveFirst: true });
    expect(await createJob(db, fresh({ spendAtMost: -5 }), now)).toMatchObject({
      ok: false,
      issues: [{ path: '$.spendAtMost' }],
    });
  });
});
