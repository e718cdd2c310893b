import { expect, test } from '@playwright/test';
import { BenchPage } from './bench.ts';

test('house rules: a school and a limit are chosen, refused when they cannot be, and judge the next job', async ({
  page,
}) => {
  const bench = new BenchPage(page);
  await page.goto('/');
  await page.getByRole('button', { name: /^This desk/ }).click();
  await page.getByRole('link', { name: 'House rules' }).click();
  await expect(page.getByRole('heading', { name: 'Where the trade disagrees' })).toBeVisible();
  await page.locator('summary', { hasText: 'Charging' }).click();
  const limit = page.getByLabel(/^Draw standing/);

  await limit.fill('lots');
  await page.getByRole('button', { name: 'Save house rules' }).click();
  await expect(page.getByText('"lots" is not a figure: type for example')).toBeVisible();
  await expect(limit).toHaveValue('lots');

  await limit.fill('0.01 A');
  await page.getByRole('radio', { name: '0.010 to 0.013 in' }).click();
  await page.getByRole('button', { name: 'Save house rules' }).dblclick();
  await expect(page.getByText('Saved. They count from the next job on.')).toBeVisible();
  await page.reload();
  await expect(page.getByRole('radio', { name: '0.010 to 0.013 in' })).toHaveAttribute('aria-checked', 'true');
  await page.locator('summary', { hasText: 'Charging' }).click();
  await expect(limit).toHaveValue('10 mA');

  await bench.newJob(/Teal/, ['Battery goes flat']);
  await bench.pick('Standing draw');
  await bench.fill({ value: '20' });
  await bench.plate.getByText('How it came to that').click();
  await expect(bench.plate.getByText('house rule').first()).toBeVisible();

  await page.goto('/rules');
  await page.locator('summary', { hasText: 'Charging' }).click();
  await limit.fill('');
  await page.getByRole('radio', { name: '0.008 to 0.012 in, set 0.010' }).click();
  await page.getByRole('button', { name: 'Save house rules' }).click();
  await expect(page.getByText('Saved. They count from the next job on.')).toBeVisible();
});
