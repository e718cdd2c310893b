import { expect, test } from '@playwright/test';
import { BenchPage } from './bench.ts';

const eventsOf = async (page: import('@playwright/test').Page) => {
  const id = new URL(page.url()).pathname.split('/')[2];
  const response = await page.request.get(`/api/jobs/${id}/events?after=0`);
  return ((await response.json()) as { events: { id: string; seq: number; event: Record<string, unknown> }[] }).events;
};

test('a double click, a reload, back and a second tab neither lose nor double a reading', async ({ page, context }) => {
  const bench = new BenchPage(page);
  await bench.newJob(/Heron 4/, ['Cranks slowly']);
  await bench.pick('Battery volts at rest');
  await bench.fill({ value: '12.1' });
  await bench.plate.getByRole('button', { name: 'Record', exact: true }).dblclick();
  await bench.printed(1);

  await page.reload();
  await bench.printed(1);
  await page.goto('/');
  await page.goBack();
  await bench.printed(1);

  const other = new BenchPage(await context.newPage());
  await other.page.goto(page.url());
  await other.pick('Oil level');
  await other.choose('Low');
  await other.record();
  await bench.printed(2);
  await expect(bench.line(2)).toContainText('Low');

  await bench.pick('Crank it and watch');
  await bench.choose('Slow');
  await bench.record();
  await other.printed(3);
  const events = await eventsOf(page);
  expect(events.map((e) => e.seq)).toEqual([1, 2, 3]);
  expect(new Set(events.map((e) => e.id)).size).toBe(3);
});

test('what a closed tab could not send is seen and sent by the other tab that has the bench', async ({
  page,
  context,
}) => {
  const bench = new BenchPage(page);
  await bench.newJob(/Heron 4/, ['Lost power']);
  const first = await context.newPage();
  await first.goto(page.url());
  const other = new BenchPage(first);
  await expect(other.plate).toBeVisible();
  // Only the tab that will be closed is cut off.
  await first.route('**/events', (route) => (route.request().method() === 'POST' ? route.abort() : route.fallback()));
  await other.pick('Battery volts at rest');
  await other.fill({ value: '12.41' });
  await other.plate.getByRole('button', { name: 'Record', exact: true }).click();
  await expect(other.tape.locator('[data-line]')).toHaveCount(1);
  await first.waitForTimeout(300);
  await first.close();
  await expect(bench.tape.getByText('12.41 V')).toBeVisible();
  await bench.printed(1);
  const id = page.url().split('/').at(-1);
  const answer = await page.request.get(`/api/jobs/${id}/events?after=0`);
  expect(((await answer.json()) as { events: unknown[] }).events).toHaveLength(1);
});

test('a reading the shop computer could not take stays in the browser and is sent once', async ({ page }) => {
  const bench = new BenchPage(page);
  await bench.newJob(/Heron 4/, ['Cranks slowly']);
  await page.route('**/api/jobs/*/events', (route) =>
    route.request().method() === 'POST' ? route.abort() : route.continue(),
  );
  await bench.pick('Battery volts at rest');
  await bench.fill({ value: '12.1' });
  await bench.plate.getByRole('button', { name: 'Record', exact: true }).click();
  await expect(bench.tape.getByText('not sent yet')).toBeVisible();
  await expect(page.getByText('Out of reach')).toBeVisible();
  await page.unroute('**/api/jobs/*/events');
  await page.reload();
  await bench.printed(1);
  expect(await eventsOf(page)).toHaveLength(1);
});

test('an answer lost on the way back does not double the reading', async ({ page }) => {
  const bench = new BenchPage(page);
  await bench.newJob(/Heron 4/, ['Cranks slowly']);
  let lost = 0;
  await page.route('**/api/jobs/*/events', async (route) => {
    if (route.request().method() !== 'POST' || lost > 0) return route.continue();
    lost += 1;
    await route.fetch();
    await route.abort();
  });
  await bench.pick('Battery volts at rest');
  await bench.fill({ value: '12.1' });
  await bench.plate.getByRole('button', { name: 'Record', exact: true }).click();
  await bench.printed(1);
  expect(lost).toBe(1);
  expect(await eventsOf(page)).toHaveLength(1);
});

