import { expect, test } from '@playwright/test';
import { BenchPage } from './bench.ts';

test('before a part is bought, what lies open and would read the same is a touch away', async ({ page }) => {
  const bench = new BenchPage(page);
  await bench.newJob(/Heron 4/, ['Lost power']);
  await bench.pick('Heat pair');
  await bench.fill({ 'each-1': '212', 'each-2': '150', ambient: '18' });
  await bench.record();
  await bench.pick('Spark tester', 2);
  await bench.choose('Weak');
  await bench.record();
  await bench.pick('Kill lead off this coil', 2);
  await bench.choose('No change');
  await bench.record();
  await bench.pick('Coil air gap', 2);
  await bench.fill({ gapA: '0.25', gapB: '0.27' });
  await bench.record();
  const repair = page.getByRole('region', { name: 'Repair' });
  await expect(repair.getByRole('heading', { level: 2 })).toHaveText('Coil weak, cylinder 2');
  const look = repair.getByRole('button', { name: 'Look at the plug lead, cylinder 2' });
  await expect(look).toBeInViewport({ ratio: 1 });
  await bench.press(look);
  await expect(bench.title).toHaveText('Look at the plug lead, cylinder 2');
  await bench.choose('Sound');
  await bench.record();
  // Looked at and good: the proof stands, and nothing more is asked first.
  await expect(repair.getByRole('heading', { level: 2 })).toHaveText('Coil weak, cylinder 2');
  await expect(look).toHaveCount(0);
  await bench.repair('Coil weak, cylinder 2');
});
