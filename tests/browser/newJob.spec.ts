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
