import { mkdirSync } from 'node:fs';
import { build, serve } from './lib/app.mjs';
import { CHROMIUM } from './lib/browser.mjs';
import { ensureDebianPackages, ensureNodePackages } from './lib/install.mjs';
import { throwAway } from './lib/mariadb.mjs';
import { under } from './lib/paths.mjs';
import { carefully, say } from './lib/say.mjs';
import { openShop } from './lib/shop.mjs';
import { signIn } from './lib/signIn.mjs';

/** npm run screenshots: one current picture of each main view, from the demo shop; with names behind it, only those. */
const folder = under('.data', 'screenshots');
const out = under('docs', 'screenshots');
const pickCheck = async (page, asked) => {
  await page.getByRole('searchbox', { name: 'Any other check' }).fill(asked);
  await page.keyboard.press('Enter');
};

/** What stands in full is read first, so that the drawing is seen. */
const heed = async (page) => {
  const read = page.getByRole('button', { name: /^I have read/ });
  // Read once on a job, it is a line the next time.
  if ((await read.count()) > 0) await read.click();
  await page.waitForTimeout(600);
};

const SHOTS = [
  {
    name: 'floor',
    path: '/',
    act: async (page) => {
      const waiting = page.getByText('is being worked out');
      for (let i = 0; i < 40 && (await waiting.count()) > 0; i++) await page.waitForTimeout(500);
    },
  },
  { name: 'bench', path: '/jobs/job-heron-4-power' },
  { name: 'bench-dark', path: '/jobs/job-sluice-1-one', dark: true },
  {
    name: 'bench-tablet',
    path: '/jobs/job-sluice-1-one',
    width: 800,
    height: 1280,
    act: async (page) => {
      await pickCheck(page, 'coil resistance 1');
      await page.locator('input[name=toGround]').tap();
      for (const key of ['4', 'Point', '1']) await page.getByRole('button', { name: key, exact: true }).tap();
    },
  },
  {
    name: 'part',
    path: '/jobs/job-sluice-1-one',
    act: (page) => page.locator('[data-part="kill-harness"]').click({ position: { x: 12, y: 40 } }),
  },
  { name: 'repair', path: '/jobs/job-heron-7-battery' },
  { name: 'retest', path: '/jobs/job-coot-2-shut-off' },
  {
    name: 'worth',
    path: '/jobs/job-teal-new',
    act: async (page) => {
      await pickCheck(page, 'spark tester');
      await heed(page);
      await page.getByRole('button', { name: 'What is it worth here?' }).click();
      await page.getByText('Search ahead on average.').waitFor();
    },
  },
  {
    name: 'leak-down',
    path: '/jobs/job-sluice-1-one',
    act: async (page) => {
      await pickCheck(page, 'leak-down 2');
      await heed(page);
      await page.locator('input[name=supply]').fill('550');
      await page.locator('input[name=held]').fill('410');
      for (let i = 0; i < 2; i++) await page.locator('[data-place=exhaust]').click();
    },
  },
  {
    name: 'crank',
    path: '/jobs/job-sluice-1-one',
    dark: true,
    act: async (page) => {
      await pickCheck(page, 'valve lash 2');
      await heed(page);
    },
  },
  {
    name: 'taken-off',
    path: '/jobs/job-sluice-1-one',
    act: async (page) => {
      const pressed = (name) => page.getByRole('button', { name, exact: true }).click();
      await page.getByText('Something else was opened').click();
      await pressed('Opened: carburettor');
      await page.getByRole('button', { name: /^Taken off/ }).click();
      await pressed('Governor link');
      await page.getByLabel('Hole it came out of').fill('outer of three');
      await pressed('It is off');
      await pressed('Carburettor');
      await page.getByLabel('Bolts: size, length, how many').fill('M6 x 90, 2 of them');
      await page.getByLabel('Bag').fill('4');
      await pressed('It is off');
      await page.getByRole('form', { name: 'What came off' }).scrollIntoViewIfNeeded();
      await page.mouse.wheel(0, 900);
    },
  },
  {
    name: 'cost',
    path: '/rules',
    act: async (page) => {
      await page.getByLabel('Labour, an hour').fill('62');
      await page.getByLabel('Tax, percent').fill('21');
      await page.getByRole('button', { name: /^Save/ }).click();
      await page.waitForTimeout(900);
      await page.goto(new URL('/jobs/new', page.url()).href);
      await page.getByRole('radio', { name: /Teal/ }).click();
      await page.getByRole('button', { name: 'Hard to start hot', exact: true }).click();
      await page.getByText('What was agreed').click();
      await page.getByLabel('To spend at most').fill('160');
      await page.getByRole('button', { name: 'Start the job' }).click();
      await page.waitForURL(/\/jobs\/(?!new)/);
      await page.getByRole('button', { name: /^Cost/ }).click();
      await page.getByRole('region', { name: 'From here on' }).scrollIntoViewIfNeeded();
      await page.mouse.wheel(0, 900);
    },
  },
  { name: 'new-job', path: '/jobs/new' },
  {
    name: 'house-rules',
    path: '/rules',
    act: (page) => page.locator('summary', { hasText: 'Spark' }).click(),
  },
  { name: 'engine-sheet', path: '/engines/sheet-tarnholt-s389' },
  {
    name: 'work',
    path: '/jobs/job-teal-new',
    act: async (page) => {
      await pickCheck(page, 'oil level');
      await page.getByRole('radio', { name: 'Overfull, smells of fuel' }).click();
      await page.getByRole('button', { name: 'Record', exact: true }).click();
      await page.waitForTimeout(900);
      await pickCheck(page, 'run it and listen');
      await page.getByRole('button', { name: /Drain the oil/ }).click();
    },
  },
  { name: 'job-sheet', path: '/jobs/job-heron-9-closed/sheet', whole: true },
  { name: 'customer-page', path: '/jobs/job-heron-9-closed/proof' },
  {
    name: 'out-of-reach',
    path: '/jobs/job-heron-4-power',
    act: async (page) => {
      await page.route('**/api/**', (route) => route.abort());
      for (const [first, second] of [
        ['60', '212'],
        ['212', '60'],
      ]) {
        await pickCheck(page, 'heat pair');
        await page.locator('input[name=each-1]').fill(first);
        await page.locator('input[name=each-2]').fill(second);
        await page.locator('input[name=ambient]').fill('18');
        await page.getByRole('button', { name: 'Record', exact: true }).click();
        await page.waitForTimeout(900);
      }
    },
  },
];

