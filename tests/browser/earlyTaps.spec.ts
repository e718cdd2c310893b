import { expect, test } from '@playwright/test';
import { BenchPage } from './bench.ts';

test('a button pressed before the page has come to life does its work once it has, and does it once', async ({
  page,
}) => {
  let held = false;
  const release: (() => void)[] = [];
  await page.route('**/_next/static/**/*.js', async (route) => {
    if (held) await new Promise<void>((go) => release.push(go));
    await route.continue();
  });
  const bench = new BenchPage(page);
  await bench.newJob(/Sluice 1/, ['Lost power']);
  held = true;
  await page.reload({ waitUntil: 'commit' });
  await page.getByText('Something else was opened').click();
  await page.getByRole('button', { name: 'Opened: cooling shroud', exact: true }).dblclick();
  await expect(bench.tape.locator('[data-line]')).toHaveCount(0);
  await expect.poll(() => release.length).toBeGreaterThan(0);
  held = false;
  for (const go of release) go();
  await bench.printed(1);
  await expect(bench.line(1)).toContainText('ooling shroud');
  await page.reload();
  await expect(bench.tape.locator('[data-line]')).toHaveCount(1);
});
