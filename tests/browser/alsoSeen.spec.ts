import { expect, test } from '@playwright/test';
import { BenchPage } from './bench.ts';

test('what is seen besides is a tap, is answered by the customer, printed, and back at the next visit', async ({
  page,
}) => {
  const bench = new BenchPage(page);
  await bench.newJob(/Sluice/, ['Lost power']);
  const open = page.getByRole('button', { name: /^Also seen/ });
  await open.click();
  await page.getByRole('button', { name: 'Guard or chute, safety' }).click();
  await page.getByRole('textbox', { name: /More about it/ }).fill('frayed');
  await page.getByRole('button', { name: 'Blade belt, soon' }).dblclick();
  await expect(bench.tape.locator('[data-line]')).toHaveCount(2);
  await page.getByRole('textbox', { name: 'Price: Blade belt: frayed' }).fill('38 or so');
  await page.getByRole('button', { name: 'Declined: Blade belt: frayed' }).click();
  await expect(page.getByText('"38 or so" is no price')).toBeVisible();
  await page.getByRole('textbox', { name: 'Price: Blade belt: frayed' }).fill('38');
  await page.getByRole('button', { name: 'Declined: Blade belt: frayed' }).click();
  await expect(bench.tape).toContainText('Of line 2 the customer says: declined, at 38');
  await expect(bench.tape.getByText('not sent yet')).toHaveCount(0);

  await page.reload();
  await open.click();
  await expect(page.getByRole('button', { name: 'Declined: Blade belt: frayed' })).toHaveAttribute(
    'aria-pressed',
    'true',
  );
  await page.getByRole('link', { name: 'Job sheet' }).click();
  const printed = page.getByRole('region', { name: 'Also seen' });
  await expect(printed.getByRole('listitem')).toHaveText([
    '⚠ Guard or chute · do not ride it like this · not asked yet',
    'Blade belt: frayed · soon · about 38 · declined',
  ]);
  await page.goBack();

  await page.getByRole('button', { name: /^Close the job/ }).click();
  await page.getByRole('radio', { name: 'Customer stops' }).click();
  await page.getByText('Close the job', { exact: true }).last().click();
  await expect(bench.tape).toContainText('Closed: Customer stops');
  await expect(bench.tape.getByText('not sent yet')).toHaveCount(0);

  await bench.newJob(/Sluice/, ['Lost power']);
  await expect(open).toHaveText(/2 last time/);
  await open.click();
  await page.getByRole('button', { name: 'So still: Blade belt: frayed' }).click();
  await expect(bench.tape).toContainText('Also seen: Blade belt: frayed');
  await expect(page.getByRole('list', { name: 'Seen last time' }).getByRole('listitem')).toHaveCount(1);
});
