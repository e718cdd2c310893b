import { expect, test } from '@playwright/test';
import { firstLoad } from '../../scripts/lib/firstLoad.mjs';

/** What of a fault only the reasoner needs; its name is not shortened in a build. */
const KNOWLEDGE = 'confirmedBy';
/** The house's limit for the bench [bytes, gzipped]. */
const LIMIT = 220_000;

test('the bench asks for little before it is worked with, and what faults do stays with the reasoner', async ({
  page,
  context,
  baseURL,
}) => {
  const bench = new URL('/jobs/job-heron-4-power', baseURL).href;
  const cookie = (await context.cookies()).map(({ name, value }) => `${name}=${value}`).join('; ');
  const scripts = await firstLoad(bench, cookie);
  expect(scripts.length).toBeGreaterThan(5);
  expect(scripts.reduce((sum, { bytes }) => sum + bytes, 0)).toBeLessThanOrEqual(LIMIT);

  // Everything else that comes, panels and the worker's scripts among it.
  const loaded = new Map<string, Promise<string>>();
  page.context().on('response', (response) => {
    if (response.request().resourceType() === 'script' || response.url().endsWith('.js'))
      loaded.set(response.url().replace(/#.*/, ''), response.text());
  });
  const worker = page.waitForEvent('worker');
  await page.goto(bench);
  await (await worker).evaluate(() => 0);
  const byPage = new Set(
    await page.evaluate(() => performance.getEntriesByType('resource').map(({ name }) => name.replace(/#.*/, ''))),
  );
  const knowing = async (urls: Iterable<string>) => {
    const found: string[] = [];
    for (const url of urls) if ((await loaded.get(url))?.includes(KNOWLEDGE)) found.push(url);
    return found;
  };
  await expect.poll(async () => (await knowing(loaded.keys())).length).toBeGreaterThan(0);
  expect(scripts.filter(({ text }) => text.includes(KNOWLEDGE)).map(({ url }) => url)).toEqual([]);
  expect(await knowing([...byPage].filter((url) => loaded.has(url)))).toEqual([]);
});
