import { expect, test } from '@playwright/test';
import { BenchPage } from './bench.ts';

test('why not the tester, what would it say, and what stands first: asked of any check', async ({ page }) => {
  const bench = new BenchPage(page);
  await bench.newJob(/Teal/, ['Cranks, does not start']);
  // What the complaint has answered is not on the list.
  const order = page.getByRole('region', { name: 'Bench order' });
  await expect(order).toBeVisible();
  await expect(order.getByText('Crank it and watch')).toHaveCount(0);

  await bench.pick('Crank it and watch');
  await bench.plate.getByRole('button', { name: 'What is it worth here?' }).click();
  const told = bench.plate.getByRole('region', { name: 'What each answer would do' });
  await expect(told).toContainText('Not among the next: What it would say is known already.');
  await expect(told).toContainText('Search ahead on average.');
  await bench.plate.getByRole('button', { name: 'Less' }).click();
  await expect(told).toHaveCount(0);
  await bench.plate.getByRole('button', { name: 'What is it worth here?' }).click();

  const first = told.getByRole('button', { name: /^First: / });
  const name = (await first.textContent())!.replace(/^First: /, '').replace(/, cylinder.*/, '');
  await first.click();
  await expect(bench.title).toContainText(name);

  // Worked out anew once something was read, and gone over a reload with nothing recorded of it.
  await page.reload();
  await expect(bench.plate).toBeVisible();
  await expect(bench.tape.locator('[data-line]')).toHaveCount(0);
});

test('a repair on belief alone is told what it may cost in vain, and the proof is one tap away', async ({ page }) => {
  const bench = new BenchPage(page);
  await bench.newJob(/Teal/, ['One click, no cranking']);
  await page.getByRole('button', { name: 'Record a repair' }).click();
  await page.getByLabel('What was worked on').selectOption({ label: 'Battery worn out' });
  const vain = page.getByTestId('in-vain');
  await expect(vain).toContainText(/Not proven: believed to \d+ in a hundred/);
  await expect(vain).toContainText('a part of 60 to 140');
  await vain.getByRole('button', { name: /^Prove it first: Battery tester/ }).click();
  await expect(bench.title).toContainText('Battery tester');
  await expect(vain).toHaveCount(0);
});
