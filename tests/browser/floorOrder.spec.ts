import { expect, type Page, test } from '@playwright/test';

const rows = (page: Page) => page.getByRole('main').locator('a[href^="/jobs/"]:not([href="/jobs/new"])');
/** The job that stands first, by its number. */
const first = async (page: Page) => /\d{3,}(?= ·)/.exec((await rows(page).first().textContent()) ?? '')?.[0] ?? '';

test('the floor is put in order by keyboard and by hand, keeps it, and goes back to the promises', async ({ page }) => {
  await page.goto('/');
  await expect(page.getByRole('status', { name: 'Promises at risk' })).toContainText('Heron 7 is late');
  const byPromise = await first(page);
  await page.getByRole('button', { name: 'Change the order' }).click();
  const list = page.getByRole('region', { name: 'Order by hand' });
  const handles = list.getByRole('button', { name: /^Move / });
  const second = (await handles.nth(1).getAttribute('aria-label'))!;
  await handles.nth(1).focus();
  await page.keyboard.press('Space');
  const said = page.locator('[aria-live=assertive]').filter({ hasText: / is over / });
  await expect(said).toHaveCount(1);
  const itself = (await said.textContent())!;
  await page.keyboard.press('ArrowUp');
  await expect(said).not.toHaveText(itself);
  await page.keyboard.press('Space');
  await expect(handles.first()).toHaveAttribute('aria-label', second);
  const third = (await handles.nth(2).getAttribute('aria-label'))!;
  const from = (await handles.nth(2).boundingBox())!;
  const to = (await handles.nth(0).boundingBox())!;
  await page.mouse.move(from.x + 40, from.y + 20);
  await page.mouse.down();
  await page.mouse.move(to.x + 40, to.y + 12, { steps: 12 });
  await page.mouse.up();
  await expect(handles.first()).toHaveAttribute('aria-label', third);
  // The list lets no click through in the moment after something was put down.
  await page.waitForTimeout(200);
  await list.getByRole('button', { name: 'Keep this order' }).dblclick();
  await expect(page.getByText('in the order set by hand')).toBeVisible();
  const number = /job (\d+)/.exec(third)![1]!;
  await expect.poll(() => first(page)).toBe(number);
  await page.reload();
  expect(await first(page)).toBe(number);
  await page.getByRole('button', { name: 'Change the order' }).click();
  await list.getByRole('button', { name: 'By promise again' }).click();
  await expect(page.getByText('oldest promise first')).toBeVisible();
  await expect.poll(() => first(page)).toBe(byPromise);
});
