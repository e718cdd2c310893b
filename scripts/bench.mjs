import { rmSync } from 'node:fs';
import { gzipSync } from 'node:zlib';
import { build, loadDemo, migrate, serve } from './lib/app.mjs';
import { ensureDebianPackages, ensureNodePackages } from './lib/install.mjs';
import { grantUpdates, startMariadb } from './lib/mariadb.mjs';
import { under } from './lib/paths.mjs';
import { run } from './lib/run.mjs';
import { carefully, say, Trouble } from './lib/say.mjs';

/** npm run bench: core times, reading to ridge in Chromium, script sent for the bench page, cold and warm start. */
const folder = under('.data', 'bench');
const READINGS = 40;

const ms = (value) => `${value.toFixed(1)} ms`;
const quantile = (sorted, q) => sorted[Math.min(sorted.length - 1, Math.floor(q * sorted.length))];

async function start() {
  const began = performance.now();
  const database = await startMariadb(folder, 3937);
  await migrate(database.ownerUrl);
  await grantUpdates(database.rootUrl);
  await loadDemo(database.appUrl);
  await build('.next');
  const pages = await serve('.next', 3935, database.appUrl);
  return {
    seconds: (performance.now() - began) / 1000,
    pages,
    stop: async () => {
      await pages.stop();
      await database.stop();
    },
  };
}

/** Alternating heat pairs on one job: each moves the ridge; the time runs from the key to the frame after it is drawn. */
async function readingToRidge(address) {
  const { chromium } = await import('@playwright/test');
  const browser = await chromium.launch({
    executablePath: '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
  });
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  let script = 0;
  page.on('response', async (response) => {
    if (/javascript/.test(response.headers()['content-type'] ?? ''))
      script += gzipSync(await response.body().catch(() => Buffer.alloc(0))).length;
  });
  await page.goto(`${address}/jobs/job-heron-4-power`);
  await page.waitForTimeout(2000);
  const times = [];
  for (let i = 0; i < READINGS; i++) {
    const search = page.getByRole('searchbox', { name: 'Any other check' });
    await search.fill('Heat pair');
    await search.press('Enter');
    await page.locator('input[name="each-1"]').fill(i % 2 ? '212' : '60');
    await page.locator('input[name="each-2"]').fill(i % 2 ? '60' : '212');
    await page.locator('input[name="ambient"]').fill('18');
    await page.getByRole('button', { name: 'Record', exact: true }).click();
    await page.waitForFunction((n) => performance.getEntriesByName('reading-to-ridge').length >= n, i + 1);
    await page.waitForTimeout(250);
  }
  times.push(...(await page.evaluate(() => performance.getEntriesByName('reading-to-ridge').map((e) => e.duration))));
  await browser.close();
  return { times: times.sort((a, b) => a - b), script };
}

await carefully(async () => {
  await ensureNodePackages();
  await ensureDebianPackages(['mariadb-server', 'chromium']);
  const { code, output } = await run(process.execPath, ['--import', 'tsx', under('scripts', 'bench-core.ts')]);
  if (code !== 0) throw new Trouble(output, 'see the message above.');
  const { update, ranking } = JSON.parse(output.trim().split('\n').at(-1));
  say(
    `update (event to belief and ridge), Node   median ${ms(update.median)}   p95 ${ms(update.p95)}   over ${update.n} steps`,
  );
  say(`one-step ranking, Node                     median ${ms(ranking.median)}   p95 ${ms(ranking.p95)}`);
  await build('.next');
  rmSync(folder, { recursive: true, force: true });
  const cold = await start();
  await cold.stop();
  const warm = await start();
  try {
    say(`start, built before: new data ${cold.seconds.toFixed(1)} s, data kept ${warm.seconds.toFixed(1)} s`);
    const { times, script } = await readingToRidge(warm.pages.address);
    say(
      `reading to ridge, Chromium                 median ${ms(quantile(times, 0.5))}   p95 ${ms(quantile(times, 0.95))}   over ${times.length} readings`,
    );
    say(`script sent for the bench page             ${(script / 1000).toFixed(0)} kB gzipped`);
  } finally {
    await warm.stop();
    rmSync(folder, { recursive: true, force: true });
  }
});
