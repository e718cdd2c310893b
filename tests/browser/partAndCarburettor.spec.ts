import { expect, type Page, test } from '@playwright/test';
import { BenchPage } from './bench.ts';

/** A new job, and the card of a part on its bench. */
async function partCard(page: Page) {
  const bench = new BenchPage(page);
  await bench.newJob(/Heron 4/, ['Lost power']);
  await page.getByRole('button', { name: /^Part on the bench/ }).click();
  return { bench, part: page.getByRole('form', { name: 'Part on the bench' }) };
}

test('a donor coil lies on the bench, is fitted by its line, and the carburettor is one job; a reload keeps both', async ({
  page,
}) => {
  const { bench, part } = await partCard(page);
  await part.getByRole('radio', { name: 'Donor' }).click();
  await part.locator('input[name="toGround"]').fill('-3');
  await part.getByLabel('Price').fill('cheap');
  await part.getByRole('button', { name: 'Lay it on the bench' }).click();
  // Nothing is taken down while something is wrong, and what was typed stays.
  await expect(part.getByText(/cannot be/)).toBeVisible();
  await expect(part.getByText('"cheap" is no price')).toBeVisible();
  await part.locator('input[name="toGround"]').fill('3.6');
  await part.getByLabel('Price').fill('35');
  await part.getByRole('button', { name: 'boot', exact: true }).click();
  await part.getByRole('button', { name: 'Lay it on the bench' }).click();
  await expect(bench.line(1)).toContainText('Donor: Coil');
  await expect(bench.line(1)).toContainText('3.60 kΩ');
  await expect(bench.line(1)).toContainText('carry over boot');

  await page.getByRole('button', { name: /^Record a repair/ }).click();
  await page.getByLabel('What was worked on').selectOption({ label: 'Coil open, cylinder 2' });
  await page.getByRole('radio', { name: /Donor: Coil/ }).click();
  await page.getByRole('button', { name: 'Record repair' }).click();
  await expect(bench.line(2)).toContainText('the part of line 1');

  await page.getByRole('button', { name: /^Record a repair/ }).click();
  await page.getByRole('button', { name: 'The carburettor, as one job' }).click();
  const job = page.getByRole('form', { name: 'Carburettor' });
  await job.getByRole('radio', { name: 'Rebuilt with a kit' }).click();
  await job.getByRole('button', { name: 'Screen cleaned' }).click();
  await job.getByRole('button', { name: 'Screen left out' }).click();
  await expect(job.getByRole('button', { name: 'Screen cleaned' })).toHaveAttribute('aria-pressed', 'false');
  await job.getByRole('button', { name: 'Record the job' }).click();
  await expect(bench.line(3)).toContainText('Rebuilt with a kit, bowl off');
  await expect(bench.line(3)).toContainText('screen left out');
  await page.reload();
  await expect(bench.line(3)).toContainText('screen left out');
  await expect(bench.line(1)).toContainText('Donor: Coil');
});

test('thirty thou typed into a shop of millimetres is asked about on the part card too, before it is laid down', async ({
  page,
}) => {
  const { bench, part } = await partCard(page);
  await part.getByRole('radio', { name: 'Plug', exact: true }).click();
  await part.locator('input[name="value"]').fill('.030');
  await expect(part.getByText('Which is it?')).toBeVisible();
  await part.getByRole('button', { name: 'Lay it on the bench' }).click();
  const meant = part.getByRole('button', { name: '30 thou' });
  await expect(meant).toBeFocused();
  await meant.click();
  await expect(part.getByText('Which is it?')).toBeHidden();
  await part.getByRole('button', { name: 'Lay it on the bench' }).click();
  await expect(bench.line(1)).toContainText('30.0 thou');
});
