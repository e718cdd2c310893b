import { expect, type Page, test } from '@playwright/test';
import { BenchPage } from './bench.ts';

const VIEWS = [
  ['floor', '/'],
  ['new job', '/jobs/new'],
  ['house rules', '/rules'],
  ['engines', '/engines'],
  ['engine sheet', '/engines/sheet-tarnholt-s389'],
  ['two engines', '/engines/compare?a=sheet-tarnholt-v694&b=sheet-tarnholt-s389'],
  ['bench, tracing', '/jobs/job-heron-4-power'],
  ['bench, one side suspected', '/jobs/job-sluice-1-one'],
  ['bench, repair', '/jobs/job-heron-7-battery'],
  ['bench, re-test', '/jobs/job-coot-2-shut-off'],
  ['bench, a single', '/jobs/job-teal-new'],
  ['bench, closed', '/jobs/job-heron-9-closed'],
  ['job sheet', '/jobs/job-heron-9-closed/sheet'],
  ['later', '/later'],
  ['page for the customer', '/jobs/job-heron-9-closed/proof'],
  ['tag', '/jobs/job-heron-9-closed/tag'],
  ['sign in', '/sign-in'],
  ['people', '/people'],
] as const;

const SIZES = [
  { name: '1280 x 800', viewport: { width: 1280, height: 800 }, text: 100 },
  { name: '800 x 1280', viewport: { width: 800, height: 1280 }, text: 100 },
  { name: '1920 x 1080, text at 200 %', viewport: { width: 1920, height: 1080 }, text: 200 },
] as const;

/** Makes the letters as large as the browser's own text setting would. */
async function enlarge(page: Page, percent: number): Promise<void> {
  await expect(page.locator('[data-measured="false"]')).toHaveCount(0);
  if (percent === 100) return;
  await page.evaluate((factor) => {
    const root = document.documentElement;
    root.style.fontSize = `${factor * Number.parseFloat(getComputedStyle(root).fontSize)}px`;
  }, percent / 100);
}

/**
 * Letters that lie on other letters, letters cut off by what holds them, and what sticks out of the page. What scrolls by
 * itself may be cut at its edge, and what sticks to the edge of the screen may lie over what scrolls under it.
 */
const misfitsNow = (page: Page) =>
  page.evaluate(() => {
    interface Word {
      readonly text: string;
      readonly box: DOMRect;
      readonly node: Element;
    }
    const words: Word[] = [];
    const cut: string[] = [];
    const round = (r: DOMRect) => [r.left, r.top, r.right, r.bottom].map(Math.round).join(',');
    const walker = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT);
    for (let text = walker.nextNode(); text; text = walker.nextNode()) {
      const node = text.parentElement!;
      const said = text.textContent!.trim();
      if (said === '' || !node.checkVisibility({ visibilityProperty: true, opacityProperty: true })) continue;
      if (node.closest('.sr-only, option, script, style, title')) continue;
      const range = document.createRange();
      range.selectNodeContents(text);
      for (const box of range.getClientRects()) {
        if (box.width < 1 || box.height < 1) continue;
        if (box.left < -1 || box.right > innerWidth + 1) cut.push(`${said} sticks out of the page`);
        let seen = true;
        for (let holder: Element | null = node; holder && holder !== document.body; holder = holder.parentElement) {
          const { overflowX, overflowY } = getComputedStyle(holder);
          if (overflowX === 'visible' && overflowY === 'visible') continue;
          const edge = holder.getBoundingClientRect();
          const scrollsDown = overflowY === 'auto' || overflowY === 'scroll';
          if (box.bottom <= edge.top + 1 || box.top >= edge.bottom - 1) {
            if (!scrollsDown) cut.push(`${said} is hidden by ${holder.tagName}`);
            seen = false;
          } else if (
            box.left < edge.left - 2 ||
            box.right > edge.right + 2 ||
            (!scrollsDown && (box.top < edge.top - 0.3 * box.height || box.bottom > edge.bottom + 0.3 * box.height))
          )
            cut.push(`${said} (${round(box)}) is cut by ${holder.tagName} (${round(edge)})`);
        }
        if (seen) words.push({ text: said, box, node });
      }
    }
    for (const box of document.querySelectorAll<HTMLInputElement>('input[type=text], input[type=search]')) {
      if (box.scrollWidth > box.clientWidth + 2) cut.push(`what is typed in ${box.name || box.ariaLabel} is cut`);
    }
    const over: string[] = [];
    const sticky = (e: Element) => e.closest('[data-sticky]');
    words.forEach((a, i) => {
      for (const b of words.slice(i + 1)) {
        if (sticky(a.node) !== sticky(b.node)) continue;
        const wide = Math.min(a.box.right, b.box.right) - Math.max(a.box.left, b.box.left);
        // A line's box is taller than its letters.
        const inset = 0.18 * Math.min(a.box.height, b.box.height);
        const high = Math.min(a.box.bottom, b.box.bottom) - Math.max(a.box.top, b.box.top) - 2 * inset;
        if (wide > 1 && high > 0) over.push(`"${a.text}" (${round(a.box)}) lies on "${b.text}" (${round(b.box)})`);
      }
    });
    if (document.documentElement.scrollWidth > document.documentElement.clientWidth)
      cut.push('the page scrolls sideways');
    return [...new Set([...cut, ...over])].slice(0, 12);
  });

