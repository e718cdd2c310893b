import { expect, type Page, test } from '@playwright/test';
import { CHECKS, type EngineWords } from '../../core/index.ts';
import { MACHINES, SHEETS } from '../../demo/shop.ts';
import { BenchPage } from './bench.ts';

const engineOf = (tag: string) => {
  const sheet = MACHINES.find((m) => m.tag === tag)!.sheetId;
  return SHEETS.find((s) => s.id === sheet)!.words as EngineWords;
};

/** The entry of what lies on the plate: every figure that is asked for, and the keys of what was seen; how far down its last reaches. */
const entryOf = (page: Page) =>
  page.evaluate(() => {
    scrollTo(0, 0);
    const plate = document.querySelector<HTMLElement>('form[data-check]')!;
    const asked = [...plate.querySelectorAll('input[data-asked]')];
    const keys = [
      ...plate.querySelectorAll('[data-side] [role=radiogroup], [data-side] [role=group], [data-side] button'),
    ];
    const first = asked.length > 0 ? asked : keys.slice(0, 1);
    const bottoms = first.map((e) => e.getBoundingClientRect().bottom);
    return {
      check: plate.dataset.check!,
      bottom: Math.round(Math.max(...bottoms)),
      foot: Math.round(plate.querySelector('[data-sticky]')!.getBoundingClientRect().top),
      seen: first.length,
    };
  });

async function belowTheFold(page: Page, engine: EngineWords, heeds: boolean): Promise<readonly string[]> {
  const bench = new BenchPage(page);
  const below: string[] = [];
  for (const { id, code } of CHECKS.filter((c) => c.appliesTo(engine) && c.proposed)) {
    await bench.search.fill(code);
    await bench.search.press('Enter');
    await expect(page.locator(`form[data-check="${id}"]`)).toBeVisible();
    const read = page.getByRole('button', { name: /^I have read/ });
    if (heeds && (await read.count()) > 0) {
      await read.click();
      await expect(read).toHaveCount(0);
    }
    const { check, bottom, foot, seen } = await entryOf(page);
    if (check !== id || seen === 0 || bottom > Math.min(foot, page.viewportSize()!.height))
      below.push(`${id}: ${bottom} of ${foot}`);
  }
  return below;
}

for (const [size, viewport] of [
  ['1280 x 800', { width: 1280, height: 800 }],
  ['800 x 1280', { width: 800, height: 1280 }],
] as const) {
  test.describe(size, () => {
    test.use({ viewport });
    test('the entry of every check of a twin is on the screen at first showing, and once its cautions were read', async ({
      page,
    }) => {
      test.setTimeout(240_000);
      await new BenchPage(page).newJob(/Heron 4/, ['Lost power']);
      expect(await belowTheFold(page, engineOf('Heron 4'), false)).toEqual([]);
      expect(await belowTheFold(page, engineOf('Heron 4'), true)).toEqual([]);
    });
    test('the entry of every check of a single is on the screen at first showing', async ({ page }) => {
      test.setTimeout(180_000);
      await new BenchPage(page).newJob(/Teal/, ['Lost power']);
      expect(await belowTheFold(page, engineOf('Teal'), false)).toEqual([]);
    });
  });
}