await carefully(async () => {
  await ensureNodePackages();
  await ensureDebianPackages(['mariadb-server', 'chromium']);
  throwAway(folder);
  mkdirSync(out, { recursive: true });
  const { database } = await openShop(folder, 3947);
  let pages;
  try {
    await build('.next');
    pages = await serve('.next', 3945, database.appUrl);
    const { storageState } = await signIn(pages.address);
    const { chromium } = await import('@playwright/test');
    const browser = await chromium.launch(CHROMIUM);
    const asked = process.argv.slice(2);
    for (const { name, path, dark = false, width = 1280, height = 800, whole = false, act } of SHOTS) {
      if (asked.length > 0 && !asked.includes(name)) continue;
      const context = await browser.newContext({
        viewport: { width, height },
        colorScheme: dark ? 'dark' : 'light',
        hasTouch: width < 1000,
        serviceWorkers: 'block',
        storageState,
      });
      const page = await context.newPage();
      await page.goto(`${pages.address}${path}`);
      await page.waitForTimeout(1200);
      if (act) {
        await act(page);
        await page.waitForTimeout(900);
      }
      await page.screenshot({ path: `${out}/${name}.png`, fullPage: whole });
      await context.close();
      say(`docs/screenshots/${name}.png`);
    }
    await browser.close();
  } finally {
    await pages?.stop();
    await database.stop();
    throwAway(folder);
  }
});
