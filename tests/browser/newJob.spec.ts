import { expect, test } from '@playwright/test';
import { BenchPage } from './bench.ts';

test('what was tried on a machine already is ticked at the counter, kept over a reload, and stands on the tape and the sheet', async ({
  page,
}) => {
  const bench = new BenchPage(page);
  await page.goto('/jobs/new');
  await bench.press(page.getByRole('radio', { name: /Heron 4/ }));
  await bench.press(page.getByRole('button', { name: 'Lost power', exact: true }));
  await bench.press(page.getByText('What was tried on it already'));
  await bench.press(page.getByRole('button', { name: 'New plugs', exact: true }));
  await bench.press(page.getByRole('button', { name: 'Fresh fuel', exact: true }));
  await page.reload();
  const plugs = page.getByRole('button', { name: 'New plugs', exact: true });
  await expect(plugs).toHaveAttribute('aria-pressed', 'true');
  await bench.press(page.getByRole('button', { name: 'Start the job' }));
  await page.waitForURL(/\/jobs\/(?!new)/);
  await expect(bench.tape).toContainText('Tried before it came: New plugs, Fresh fuel.');
  await page.goto(`${page.url()}/sheet`);
  await expect(page.getByText('Tried before it came: New plugs, Fresh fuel.')).toBeVisible();
});

test('a form in a duplicated tab opens no second machine on the first one’s job: it says so, and opens one more when pressed again', async ({
  page,
  context,
}) => {
  await page.goto('/jobs/new');
  await page.getByRole('radio', { name: /Heron 4/ }).click();
  await page.getByRole('button', { name: 'Lost power', exact: true }).click();
  const kept = await page.evaluate(() => sessionStorage.getItem('ridge-new-job'));
  expect(kept).toContain('machine-heron-4');
  const twin = await context.newPage();
  await twin.addInitScript((form) => sessionStorage.setItem('ridge-new-job', form), kept!);
  await page.getByRole('button', { name: 'Start the job' }).click();
  await page.waitForURL(/\/jobs\/(?!new)/);

  await twin.goto('/jobs/new');
  await expect(twin.getByRole('radio', { name: /Heron 4/ })).toBeChecked();
  await twin.getByRole('radio', { name: /Coot 2/ }).click();
  await twin.getByRole('button', { name: 'Start the job' }).click();
  await expect(twin.getByText(/This form was used to open job \d+ already/)).toBeVisible();
  await twin.getByRole('button', { name: 'Start the job' }).click();
  await twin.waitForURL(/\/jobs\/(?!new)/);
  expect(twin.url()).not.toBe(page.url());
  await expect(twin.getByText('Coot 2').first()).toBeVisible();
  await page.reload();
  await expect(page.getByText('Heron 4').first()).toBeVisible();
});
