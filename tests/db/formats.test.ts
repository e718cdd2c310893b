import { createHash, randomUUID } from 'node:crypto';
import { parse } from 'csv-parse/sync';
import fc from 'fast-check';
import { unzipSync, zipSync } from 'fflate';
import ICAL from 'ical.js';
import { createConnection } from 'mysql2/promise';
import { afterAll, describe, expect, it } from 'vitest';
import { openShop } from '@/db/client.ts';
import { eventsOf, jobOf } from '@/db/jobs.ts';
import { photoOf, photosOfJob } from '@/db/photos.ts';
import type { Shop } from '@/db/shop.ts';
import { csvOf, csvText } from '@/features/formats/server/tables.ts';
import { takeIn } from '@/features/formats/server/takeIn.ts';
import { takenOut, wholeJobOf } from '@/features/formats/server/takeOut.ts';
import { canonical } from '@/features/formats/server/wholeJob.ts';
import { calendarOf } from '@/features/later/server/calendar.ts';
import { createJob } from '@/features/newJob/createJob.ts';
import { recordEvent } from '@/features/record/server/recordEvent.ts';
import { backUp, restore } from '@/keep/backup.ts';
import { migrateDatabase } from '@/keep/migrate.ts';
import { newJobRequest } from '../../scripts/lib/newJobRequest.mjs';

const url = process.env.RIDGE_TEST_URL;
/** The user that may make databases; only `npm test` has one. */
const rootUrl = process.env.RIDGE_TEST_ROOT_URL;
const now = new Date();
const JOBS = 200;

/** Bytes that begin and end as a JPEG does. */
const jpegOf = (inside: Uint8Array) => Buffer.from([0xff, 0xd8, ...inside, 0xff, 0xd9]);
const hash = (bytes: Buffer) => createHash('sha256').update(bytes).digest('hex');

const words = fc
  .string({ unit: 'grapheme', minLength: 1, maxLength: 20 })
  .filter((t) => /\S/.test(t) && !/[\p{Surrogate}\p{Cc}]/u.test(t));