/** The ridge measures itself and its letters anew after they grew, so a misfit counts only when it stays. */
async function misfits(page: Page): Promise<readonly string[]> {
  let found = await misfitsNow(page);
  for (let look = 0; found.length > 0 && look < 20; look++) {
    await page.waitForTimeout(150);
    found = await misfitsNow(page);
  }
  return found;
}

for (const [name, path] of VIEWS)
  test(`${name}: nothing is cut and nothing overlaps, in any size, turned, and with large letters`, async ({
    page,
  }) => {
    await page.goto(path);
    await expect(page.getByRole('main')).toBeVisible();
    await page.evaluate(() => document.fonts.ready);
    for (const { name: size, viewport, text } of SIZES) {
      await page.setViewportSize(viewport);
      await enlarge(page, text);
      expect(await misfits(page), size).toEqual([]);
    }
  });

for (const { name: size, viewport, text } of SIZES) {
  test.describe(size, () => {
    test.use({ viewport });
    test('panels, lists and long names: nothing is cut and nothing overlaps', async ({ page }) => {
      const bench = new BenchPage(page);
      await page.goto('/jobs/job-sluice-1-one');
      await enlarge(page, text);
      await page.getByRole('button', { name: /^This desk/ }).click();
      expect(await misfits(page), 'the desk').toEqual([]);
      await page.getByRole('button', { name: /^This desk/ }).click();
      await page.getByRole('button', { name: 'Keys and marks' }).click();
      expect(await misfits(page), 'the keys').toEqual([]);
      await page.getByRole('button', { name: 'Keys and marks' }).click();
      await page.getByRole('region', { name: 'Ridge of suspicion' }).getByRole('button').nth(10).click();
      await expect(page.getByRole('region', { name: /^Suspects/ })).toBeVisible();
      expect(await misfits(page), 'a part').toEqual([]);
      await bench.pick('Coil resistance', 1);
      await bench.fill({ toGround: '4.1 kV', toKillTab: 'OL' });
      expect(await misfits(page), 'a refused box').toEqual([]);
      await bench.search.fill('e');
      expect(await misfits(page), 'what is found').toEqual([]);
      await bench.search.fill('');
      for (const drawer of ['Record a repair', 'Write a note', 'Close the job']) {
        await page.getByRole('button', { name: drawer }).first().click();
        expect(await misfits(page), drawer).toEqual([]);
      }
      await bench.newJob(/Teal/, ['Lost power']);
      await bench.besides();
      await enlarge(page, text);
      for (const drawer of [/^Taken off/, /^To get/, /^Cost/, /^Later/]) {
        await page.getByRole('button', { name: drawer }).click();
        expect(await misfits(page), String(drawer)).toEqual([]);
      }
    });

    test('stations: nothing is cut and nothing overlaps', async ({ page }) => {
      test.setTimeout(150_000);
      const bench = new BenchPage(page);
      await bench.newJob(/Heron 4/, ['Lost power']);
      await enlarge(page, text);
      for (const code of ['ld', 'vl', 'co', 'kd', 'dg', 'bt', 'sr', 'hp', 'ag', 'ff']) {
        await bench.search.fill(code);
        await bench.search.press('Enter');
        await expect(page.locator('form[data-check] [data-cautions]')).toBeVisible();
        const read = page.getByRole('button', { name: /^I have read/ });
        if ((await read.count()) > 0) await read.click();
        await expect(read).toHaveCount(0);
        expect(await misfits(page), code).toEqual([]);
      }
    });

    test('a machine, an owner and a note of many letters', async ({ page }) => {
      const long = 'Hoogwaterbekkenbeheersmaatschappij Noordoostpolder';
      await page.goto('/jobs/new');
      await page.getByRole('radio', { name: 'A machine that was not here before' }).click();
      await page.getByRole('radio', { name: 'Two', exact: true }).click();
      await page.getByLabel('Tag in the shop').fill('Hydraulikmeister 4711');
      await page.getByRole('textbox', { name: 'Machine', exact: true }).fill(`${long} ${long}`);
      await page.getByLabel('Whose').fill(`${long}, ${long}`);
      await page.getByRole('button', { name: 'Lost power' }).click();
      await page.getByRole('button', { name: 'Start the job' }).click();
      const bench = new BenchPage(page);
      await expect(bench.plate).toBeVisible();
      await page.getByRole('button', { name: 'Write a note' }).click();
      await page.getByLabel('Note on the tape').fill(`${long}${long}${long}`);
      await page.getByRole('button', { name: 'Write it down' }).click();
      await bench.printed(1);
      await enlarge(page, text);
      expect(await misfits(page), 'bench').toEqual([]);
      await page.goto(`${page.url()}/sheet`);
      await enlarge(page, text);
      expect(await misfits(page), 'sheet').toEqual([]);
      await page.goto('/');
      await enlarge(page, text);
      expect(await misfits(page), 'floor').toEqual([]);
      await page.goto('/jobs/new');
      await enlarge(page, text);
      expect(await misfits(page), 'new job').toEqual([]);
    });
  });
}
