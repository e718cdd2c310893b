import { expect, type Page, test } from '@playwright/test';
import { BenchPage } from './bench.ts';

test('what cannot be is refused beside its box, with what was typed kept, and nothing changes', async ({ page }) => {
  const bench = new BenchPage(page);
  await bench.newJob(/Heron 4/, ['Cranks slowly']);
  const box = bench.plate.locator('input[name="value"]');
  const record = bench.plate.getByRole('button', { name: 'Record', exact: true });
  await bench.pick('Battery volts at rest');
  for (const [typed, says] of [
    ['twelve', 'is not a figure'],
    ['12 kV', 'is not a unit for this'],
    ['12000', 'cannot be'],
    ['-3', 'cannot be'],
    ['12,580', 'can be read two ways'],
    ['OL', 'OL is not a reading here'],
  ] as const) {
    await box.fill(typed);
    await expect(bench.plate, typed).toContainText(says);
    await record.click();
    await expect(box, typed).toHaveValue(typed);
  }
  await box.fill('');
  await record.click();
  await expect(bench.plate).toContainText('Nothing entered yet');
  await expect(bench.tape.locator('[data-line]')).toHaveCount(0);

  await bench.pick('Coil resistance', 1);
  await bench.fill({ toGround: '-5 ohm' });
  await expect(bench.plate).toContainText('cannot be');
  await bench.fill({ toGround: '4.1k' });
  await expect(bench.plate.getByTestId('verdict')).toContainText('In range');

  await bench.pick('Coil air gap', 1);
  await bench.fill({ gapA: '10 thou', gapB: '0.25' });
  await bench.record();
  await expect(bench.line(1)).toContainText('First leg 10.0 thou · Second leg 0.25 mm');
});

test('an imperial bench reads thousandths and Fahrenheit', async ({ page }) => {
  const bench = new BenchPage(page);
  await bench.newJob(/Heron 4/, ['Lost power']);
  await page.getByRole('button', { name: /^This desk/ }).click();
  await page.getByRole('radio', { name: 'thou, °F' }).click();
  await expect(page.getByRole('button', { name: /^This desk/ })).toContainText('thou');
  await bench.pick('Coil air gap', 1);
  await bench.fill({ gapA: '16', gapB: '.010' });
  await expect(bench.plate.getByTestId('verdict')).toContainText('Wide');
  await bench.pick('Heat pair');
  await bench.fill({ 'each-1': '410', 'each-2': '136', ambient: '64' });
  await bench.record();
  await expect(bench.line(1)).toContainText('1: 410 °F');
});

test('the door refuses broken, oversized and unknown requests and writes nothing', async ({ page, request }) => {
  const bench = new BenchPage(page);
  await bench.newJob(/Heron 4/, ['Cranks slowly']);
  const id = new URL(page.url()).pathname.split('/')[2];
  const url = `/api/jobs/${id}/events`;
  const event = (inner: unknown) => ({
    id: 'bad-input-1',
    personId: 'person-ilse',
    at: new Date().toISOString(),
    known: 0,
    event: inner,
  });
  const status = async (data: unknown) => {
    const response = await request.post(url, { data: data as object, headers: { 'content-type': 'application/json' } });
    return [response.status(), JSON.stringify(await response.json())] as const;
  };
  const half = await request.post(url, {
    data: Buffer.from('{"id": "x"'),
    headers: { 'content-type': 'application/json' },
  });
  expect(half.status()).toBe(400);
  const huge = await request.post(url, {
    data: Buffer.alloc(5_000_000, 32),
    headers: { 'content-type': 'application/json' },
  });
  expect(huge.status()).toBe(413);
  for (const [inner, says] of [
    [{ check: 'power.rest-volts', value: { value: 12000, unit: 'V' } }, 'cannot be'],
    [{ check: 'power.rest-volts', value: { value: 12.4 } }, '$.event.value'],
    [{ check: 'spark.coil-ohms', cylinder: 1, fields: { toGround: { value: -5, unit: 'ohm' } } }, 'cannot be'],
    [{ check: 'spark.flux-capacitor', outcome: 'ok' }, 'no check is called'],
    [{ check: 'spark.tester', cylinder: 3, outcome: 'strong' }, 'no cylinder 3'],
    [{ correct: 9 }, 'there is no event 9'],
    [{ colour: 'red' }, 'says what it is'],
  ] as const) {
    const [code, text] = await status(event(inner));
    expect(code, JSON.stringify(inner)).toBe(422);
    expect(text).toContain(says);
  }
  expect((await status({ ...event({ note: 'x' }), personId: 'nobody' }))[0]).toBe(409);
  expect((await request.post('/api/jobs/no-such-job/events', { data: event({ note: 'x' }) })).status()).toBe(404);
  const left = (await (await request.get(`${url}?after=0`)).json()) as { events: unknown[] };
  expect(left.events).toHaveLength(0);
  expect((await page.goto('/jobs/no-such-job'))?.status()).toBe(404);
});