test('a correction strikes the old line, prints a new one and moves the ridge', async ({ page }) => {
  const bench = new BenchPage(page);
  await bench.newJob(/Heron 4/, ['Lost power']);
  await bench.fill({ 'each-1': '60', 'each-2': '212', ambient: '18' });
  await bench.record();
  await bench.line(1).getByRole('button', { name: 'Correct line 1' }).click();
  await bench.line(1).getByRole('button', { name: 'Strike and take again' }).click();
  await expect(bench.plate).toContainText('In place of line 1');
  await bench.fill({ 'each-1': '212', 'each-2': '60', ambient: '18' });
  await bench.record();
  await expect(bench.line(1)).toHaveAttribute('data-struck', 'true');
  await expect(bench.line(1)).toContainText('1: 60 °C');
  await expect(bench.line(2)).toContainText('Line 1 struck');
  await expect(bench.line(2)).toContainText('1: 212 °C');
  const ridge = page.getByRole('region', { name: 'Ridge of suspicion' });
  await ridge.getByRole('button', { name: /^Kill harness/ }).click();
  await expect(
    page
      .getByRole('region', { name: /^Suspects/ })
      .locator('p')
      .filter({ hasText: '%' })
      .first(),
  ).toContainText('cylinder 2');
});

test('a bypass keeps the job open until it is off', async ({ page }) => {
  const bench = new BenchPage(page);
  await bench.newJob(/Heron 4/, ['Lost power']);
  const drawer = async (action: string) => {
    await page.getByRole('button', { name: 'Record a repair' }).click();
    await page.getByLabel('What was worked on').selectOption('spark.kill-common');
    await page.getByRole('radio', { name: action, exact: true }).click();
    await page.getByRole('button', { name: 'Record repair' }).click();
  };
  await drawer('Bypassed (proves only)');
  await bench.printed(1);
  await page.getByRole('button', { name: 'Close the job' }).click();
  await page.getByRole('radio', { name: 'Customer stops' }).click();
  await expect(page.getByRole('list', { name: 'What keeps it open' })).toContainText('A bypass is still fitted');
  await expect(page.getByRole('button', { name: 'Close the job' }).last()).toBeDisabled();
  // The door holds too, not only the page.
  const id = new URL(page.url()).pathname.split('/')[2];
  const forced = await page.request.post(`/api/jobs/${id}/events`, {
    data: {
      id: 'forced-close',
      personId: 'person-ilse',
      at: new Date().toISOString(),
      known: 1,
      event: { close: 'customer-stops' },
    },
  });
  expect(forced.status()).toBe(409);
  await drawer('Removed');
  await bench.printed(2);
  await page.getByRole('button', { name: 'Close the job' }).click();
  await page.getByRole('radio', { name: 'Customer stops' }).click();
  await page.getByRole('button', { name: 'Close the job' }).last().click();
  await expect(page.getByRole('region', { name: 'Closed' })).toBeVisible();
  await page.getByRole('link', { name: 'Open the job sheet' }).click();
  await expect(page.getByRole('main')).toContainText('The fault was not shown cured');
});

test('what is to be minded about a figure stands first beside it, and on the tape once it is recorded', async ({
  page,
}) => {
  const bench = new BenchPage(page);
  await bench.newJob(/Heron 4/, ['Lost power']);
  await bench.pick('Valve lash', 1);
  await bench.fill({ intake: '1.5', exhaust: '0.15' });
  const minded = 'No wear opens lash this far: look at the push rod and the rocker stud before it is adjusted.';
  await expect(bench.plate.getByTestId('working').locator('p').first()).toHaveText(minded);
  await bench.record();
  await bench.printed(1);
  await expect(bench.line(1)).toContainText(minded);
});
