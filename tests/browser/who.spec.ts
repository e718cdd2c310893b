import { expect, test } from '@playwright/test';
import { BenchPage } from './bench.ts';

// A tablet at which nobody said yet who works there.
test.use({ storageState: { cookies: [], origins: [] } });

test('who is at the tablet is asked once, before the first line, and nobody else’s name stands in for it', async ({
  page,
}) => {
  const bench = new BenchPage(page);
  const asked = page.getByRole('dialog', { name: 'Who is at the bench?' });
  await page.goto('/');
  await page
    .getByRole('link', { name: /Heron 4/ })
    .first()
    .click();
  await expect(bench.plate).toBeVisible();
  const lines = await bench.tape.locator('[data-line]').count();
  await bench.pick('Battery volts at rest');
  await bench.fill({ value: '12.58' });
  const record = bench.plate.getByRole('button', { name: 'Record', exact: true });
  await record.click();
  await expect(asked).toBeVisible();
  // Put off: nothing is taken down, and what was typed stays.
  await page.keyboard.press('Escape');
  await expect(asked).toBeHidden();
  await expect(bench.plate.locator('input[name="value"]')).toHaveValue('12.58');
  await expect(bench.tape.locator('[data-line]')).toHaveCount(lines);

  await record.click();
  const second = asked.getByRole('button').nth(1);
  const name = (await second.textContent())!;
  await second.click();
  await bench.printed(lines + 1);
  await expect(bench.line(lines + 1)).toContainText(name);
  await expect(page.getByRole('button', { name: `This desk: ${name}` })).toBeVisible();

  // Once on this tablet: the next line, and after a reload, without a question.
  await page.reload();
  await bench.pick('Oil level');
  await bench.choose('Low');
  await bench.record();
  await expect(asked).toBeHidden();
  await expect(bench.line(lines + 2)).toContainText(name);
});

test('a new job is opened under the name that was asked for', async ({ page }) => {
  await page.goto('/jobs/new');
  await page.getByRole('radio', { name: /Heron 4/ }).click();
  await page.getByRole('button', { name: 'Lost power', exact: true }).click();
  await page.getByRole('button', { name: 'Start the job' }).click();
  await page.getByRole('dialog').getByRole('button').nth(2).click();
  await page.waitForURL(/\/jobs\/(?!new)/);
});
