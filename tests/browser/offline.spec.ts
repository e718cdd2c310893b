import { expect, test } from '@playwright/test';
import { serve } from '../../scripts/lib/app.mjs';
import { newJobRequest } from '../../scripts/lib/newJobRequest.mjs';
import { BenchPage } from './bench.ts';

/** A server of our own on the same build and database, to be really stopped and started again. */
const PORT = 3951;
const DIST = process.env.RIDGE_DIST ?? '.next';
const DATABASE = process.env.DATABASE_URL ?? '';

const TEN: readonly [string, Record<string, string> | null, string | null][] = [
  ['Battery volts at rest', { value: '12.58' }, null],
  ['Oil level', null, 'Level and colour right'],
  ['Heat pair', { 'each-1': '212', 'each-2': '58', ambient: '18' }, null],
  ['Spark tester 2', null, 'Strong'],
  ['Coil resistance 2', { toGround: '4.1' }, null],
  ['Coil air gap 2', { gapA: '0.25', gapB: '0.28' }, null],
  ['Look at the plug lead 2', null, 'Sound'],
  ['Cut out one cylinder 2', { before: '1650', after: '1645' }, null],
  ['Kill lead off this coil 2', null, 'Comes back'],
  ['Volts while cranking', { value: '10.6' }, null],
];

// Everywhere else pages come from the server alone, so that what a test puts in its way is in the way.
test.use({ serviceWorkers: 'allow' });

test('ten readings and a reload with the server stopped: all ten are taken down once, in order, when it is back', async ({
  page,
}) => {
  test.skip(DATABASE === '', 'DATABASE_URL names the database the own server works on');
  test.setTimeout(150_000);
  const start = () => serve(DIST, PORT, DATABASE);
  let server = await start();
  try {
    const bench = new BenchPage(page);
    const address = server.address;
    await page.goto(address);
    const created = await page.request.post(`${address}/api/jobs`, {
      data: newJobRequest(),
    });
    const { id } = (await created.json()) as { id: string };
    await page.goto(`${address}/jobs/${id}`);
    await expect(bench.plate).toBeVisible();
    // The browser keeps the page, and the floor to come back to, once its keeper stands.
    for (const path of [`/jobs/${id}`, '/'])
      await expect
        .poll(
          () =>
            page.evaluate(async (kept) => (await (await caches.open('ridge-pages')).match(kept)) !== undefined, path),
          { timeout: 30_000 },
        )
        .toBe(true);

    await server.stop();
    const take = async ([check, figures, outcome]: (typeof TEN)[number]) => {
      await bench.search.fill(check);
      await bench.search.press('Enter');
      await expect(bench.title).toContainText(check.replace(/ \d$/, ''));
      if (figures) await bench.fill(figures);
      if (outcome) await bench.choose(outcome);
      const before = await bench.tape.locator('[data-line]').count();
      await bench.plate.getByRole('button', { name: 'Record', exact: true }).click();
      await expect(bench.tape.locator('[data-line]')).toHaveCount(before + 1);
    };
    for (const reading of TEN.slice(0, 6)) await take(reading);
    await expect(page.getByText('6 lines are kept here')).toBeVisible();

    // What is half typed and what is not sent both outlive the reload, and the ridge is that of the six.
    await bench.search.fill('Compression by thumb');
    await bench.search.fill('Battery tester');
    await bench.search.press('Enter');
    await bench.fill({ measuredCca: '265' });
    await page.waitForTimeout(400);
    const before = await bench.suspicion('Kill harness');
    await page.reload();
    await expect(bench.tape.locator('[data-line]')).toHaveCount(6);
    await expect(bench.title).toContainText('Battery tester');
    await expect(bench.plate.locator('input[name="measuredCca"]')).toHaveValue('265');
    await expect.poll(() => bench.suspicion('Kill harness')).toBe(before);
    for (const reading of TEN.slice(6)) await take(reading);
    await expect(page.getByText('10 lines are kept here')).toBeVisible();

    // A page that was not open before says so in plain words; the floor stands as last seen, with what waits.
    await page.goto(`${address}/jobs/never-opened`);
    await expect(page.getByRole('heading')).toHaveText("The shop's computer is out of reach");
    await page.goto(address);
    await expect(page.getByText('This is the floor as it stood at')).toBeVisible();

    // Nobody opens the job again: what waits is sent from the floor.
    server = await start();
    await expect
      .poll(
        async () => {
          const response = await page.request.get(`${address}/api/jobs/${id}/events?after=0`);
          return ((await response.json()) as { events: unknown[] }).events.length;
        },
        { timeout: 30_000 },
      )
      .toBe(10);
    const response = await page.request.get(`${address}/api/jobs/${id}/events?after=0`);
    const { events } = (await response.json()) as { events: { seq: number; id: string; event: { check: string } }[] };
    expect(events.map((e) => e.seq)).toEqual([1, 2, 3, 4, 5, 6, 7, 8, 9, 10]);
    expect(new Set(events.map((e) => e.id)).size).toBe(10);
    expect(events.map((e) => e.event.check)).toEqual([
      'power.rest-volts',
      'look.oil',
      'balance.heat',
      'spark.tester',
      'spark.coil-ohms',
      'spark.air-gap',
      'spark.lead-look',
      'balance.cut-out',
      'spark.kill-off',
      'power.crank-volts',
    ]);
    await page.goto(`${address}/jobs/${id}`);
    await bench.printed(10);
    await expect(page.getByText('Out of reach')).toHaveCount(0);
  } finally {
    await server.stop();
  }
});
