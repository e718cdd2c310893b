import { expect, test } from '@playwright/test';
import { BenchPage } from './bench.ts';

test('a job that left long ago is found on the floor by what was repaired, and opens', async ({ page }) => {
  const bench = new BenchPage(page);
  await bench.newJob(/Heron 9/, ['Kicks back while cranking']);
  const number = /^(\d+)/.exec((await page.getByRole('banner').textContent())!.replace(/^\D+/, ''))![1]!;
  await page.getByRole('button', { name: 'Record a repair' }).click();
  await page.getByLabel('What was worked on').selectOption({ label: 'Flywheel key sheared' });
  await page.getByRole('button', { name: 'Record repair' }).click();
  await bench.printed(1);
  await page.getByRole('button', { name: /^Close the job/ }).click();
  await page.getByRole('radio', { name: 'Customer stops' }).click();
  await page.getByText('Close the job', { exact: true }).last().click();
  await bench.printed(2);

  // More have left since than the floor shows.
  for (let k = 0; k < 9; k++) {
    await bench.newJob(/Teal/, ['Lost power']);
    await page.getByRole('button', { name: /^Close the job/ }).click();
    await page.getByRole('radio', { name: 'Customer stops' }).click();
    await page.getByText('Close the job', { exact: true }).last().click();
    await bench.printed(1);
  }
  await page.goto('/');
  const find = page.getByRole('searchbox');
  const row = page.getByRole('link').filter({ hasText: `${number} ·` });
  await expect(row).toHaveCount(0);
  await find.fill('heron flywheel');
  await expect(row).toHaveCount(1);
  await find.fill(number);
  await expect(row).toHaveCount(1);
  await find.fill('heron flywheel battery xyzzy');
  await expect(page.getByText('nor any that ever left')).toBeVisible();

  // With the shop's computer out of reach the floor says what it can search.
  await page.route('**/api/jobs?find=*', (route) => route.abort());
  await find.fill('teal');
  await expect(page.getByText('those that left longer ago are out of reach')).toBeVisible();
  await page.unroute('**/api/jobs?find=*');
  await find.fill(`${number}`);
  await row.click();
  await expect(bench.tape).toContainText('Closed: Customer stops');
});