/** What was written so that it looks like an escaped formula already is not told from one. */
const cell = fc.string().filter((t) => !/^'[=+\-@\t\r]/.test(t));
const picture = fc.uint8Array({ minLength: 4, maxLength: 3000 }).map(jpegOf);

/** One line of a record, by the number it will have. */
type Line = (number: number) => { readonly event: object; readonly photo?: Buffer };
const plain =
  (event: object): Line =>
  () => ({ event });
const line: fc.Arbitrary<Line> = fc.oneof(
  words.map((note) => plain({ note })),
  fc.double({ min: 11, max: 13, noNaN: true }).map((v) =>
    plain({
      check: 'power.rest-volts',
      condition: 'key-off',
      value: { value: v, unit: 'V' },
      typed: { value: String(v) },
    }),
  ),
  fc
    .constantFrom('strong', 'weak', 'none')
    .map((outcome) => plain({ check: 'spark.tester', cylinder: 1, condition: 'cranking', outcome })),
  fc.constant(plain({ access: 'hood', now: 'open' })),
  words.map((need) => plain({ need, price: 12.5 })),
  words.map((later) => plain({ later, dueOn: '2027-02-03' })),
  fc.tuple(words, picture).map(([off, photo]) => () => ({ event: { off, photo: hash(photo), bag: '=1+1' }, photo })),
  picture.map((photo) => () => ({ event: { photo: hash(photo), of: 'plate' }, photo })),
  words.map((who) => plain({ approval: 80, answer: 'agreed', who, how: 'phone' })),
);

async function jobOfLines(shop: Shop, lines: readonly Line[], closes: boolean): Promise<string> {
  const made = await createJob(shop, newJobRequest(), now);
  if (!made.ok) throw new Error(JSON.stringify(made.issues));
  const all = closes ? [...lines, plain({ close: 'customer-stops' })] : lines;
  for (const [i, of] of all.entries()) {
    const { event, photo } = of(i + 1);
    const body = {
      id: randomUUID(),
      personId: 'person-ilse',
      at: new Date(now.getTime() + i).toISOString(),
      known: 0,
      event,
    };
    const sent = await recordEvent(
      shop,
      made.id,
      { ...body, ...(photo ? { photo: photo.toString('base64') } : {}) },
      now,
    );
    if (!sent.ok) throw new Error(JSON.stringify(sent));
  }
  return made.id;
}

describe.skipIf(!url || !rootUrl)('open formats', () => {
  const { shop, end } = openShop(url ?? 'mysql://127.0.0.1/none');
  afterAll(end);

  async function inEmptyShop<T>(work: (shop: Shop, url: string) => Promise<T>, isReady = true) {
    const root = await createConnection(rootUrl!);
    const name = `formats_${randomUUID().slice(0, 8)}`;
    await root.query(`CREATE DATABASE ${name} CHARACTER SET utf8mb4`);
    const to = new URL(rootUrl!);
    to.pathname = `/${name}`;
    try {
      if (isReady) await migrateDatabase(to.href, null);
      const there = openShop(to.href);
      try {
        return await work(there.shop, to.href);
      } finally {
        await there.end();
      }
    } finally {
      await root.query(`DROP DATABASE ${name}`);
      await root.end();
    }
  }

  it(`${JOBS} random jobs taken out and into an empty shop are the same record, photos and all`, async () => {
    const samples = fc.sample(fc.tuple(fc.array(line, { maxLength: 6 }), fc.boolean()), {
      numRuns: JOBS,
      seed: 20261201,
    });
    await inEmptyShop(async (there) => {
      let photos = 0;
      for (const [lines, closes] of samples) {
        const id = await jobOfLines(shop, lines, closes);
        const zip = await takenOut(shop, (await jobOf(shop, id))!);
        const taken = await takeIn(there, zip, now);
        if (!taken.ok) throw new Error(taken.message);
        const [here, own] = [
          await wholeJobOf(shop, (await jobOf(shop, id))!),
          await wholeJobOf(there, (await jobOf(there, id))!),
        ];
        const told = (whole: typeof here) => canonical({ ...whole, job: { ...whole.job, number: 0 } });
        expect(told(own)).toBe(told(here));
        const shown = await photosOfJob(shop, id);
        expect((await photosOfJob(there, id)).map((p) => [p.sha256, p.jpeg.toString('hex')])).toEqual(
          shown.map((p) => [p.sha256, p.jpeg.toString('hex')]),
        );
        photos += shown.length;
        expect((await eventsOf(there, id)).every((e) => e.imported)).toBe(true);
        expect(await takeIn(there, zip, now)).toMatchObject({ ok: false, status: 409 });
      }
      expect(photos).toBeGreaterThan(50);
    });
  }, 240_000);

  it('a file that is no whole job, or is tampered with, is refused, and nothing is written', async () => {
    const photo = jpegOf(new Uint8Array([1, 2, 3]));
    const id = await jobOfLines(shop, [() => ({ event: { photo: hash(photo), of: 'plate' }, photo })], false);
    const zip = await takenOut(shop, (await jobOf(shop, id))!);
    const files = unzipSync(zip);
    const whole = JSON.parse(new TextDecoder().decode(files['job.json']));
    const packed = (job: object, more: Record<string, Uint8Array> = {}) =>
      zipSync({ ...files, ...more, 'job.json': new TextEncoder().encode(JSON.stringify(job)) });
    await inEmptyShop(async (there) => {
      const says = async (bytes: Uint8Array) => {
        const taken = await takeIn(there, bytes, now);
        return taken.ok ? 'taken' : taken.message;
      };
      expect(await says(new Uint8Array([1, 2, 3]))).toMatch(/no zip/);
      expect(await says(zipSync({ 'case.json': files['case.json']! }))).toMatch(/has no job.json/);
      expect(await says(packed({ ...whole, lines: whole.lines.slice(1) }))).toMatch(/not numbered/);
      expect(await says(packed({ ...whole, people: [] }))).toMatch(/by somebody the file does not name/);
      expect(await says(zipSync({ 'job.json': files['job.json']! }))).toMatch(/1 of its photos/);
      const name = Object.keys(files).find((file) => file.startsWith('photos/'))!;
      expect(await says(packed(whole, { [name]: jpegOf(new Uint8Array([9])) }))).toMatch(/not the photo its name says/);
      const bad = structuredClone(whole);
      bad.lines[1].payload = { check: 'no.such-check' };
      expect(await says(packed(bad))).toMatch(/record cannot be read/);
      expect(await jobOf(there, id)).toBeNull();
    });
  }, 60_000);

  it('a second job of the same machine comes in after its sheet has grown, and one of another machine under its id does not', async () => {
    const [one, two] = [await jobOfLines(shop, [], false), await jobOfLines(shop, [], false)];
    const zip = async (id: string) => takenOut(shop, (await jobOf(shop, id))!);
    const first = await zip(one);
    const files = unzipSync(await zip(two));
    const grown = JSON.parse(new TextDecoder().decode(files['job.json']));
    const packed = (job: object) => zipSync({ 'job.json': new TextEncoder().encode(JSON.stringify(job)) });
    await inEmptyShop(async (there) => {
      expect(await takeIn(there, first, now)).toMatchObject({ ok: true });
      const other = { ...grown, machine: { ...grown.machine, tag: 'Another one' } };
      expect(await takeIn(there, packed(other), now)).toMatchObject({ ok: false, status: 409 });
      grown.sheet.figures = { ...grown.sheet.figures, flywheelNutNm: 91 };
      expect(await takeIn(there, packed(grown), now)).toMatchObject({ ok: true });
    });
  }, 60_000);

  it('a photo is kept with its line or not at all, and a backup carries it', async () => {
    const photo = jpegOf(new Uint8Array([4, 5, 6]));
    const id = await jobOfLines(shop, [], false);
    const send = (event: object, sent: string | undefined) =>
      recordEvent(
        shop,
        id,
        {
          id: randomUUID(),
          personId: 'person-ilse',
          at: now.toISOString(),
          known: 0,
          event,
          ...(sent ? { photo: sent } : {}),
        },
        now,
      );
    const line = { photo: hash(photo), of: 'plate' };
    expect(await send(line, undefined)).toMatchObject({ ok: false, status: 422 });
    expect(await send(line, Buffer.from('<svg/>').toString('base64'))).toMatchObject({ ok: false, status: 422 });
    expect(await send(line, jpegOf(new Uint8Array([7])).toString('base64'))).toMatchObject({ ok: false, status: 422 });
    expect(await send({ note: 'n' }, photo.toString('base64'))).toMatchObject({ ok: false, status: 422 });
    expect(await photosOfJob(shop, id)).toEqual([]);
    expect(await send(line, photo.toString('base64'))).toMatchObject({ ok: true });
    await inEmptyShop(async (_there, to) => {
      const folder = `/tmp/ridge-formats-${randomUUID()}`;
      const note = await backUp(url!, folder);
      await restore(to, `${folder}/${note.file}`);
      const restored = openShop(to);
      expect(await photoOf(restored.shop, id, hash(photo))).toEqual(photo);
      await restored.end();
    }, false);
  }, 120_000);

  it('tables are CSV as RFC 4180 has it, read by another program, and no cell runs as a formula', async () => {
    const id = await jobOfLines(shop, [plain({ need: '=HYPERLINK("x")', number: '+31, "b"\n2' })], false);
    const number = (await jobOf(shop, id))!.number;
    const rows = parse(await csvOf(shop, 'parts'), { columns: true, record_delimiter: '\r\n' }) as Record<
      string,
      string
    >[];
    const own = rows.find((row) => row.job === String(number))!;
    expect(own.part).toBe(`'=HYPERLINK("x")`);
    expect(own.number).toBe(`'+31, "b"\n2`);
    expect(own.state).toBe('wanted');
    for (const name of ['jobs', 'readings'] as const)
      expect((parse(await csvOf(shop, name), { columns: true }) as object[]).length).toBeGreaterThan(0);
    fc.assert(
      fc.property(fc.array(fc.array(cell, { minLength: 2, maxLength: 2 }), { minLength: 1 }), (cells) => {
        const back = parse(csvText(['a', 'b'], cells), {
          from_line: 2,
          record_delimiter: '\r\n',
          skip_empty_lines: false,
        }) as string[][];
        expect(back.map((row) => row.map((cell) => cell.replace(/^'(?=[=+\-@\t\r])/, '')))).toEqual(cells);
        for (const row of back) for (const cell of row) expect(cell).not.toMatch(/^[=+\-@\t\r]/);
      }),
    );
  });

  it('what is put off is a calendar as RFC 5545 has it, read by another program, whatever is written in it', () => {
    const base = 'http://shop.test';
    fc.assert(
      fc.property(
        words,
        words,
        fc.date({ min: new Date('2020-01-01'), max: new Date('2099-12-31'), noInvalidDate: true }),
        (what, owner, day) => {
          const dueOn = day.toISOString().slice(0, 10);
          const due = {
            ...{
              eventId: randomUUID(),
              job: { id: 'j', number: 7 },
              machine: { tag: 'T', name: 'n', owner },
              what,
              dueOn,
            },
            ...{ atHours: null, hoursThen: null, saidAt: now.toISOString(), ended: null },
          };
          const text = calendarOf(
            [due, { ...due, eventId: randomUUID(), ended: { ended: 'done', note: null, at: now.toISOString() } }],
            base,
          );
          const events = new ICAL.Component(ICAL.parse(text))
            .getAllSubcomponents('vevent')
            .map((e) => new ICAL.Event(e));
          expect(events.map((e) => [e.uid, e.startDate.toString(), e.startDate.isDate])).toEqual([
            [`${due.eventId}@ridge-bolt`, dueOn, true],
          ]);
          expect(events[0]!.summary).toBe(`T: ${what}`);
          // Lines of at most 75 octets, each ended by CR LF (RFC 5545, 3.1).
          for (const l of text.split('\r\n')) expect(Buffer.byteLength(l)).toBeLessThanOrEqual(75);
        },
      ),
    );
  });
});
