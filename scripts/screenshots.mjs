import { mkdirSync, rmSync } from 'node:fs';
import { build, loadDemo, migrate, serve } from './lib/app.mjs';
import { ensureDebianPackages, ensureNodePackages } from './lib/install.mjs';
import { grantUpdates, startMariadb } from './lib/mariadb.mjs';
import { under } from './lib/paths.mjs';
import { carefully, say } from './lib/say.mjs';

/** npm run screenshots: one current picture of each main view, from the demo shop. */
const folder = under('.data', 'screenshots');
const out = under('docs', 'screenshots');
const SHOTS = [
  { name: 'floor', path: '/' },
  { name: 'bench', path: '/jobs/job-heron-4-power' },
  { name: 'bench-dark', path: '/jobs/job-sluice-1-one', dark: true },
  { name: 'bench-tablet', path: '/jobs/job-sluice-1-one', width: 800, height: 1280 },
  { name: 'repair', path: '/jobs/job-heron-7-battery' },
  { name: 'retest', path: '/jobs/job-coot-2-shut-off' },
  { name: 'single', path: '/jobs/job-teal-new' },
  { name: 'new-job', path: '/jobs/new' },
  { name: 'job-sheet', path: '/jobs/job-heron-9-closed/sheet', whole: true },
];

await carefully(async () => {
  await ensureNodePackages();
  await ensureDebianPackages(['mariadb-server', 'chromium']);
  rmSync(folder, { recursive: true, force: true });
  mkdirSync(out, { recursive: true });
  const database = await startMariadb(folder, 3947);
  let pages;
  try {
    await migrate(database.ownerUrl);
    await grantUpdates(database.rootUrl);
    await loadDemo(database.appUrl);
    await build('.next');
    pages = await serve('.next', 3945, database.appUrl);
    const { chromium } = await import('@playwright/test');
    const browser = await chromium.launch({
      executablePath: '/usr/bin/chromium',
      args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
    });
    for (const { name, path, dark = false, width = 1280, height = 800, whole = false } of SHOTS) {
      const page = await browser.newPage({ viewport: { width, height }, colorScheme: dark ? 'dark' : 'light' });
      await page.goto(`${pages.address}${path}`);
      await page.waitForTimeout(1200);
      await page.screenshot({ path: `${out}/${name}.png`, fullPage: whole });
      await page.close();
      say(`docs/screenshots/${name}.png`);
    }
    await browser.close();
  } finally {
    await pages?.stop();
    await database.stop();
    rmSync(folder, { recursive: true, force: true });
  }
});
