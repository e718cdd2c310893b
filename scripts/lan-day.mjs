import { execFileSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import { CHROMIUM } from './lib/browser.mjs';

/**
 * The tablet of a shop, in a network of its own: `node scripts/lan-day.mjs --shop https://10.77.0.1:3950 --authority FILE --code CODE`, run
 * in the namespace of the tablet (`scripts/lan-drill.sh` makes it). It trusts the authority, makes the owner and a tablet, gives out a PIN,
 * signs in by it, opens a job, records; the network is cut, the page is loaded again, it records, somebody else takes over, the network
 * comes back: everything is there, each line under the right name.
 */
const { values } = parseArgs({
  options: {
    shop: { type: 'string' },
    authority: { type: 'string' },
    code: { type: 'string' },
    cut: { type: 'string' },
    mend: { type: 'string' },
    home: { type: 'string' },
  },
});
const home = values.home ?? mkdtempSync(join(tmpdir(), 'ridge-tablet-'));
const nss = join(home, '.pki', 'nssdb');
const sh = (command) => execFileSync('/bin/sh', ['-c', command], { stdio: 'inherit' });

/** The authority among those this browser believes, as the six steps do it on a tablet. */
function trust() {
  mkdirSync(nss, { recursive: true });
  sh(`certutil -d sql:${nss} -N --empty-password`);
  sh(`certutil -d sql:${nss} -A -t C,, -n ridge-bolt -i ${values.authority}`);
}

const lines = (page) => page.getByRole('region', { name: 'Tape' }).locator('[data-line]');
const steps = [];
const step = (what) => {
  steps.push(what);
  console.log(`   ${what}`);
};

async function record(page, check, fill) {
  const before = await lines(page).count();
  await page.getByRole('searchbox', { name: 'Any other check' }).fill(check);
  await page.getByRole('searchbox', { name: 'Any other check' }).press('Enter');
  const plate = page.getByRole('form', { name: 'Next check' });
  await plate.getByRole('heading', { level: 2, name: check }).waitFor();
  await fill(plate);
  await plate.getByRole('button', { name: 'Record', exact: true }).click();
  await page.waitForFunction((n) => document.querySelectorAll('[aria-label="Tape"] [data-line]').length > n, before);
}

async function typePin(page, pin) {
  await page.keyboard.type(pin);
  await page.keyboard.press('Enter');
}

async function switchTo(page, name, pin) {
  const panel = page.getByRole('region', { name: 'This desk' });
  if (!(await panel.isVisible())) await page.getByRole('button', { name: /^This desk/ }).click();
  await panel.getByRole('button', { name }).click();
  await page.getByRole('dialog').waitFor();
  await typePin(page, pin);
  await page.getByRole('button', { name: `This desk: ${name}` }).waitFor();
}

async function makeShop(page) {
  await page.goto(values.shop);
  await page.waitForURL(/\/first$/);
  for (const [name, text] of Object.entries({
    code: values.code,
    name: 'Runa Field',
    password: 'tall reeds at low water',
    pin: '7259',
  }))
    await page.locator(`input[name="${name}"]`).fill(text);
  await page.getByLabel(/tablet of the shop/).fill('bench 2');
  await page.getByRole('button', { name: 'Open the shop' }).click();
  await page.waitForURL(/\/people$/);
  step('the owner is made, and this is a tablet of the shop');
  await page.getByRole('button', { name: 'Somebody new' }).click();
  await page.getByLabel('Name', { exact: true }).fill('Odd Marsh');
  await page.getByLabel('PIN', { exact: true }).fill('4068');
  await page.getByRole('button', { name: 'Save' }).click();
  await page.getByText('Odd Marsh', { exact: true }).waitFor();
  step('a technician has a PIN');
}

async function openJob(page) {
  await page.goto(`${values.shop}/jobs/new`);
  await page.getByText('A machine that was not here before').click();
  await page.getByRole('radio', { name: 'One', exact: true }).click();
  for (const [label, text] of [
    ['Tag in the shop', 'Bittern 1'],
    ['Machine', 'Dike mower'],
    ['Whose', 'The ferry'],
  ])
    await page
      .locator('label', { has: page.getByText(label, { exact: true }) })
      .locator('input')
      .fill(text);
  await page.getByRole('button', { name: 'Lost power', exact: true }).click();
  await page.getByRole('button', { name: 'Start the job' }).click();
  await page.waitForURL(/\/jobs\/(?!new)/);
  await page.getByRole('form', { name: 'Next check' }).waitFor();
  step('a job is opened');
}

trust();
const { chromium } = await import('@playwright/test');
const browser = await chromium.launchPersistentContext(join(home, 'profile'), {
  ...CHROMIUM,
  viewport: { width: 1280, height: 800 },
  env: { ...process.env, HOME: home },
});
try {
  const page = browser.pages()[0] ?? (await browser.newPage());
  page.setDefaultTimeout(30_000);
  await makeShop(page);
  if (!(await page.evaluate(() => isSecureContext))) throw new Error('the address is not safe in the browser’s eyes');
  await openJob(page);
  await record(page, 'Battery volts at rest', (plate) => plate.locator('input[name="value"]').fill('12.58'));
  await switchTo(page, 'Odd Marsh', '4068');
  await record(page, 'Oil level', (plate) => plate.getByRole('radio', { name: 'Low', exact: true }).click());
  await page.waitForTimeout(6000);
  // A slow tablet takes longer to keep the page it stands on.
  await page.waitForFunction(
    async (path) => (await (await caches.open('ridge-pages')).match(path)) !== undefined,
    new URL(page.url()).pathname,
    { timeout: 60_000 },
  );
  sh(values.cut);
  step('the network is cut');
  await page.reload();
  await page.getByRole('form', { name: 'Next check' }).waitFor();
  // Lines come back from the browser's own database.
  await lines(page).nth(1).waitFor();
  if ((await lines(page).count()) !== 2) throw new Error('a reload out of reach doubled lines');
  await record(page, 'Spark tester', (plate) => plate.getByRole('radio', { name: 'Strong', exact: true }).click());
  await switchTo(page, 'Runa Field', '7259');
  await record(page, 'Battery volts at rest', (plate) => plate.locator('input[name="value"]').fill('12.40'));
  step('loaded again, recorded, switched and recorded out of reach');
  sh(values.mend);
  await page.waitForFunction(() => !document.body.textContent.includes('not sent yet'), null, { timeout: 90_000 });
  const id = new URL(page.url()).pathname.split('/')[2];
  const { events } = await page.evaluate(async (path) => (await fetch(path)).json(), `/api/jobs/${id}/events?after=0`);
  const by = events.map((e) => e.personId);
  const wanted = [by[0], by[1], by[1], by[0]];
  if (events.length !== 4 || by.some((who, i) => who !== wanted[i]) || by[0] === by[1])
    throw new Error(`the record is another: ${JSON.stringify(by)}`);
  step('the network is back: four lines, each under the right name');
  console.log('lan: all there');
} finally {
  await browser.close();
  rmSync(home, { recursive: true, force: true });
}
