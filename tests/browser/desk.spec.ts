import { expect, test } from '@playwright/test';
import { BenchPage } from './bench.ts';

const eventsOf = async (bench: BenchPage) => {
  const id = new URL(bench.page.url()).pathname.split('/')[2];
  const response = await bench.page.request.get(`/api/jobs/${id}/events?after=0`);
  return ((await response.json()) as { events: { event: Record<string, unknown> }[] }).events.map((e) => e.event);
};

test('light, spacing and two-letter keys stay as the desk was set', async ({ page }) => {
  const bench = new BenchPage(page);
  await bench.newJob(/Heron 4/, ['Lost power']);
  const desk = page.getByRole('button', { name: /^This desk/ });
  await desk.click();
  await page.getByRole('radio', { name: 'Night' }).click();
  await page.getByRole('radio', { name: 'Close', exact: true }).click();
  await page.getByLabel('Two-letter keys').getByRole('radio', { name: 'Off' }).click();
  await expect(page.locator('html')).toHaveAttribute('data-light', 'night');
  await page.reload();
  await expect(page.locator('html')).toHaveAttribute('data-light', 'night');
  await expect(page.locator('html')).toHaveAttribute('data-spacing', 'close');
  expect(await page.evaluate(() => getComputedStyle(document.body).backgroundColor)).toBe('rgb(16, 21, 18)');
  await expect(bench.plate).toBeVisible();
  const before = await bench.title.textContent();
  await page.keyboard.press('Escape');
  await page.keyboard.type('bt');
  await page.waitForTimeout(300);
  await expect(bench.title).toHaveText(before!);
});

test('a reading the door refused stays with its reason, over a reload, to be typed again or left out', async ({
  page,
}) => {
  const bench = new BenchPage(page);
  await bench.newJob(/Heron 4/, ['Cranks slowly']);
  await page.route('**/api/jobs/*/events', (route) =>
    route.request().method() === 'POST'
      ? route.fulfill({ status: 422, json: { issues: [{ path: '$.event', message: 'the sheet says otherwise' }] } })
      : route.continue(),
  );
  for (const volts of ['12.1', '12.2']) {
    await bench.pick('Battery volts at rest');
    await bench.fill({ value: volts });
    await bench.plate.getByRole('button', { name: 'Record', exact: true }).click();
    await expect(bench.tape.getByRole('alert').filter({ hasText: volts })).toContainText('the sheet says otherwise');
  }
  await expect(bench.tape.locator('[data-line]')).toHaveCount(0);
  await page.unroute('**/api/jobs/*/events');
  await page.reload();
  const refused = bench.tape.getByRole('alert');
  await expect(refused).toHaveCount(2);
  await refused.filter({ hasText: '12.20 V' }).getByRole('button', { name: 'Leave it out' }).click();
  await expect(refused).toHaveCount(1);
  await refused.getByRole('button', { name: 'Type it again' }).click();
  await expect(bench.plate.locator('input[name="value"]')).toHaveValue('12.1');
  await bench.fill({ value: '12.3' });
  await bench.record();
  await expect(refused).toHaveCount(0);
  await page.reload();
  await bench.printed(1);
  await expect(refused).toHaveCount(0);
  expect(await eventsOf(bench)).toMatchObject([{ check: 'power.rest-volts', typed: { value: '12.3' } }]);
});

test('what is half typed outlives a reload, and is gone once it is left', async ({ page }) => {
  const bench = new BenchPage(page);
  await bench.newJob(/Heron 4/, ['Lost power']);
  await bench.pick('Coil air gap', 2);
  await bench.fill({ gapA: '10 thou' });
  await page.waitForTimeout(400);
  await page.reload();
  await expect(bench.title).toHaveText('Coil air gap, cylinder 2');
  await expect(bench.plate.locator('input[name="gapA"]')).toHaveValue('10 thou');
  await bench.plate.getByRole('button', { name: 'Back to the plan' }).click();
  await expect(bench.title).not.toHaveText('Coil air gap, cylinder 2');
  await page.reload();
  await expect(bench.title).not.toHaveText('Coil air gap, cylinder 2');
});

test('while the side is unknown both cylinders are taken side by side, each a reading of its own', async ({ page }) => {
  const bench = new BenchPage(page);
  await bench.newJob(/Heron 4/, ['Lost power']);
  await bench.pick('Spark tester');
  await expect(bench.title).toHaveText('Spark tester, both cylinders');
  await page.keyboard.press('1');
  await page.keyboard.press('Enter');
  await page.keyboard.press('4');
  await page.keyboard.press('Enter');
  await bench.printed(2);
  expect(await eventsOf(bench)).toMatchObject([
    { check: 'spark.tester', cylinder: 1 },
    { check: 'spark.tester', cylinder: 2 },
  ]);
  // The side is known now: the next check is for it alone.
  await expect.poll(() => bench.suspicion('Coil')).toBeGreaterThan(30);
  await bench.pick('Coil resistance');
  await expect(bench.title).toHaveText(/Coil resistance, cylinder [12]/);
});

test('what was opened without a check is put right, and the order costs it anew', async ({ page }) => {
  const bench = new BenchPage(page);
  await bench.newJob(/Heron 4/, ['Lost power']);
  const order = page.getByRole('region', { name: 'Bench order' });
  await order.getByText('Something else was opened').click();
  await order.getByRole('button', { name: 'Opened: plug 1' }).click();
  await bench.printed(1);
  await expect(bench.line(1)).toContainText('Opened: plug 1');
  await expect(order.getByRole('button', { name: 'Put back: plug lead 1' })).toBeVisible();
  await order.getByRole('button', { name: 'Put back: plug lead 1' }).click();
  await bench.printed(2);
  await expect(order.getByRole('button', { name: 'Put back: plug 1' })).toHaveCount(0);
  await expect(order.getByRole('button', { name: 'Put back: hood' })).toBeVisible();
});

test('the form of a new job outlives a reload and is blank for the next', async ({ page }) => {
  await page.goto('/jobs/new');
  await page.getByRole('radio', { name: /Heron 4/ }).click();
  await page.getByRole('button', { name: 'Lost power' }).click();
  await page.getByLabel("In the customer's words").fill('It sulks.');
  await page.reload();
  await expect(page.getByRole('radio', { name: /Heron 4/ })).toHaveAttribute('aria-checked', 'true');
  await expect(page.getByLabel("In the customer's words")).toHaveValue('It sulks.');
  await page.getByRole('button', { name: 'Start the job' }).click();
  await page.waitForURL(/\/jobs\/(?!new)/);
  await page.goto('/jobs/new');
  await expect(page.getByLabel("In the customer's words")).toHaveValue('');
});
