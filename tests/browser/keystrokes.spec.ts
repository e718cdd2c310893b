import { expect, test } from '@playwright/test';
import { CHECKS, fromSi } from '@/core/index.ts';
import { boxesOf, figuresAsked, habitUnit } from '@/features/bench/entry.ts';
import { BenchPage } from './bench.ts';

const TWIN = {
  cylinders: 2,
  layout: 'v-twin-90',
  fuelFeed: 'pump',
  lifters: 'solid',
  compressionRelease: 'automatic',
  carburettor: 'two-barrel',
  ignition: 'coil-per-cylinder',
} as const;

/** A figure in the middle of what can be, short and in the unit of the desk. */
function middleOf(box: ReturnType<typeof boxesOf>[number]): string {
  if (box.field.kind !== 'number') throw new Error(box.name);
  const { value } = fromSi((box.field.min + box.field.max) / 2, box.field.dimension, habitUnit(box.field, 'metric'));
  const digits = String(Number(value.toPrecision(3)));
  // Half of what can be is more probably meant in another unit, and would be asked about.
  const isDoubted = box.field.dimension === 'length' || box.field.dimension === 'pressure';
  return isDoubted ? `${digits} ${habitUnit(box.field, 'metric')}` : digits;
}

const measured = CHECKS.filter((c) => c.appliesTo(TWIN)).flatMap((check) => {
  const boxes = boxesOf(check, TWIN);
  const asked = boxes.filter((b) => figuresAsked(boxes).has(b.name));
  return asked.length === 0 ? [] : [{ check, asked }];
});

test('a check of one figure takes at most four keys beside its digits, each further figure at most two', async ({
  page,
}) => {
  test.setTimeout(180_000);
  const bench = new BenchPage(page);
  expect(measured.filter(({ asked }) => asked.length === 1).length).toBeGreaterThan(5);
  let lines = 0;
  for (const { check, asked } of measured) {
    // A new job each few checks keeps what is proven on the way out of the way.
    if (lines % 6 === 0) {
      await bench.newJob(/Heron 4/, ['Lost power']);
      lines = 0;
    }
    await test.step(check.id, async () => {
      let keys = 0;
      const key = async (name: string) => {
        keys += 1;
        await page.keyboard.press(name);
      };
      for (const letter of check.code) await key(letter);
      await expect(bench.title).toContainText(check.title);
      const sides = check.scope === 'cylinder' && (await bench.plate.locator('fieldset[data-side]').count()) === 2;
      const figures = sides ? [asked, asked] : [asked];
      for (const side of figures) {
        for (const [i, box] of side.entries()) {
          if (i > 0) await key('Tab');
          await expect(page.locator('input:focus')).toHaveAttribute('name', box.name);
          await page.keyboard.type(middleOf(box));
        }
        await key('Enter');
      }
      lines += figures.length;
      await expect(bench.tape.locator('[data-line]')).toHaveCount(lines);
      const all = figures.flat().length;
      expect(keys, check.id).toBeLessThanOrEqual(4 + 2 * (all - 1));
      if (all === 1) expect(keys, check.id).toBeLessThanOrEqual(4);
    });
  }
});

test('a check of what is seen takes its two letters, one digit and Enter', async ({ page }) => {
  const bench = new BenchPage(page);
  await bench.newJob(/Heron 4/, ['Lost power']);
  for (const [i, [code, title]] of [
    ['wi', 'Follow the wiring'],
    ['lo', 'Oil level'],
    ['cr', 'Crank it'],
  ].entries()) {
    await page.keyboard.type(code!);
    await expect(bench.title).toContainText(title!);
    await page.keyboard.press('1');
    await page.keyboard.press('Enter');
    await expect(bench.tape.locator('[data-line]')).toHaveCount(i + 1);
  }
});