test('a job form that lacks something says what, beside it, and keeps the rest', async ({ page }) => {
  await page.goto('/jobs/new');
  await page.getByLabel("In the customer's words").fill('It growls.');
  await page.getByLabel('Hours').fill('many');
  await page.getByRole('button', { name: 'Start the job' }).click();
  await expect(page.getByText('"many" is not a figure')).toBeVisible();
  await expect(page.getByText('pick the machine', { exact: true })).toBeVisible();
  await expect(page.getByText('pick at least one thing it does')).toBeVisible();
  await expect(page.getByLabel("In the customer's words")).toHaveValue('It growls.');
  await expect(page.getByLabel('Hours')).toHaveValue('many');
  // What was put right is no longer said; the rest is, and nothing new.
  await page.getByText('A machine that was not here before').click();
  await expect(page.getByText('pick the machine', { exact: true })).toHaveCount(0);
  await expect(page.getByText('pick at least one thing it does')).toBeVisible();
  await expect(page.getByText('say whose it is')).toHaveCount(0);
  await page.getByRole('button', { name: 'Start the job' }).click();
  await expect(page.getByText('say whose it is')).toBeVisible();
});

/** Opens a page whose script comes when it is told to. */
async function openWithoutScript(page: Page, path: string): Promise<() => void> {
  let come = () => {};
  const script = new Promise<void>((resolve) => {
    come = resolve;
  });
  await page.route('**/_next/static/**/*.js', async (route) => {
    await script;
    await route.continue();
  });
  await page.goto(path, { waitUntil: 'commit' });
  return come;
}

test('what is typed into a job form while its script comes stays, in the box the hands are in', async ({ page }) => {
  const come = await openWithoutScript(page, '/jobs/new');
  const said = page.getByLabel("In the customer's words");
  await page.getByLabel('Stood, months').fill('5');
  await said.focus();
  await page.keyboard.type('It growls');
  come();
  let typed = 'It growls';
  // Letter by letter, as hands do, over the moment at which the page wakes up.
  for (
    ;
    typed.length < 400 && (await said.evaluate((box) => !Object.keys(box).some((key) => key.startsWith('__react'))));
    typed += '.'
  )
    await page.keyboard.type('.');
  for (let more = 0; more < 20; more++, typed += '!') await page.keyboard.type('!');
  await page.getByRole('radio', { name: /not here before/ }).click();
  await expect(page.getByLabel('Tag in the shop')).toBeVisible();
  await expect(said).toHaveValue(typed);
  await page.getByLabel('Hours').fill('120');
  await expect(page.getByLabel('Stood, months')).toHaveValue('5');
  await page.reload();
  await expect(said).toHaveValue(typed);
});

test('a figure typed on the plate while its script comes is recorded', async ({ page }) => {
  const bench = new BenchPage(page);
  await bench.newJob(/Heron 4/, ['Cranks slowly']);
  const come = await openWithoutScript(page, page.url());
  const box = bench.plate.locator('input[data-figure]').first();
  await box.fill('12.31');
  come();
  await expect(bench.plate.getByTestId('verdict')).toBeVisible();
  await expect(box).toHaveValue('12.31');
});
