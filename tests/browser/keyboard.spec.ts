import { expect, test } from '@playwright/test';
import { BenchPage } from './bench.ts';

test('readings go in by keyboard alone, and the list of keys is a key away', async ({ page }) => {
  const bench = new BenchPage(page);
  await bench.jobAtTheCounter(/Heron 4/, ['Cranks slowly']);
  await page.keyboard.press('/');
  await page.keyboard.type('battery volts');
  await page.keyboard.press('Enter');
  await expect(bench.title).toHaveText('Battery volts at rest');
  await page.keyboard.type('12.1');
  await page.keyboard.press('Enter');
  await bench.printed(1);
  await expect(bench.line(1)).toContainText('12.10 V');

  await expect(bench.plate).toBeVisible();
  await page.keyboard.type('lo');
  await expect(bench.title).toHaveText('Oil level, colour, smell');
  await page.keyboard.press('2');
  await expect(bench.plate.getByRole('radio', { name: 'Low', exact: true })).toBeFocused();
  await page.keyboard.press('Enter');
  await bench.printed(2);
  await expect(bench.line(2)).toContainText('Low');

  await page.keyboard.press('?');
  await expect(page.getByRole('region', { name: 'Keys and marks' })).toBeInViewport();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('region', { name: 'Keys and marks' })).toHaveCount(0);
});

test.describe('by touch on an upright tablet', () => {
  test.use({ viewport: { width: 800, height: 1280 }, hasTouch: true });

  test('a pair is taken and a part opened with the finger; every target on the bench is large enough', async ({
    page,
  }) => {
    const bench = new BenchPage(page);
    await bench.jobAtTheCounter(/Heron 4/, ['Lost power']);
    await bench.fill({ 'each-1': '212', 'each-2': '58', ambient: '18' });
    await bench.plate.getByRole('button', { name: 'Record', exact: true }).tap();
    await bench.printed(1);
    await page.getByRole('region', { name: 'Ridge of suspicion' }).getByRole('button').first().tap();
    await expect(page.getByRole('region', { name: /^Suspects/ })).toBeVisible();
    const small = await page
      .locator('main button:visible, main input:visible, main summary:visible, main a:visible')
      .evaluateAll((all) =>
        all
          .filter((e) => (e as HTMLInputElement).type !== 'checkbox' && e.getBoundingClientRect().height < 48)
          .map((e) => e.outerHTML.slice(0, 120)),
      );
    expect(small).toEqual([]);
    const overflow = await page.evaluate(
      () => document.documentElement.scrollWidth - document.documentElement.clientWidth,
    );
    expect(overflow).toBeLessThanOrEqual(0);
  });
});
