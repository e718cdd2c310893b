import AxeBuilder from '@axe-core/playwright';
import { expect, type Page, test } from '@playwright/test';
import { certificatePage } from '../../server/certificatePage.ts';
import { BenchPage } from './bench.ts';
import { signedInAs, switchTo } from './signIn.ts';

/** Every main view of the demo shop, by day and by night; rules of WCAG 2.1 A and AA as axe checks them. */
const VIEWS = [
  ['floor', '/'],
  ['new job', '/jobs/new'],
  ['house rules', '/rules'],
  ['engines', '/engines'],
  ['engine sheet', '/engines/sheet-tarnholt-s389'],
  ['new engine', '/engines/new'],
  ['two engines', '/engines/compare?a=sheet-tarnholt-v694&b=sheet-tarnholt-s389'],
  ['bench, tracing', '/jobs/job-heron-4-power'],
  ['bench, repair', '/jobs/job-heron-7-battery'],
  ['bench, re-test', '/jobs/job-coot-2-shut-off'],
  ['bench, a single', '/jobs/job-teal-new'],
  ['bench, closed', '/jobs/job-heron-9-closed'],
  ['job sheet', '/jobs/job-heron-9-closed/sheet'],
  ['nothing here', '/jobs/none'],
  ['sign in', '/sign-in'],
  ['later', '/later'],
  ['page for the customer', '/jobs/job-heron-9-closed/proof'],
  ['tag', '/jobs/job-heron-9-closed/tag'],
  ['people', '/people'],
  ['a link that leads nowhere', `/s/${'A'.repeat(43)}`],
] as const;

/** What is written down beside the tracing, and what is pressed with its boxes empty. */
const DRAWERS = [
  [/^Taken off/, 'It is off'],
  [/^To get/, 'It is wanted'],
  [/^Cost/, 'Agreed'],
  [/^Later/, 'Put it off'],
] as const;

/** What is wrong by day and by night. The pages have no frames of others: nothing has to be put together in a window of its own. */
const violationsOn = async (page: Page) => {
  const found: string[] = [];
  for (const colorScheme of ['light', 'dark'] as const) {
    await page.emulateMedia({ colorScheme });
    const axe = new AxeBuilder({ page }).setLegacyMode(true).options({ resultTypes: ['violations'] });
    const { violations } = await axe.analyze();
    found.push(
      ...violations.map((v) => `${colorScheme}, ${v.id}: ${v.nodes.map((n) => n.target.join(' ')).slice(0, 4)}`),
    );
  }
  return found;
};

for (const [name, path] of VIEWS) {
  test(`${name} can be used by everybody, by day and by night`, async ({ page }) => {
    await page.goto(path);
    await expect(page.getByRole('main')).toBeVisible();
    expect(await violationsOn(page)).toEqual([]);
  });
}

test('every drawing, with its cautions in full and read, and how it is made', async ({ page }) => {
  test.setTimeout(150_000);
  const bench = new BenchPage(page);
  await bench.newJob(/Heron 4/, ['Lost power']);
  await bench.pick('Leak-down', 1);
  expect(await violationsOn(page)).toEqual([]);
  await page.getByRole('button', { name: /^I have read/ }).click();
  await bench.plate.getByRole('button', { name: 'Show me' }).click();
  await expect(page.getByRole('region', { name: 'How it is made' })).toBeVisible();
  expect(await violationsOn(page)).toEqual([]);
  await page.getByRole('button', { name: 'Menu' }).click();
  for (const code of ['vl', 'co', 'kd', 'dg', 'bv', 'sr', 'hp', 'nh', 'rt', 'ag']) {
    await bench.search.fill(code);
    await bench.search.press('Enter');
    await expect(page.locator('form[data-check] [data-cautions]')).toBeVisible();
    const read = page.getByRole('button', { name: /^I have read/ });
    if ((await read.count()) > 0) await read.click();
    await expect(
      page.locator('[data-station] [role=group]').or(page.locator('[data-station] button')).first(),
    ).toBeVisible();
    expect(await violationsOn(page), code).toEqual([]);
  }
});

test('a switch, a person and a link that are open, the certificate page, and who may not', async ({
  page,
  browser,
}) => {
  const bench = new BenchPage(page);
  await bench.newJob(/Heron 4/, ['Lost power']);
  await switchTo(page, 'Borre Okonje', '1111');
  await expect(page.getByText('That is not the PIN')).toBeVisible();
  expect(await violationsOn(page)).toEqual([]);
  await page.goto('/people');
  await page.getByRole('button', { name: 'Change' }).first().click();
  await page.getByRole('button', { name: 'Somebody new' }).click();
  expect(await violationsOn(page)).toEqual([]);
  await page.goto('/jobs/job-heron-9-closed/sheet');
  await page.getByRole('button', { name: 'Link for the customer' }).click();
  await page.getByRole('button', { name: 'For 7 days' }).click();
  await expect(page.getByText('It is shown this once.')).toBeVisible();
  expect(await violationsOn(page)).toEqual([]);
  // The plain page beside the sealed shop has no script; axe brings its own.
  await page.goto('about:blank');
  const code = '<svg viewBox="0 0 9 9"><rect width="4" height="4"/></svg>';
  await page.setContent(certificatePage({ shop: 'https://10.77.0.1:3950/', fingerprint: 'A1 B2', code }));
  expect(await violationsOn(page)).toEqual([]);
  const learner = await browser.newContext({ storageState: signedInAs('learner') });
  const theirs = await learner.newPage();
  await theirs.goto(new URL('/people', test.info().project.use.baseURL).href);
  await expect(theirs.getByRole('heading', { name: 'Not for a learner' })).toBeVisible();
  expect(await violationsOn(theirs)).toEqual([]);
  await learner.close();
});

test('the desk, the keys, a part, what is found, a refused box, what is open and every drawer hold too', async ({
  page,
}) => {
  const bench = new BenchPage(page);
  await page.goto('/jobs/job-sluice-1-one');
  await page.getByRole('button', { name: /^This desk/ }).click();
  await page.getByRole('button', { name: 'Change my PIN' }).click();
  await page.getByRole('button', { name: 'Keys and marks' }).click();
  await page.getByRole('region', { name: 'Ridge of suspicion' }).getByRole('button').nth(10).click();
  await expect(page.getByRole('region', { name: /^Suspects/ })).toBeVisible();
  await page.getByText('Something else was opened').click();
  await bench.search.fill('e');
  expect(await violationsOn(page)).toEqual([]);
  await bench.pick('Coil resistance', 1);
  await bench.fill({ toGround: '4.1 kV' });
  await page.getByRole('button', { name: 'Record a repair' }).click();
  await page.getByLabel('What was worked on').selectOption({ index: 1 });
  expect(await violationsOn(page)).toEqual([]);
  await page.getByRole('button', { name: 'Write a note' }).click();
  expect(await violationsOn(page)).toEqual([]);
  await page.getByRole('button', { name: 'Close the job' }).click();
  await page.getByRole('radio', { name: 'Cured and shown' }).click();
  await bench.tape
    .getByRole('button', { name: /^Correct line/ })
    .first()
    .click();
  expect(await violationsOn(page)).toEqual([]);
});

test('the clock, minutes of this machine, what was agreed, a bypass, a speed to be read and a standing machine', async ({
  page,
}) => {
  test.setTimeout(150_000);
  const bench = new BenchPage(page);
  await page.goto('/jobs/new');
  await page.getByText('What was agreed').click();
  await page.getByLabel('To spend at most').fill('60');
  expect(await violationsOn(page)).toEqual([]);
  await bench.newJob(/Teal/, ['Fuel drips']);
  await bench.pick('Run it until it fails');
  await bench.plate.getByRole('button', { name: 'Start the clock' }).click();
  await page.getByText('Something else was opened').click();
  await page.getByRole('button', { name: 'Opened: cooling shroud', exact: true }).click();
  await page.getByRole('button', { name: 'Minutes: cooling shroud', exact: true }).click();
  await page.getByText('What comes off first here').click();
  expect(await violationsOn(page)).toEqual([]);
  const repaired = async (label: string, action?: string) => {
    await page.getByRole('button', { name: 'Record a repair' }).click();
    await page.getByLabel('What was worked on').selectOption({ label });
    if (action) await page.getByRole('radio', { name: action }).click();
    await page.getByRole('button', { name: 'Record repair' }).click();
  };
  await bench.plate.getByRole('button', { name: 'Back to the plan' }).click();
  await repaired('Bowl seal');
  await bench.plate.getByRole('button', { name: /Set it up now/ }).click();
  await expect(bench.plate).toContainText('Stands since');
  expect(await violationsOn(page)).toEqual([]);
  await repaired('Interlock switch', 'Bypassed');
  const work = page.getByRole('region', { name: 'Work before it goes on' });
  for (let k = 0; k < 5; k++) {
    // The plate waits while the plan is worked out.
    await expect(bench.title.or(work).first()).toBeVisible();
    if (await work.isVisible()) break;
    const standing = (await bench.title.textContent()) === 'Leave it standing';
    await bench.choose(standing ? 'Dry' : 'Normal');
    if (standing) await bench.fill({ minutes: '5' });
    await bench.record();
    await page.waitForTimeout(700);
  }
  await expect(work).toContainText('Top speed after work');
  expect(await violationsOn(page)).toEqual([]);
  await work.locator('summary').click();
  await work.getByRole('textbox').fill('No tachometer here today');
  await work.getByRole('button', { name: 'Go on without it' }).click();
  await expect(work).toContainText('Bypass fitted');
  expect(await violationsOn(page)).toEqual([]);
});

test('what came off, what is to get, what it costs, what is put off, and the lists of it', async ({ page }) => {
  test.setTimeout(120_000);
  const bench = new BenchPage(page);
  await bench.newJob(/Heron 4/, ['Lost power']);
  await bench.besides();
  for (const [drawer, submit] of DRAWERS) {
    await page.getByRole('button', { name: drawer }).click();
    if (submit) await page.getByRole('button', { name: submit, exact: true }).first().click();
    expect(await violationsOn(page), String(drawer)).toEqual([]);
  }
  await page.goto('/later');
  await page.getByRole('button', { name: /^Done/ }).first().click();
  expect(await violationsOn(page)).toEqual([]);
  await page.goto('/rules');
  await page.getByText('tables for a spreadsheet').click();
  expect(await violationsOn(page)).toEqual([]);
});

test('a pair, a verdict, what is not sent and what was not taken down', async ({ page }) => {
  const bench = new BenchPage(page);
  await bench.newJob(/Heron 4/, ['Lost power']);
  await bench.pick('Spark tester');
  await bench.side('Both');
  await bench.plate.locator('[data-side="1"]').getByRole('radio', { name: 'Strong' }).click();
  expect(await violationsOn(page)).toEqual([]);
  await page.route('**/api/jobs/*/events', (route) =>
    route.request().method() === 'POST'
      ? route.fulfill({ status: 422, json: { issues: [{ path: '$', message: 'not today' }] } })
      : route.continue(),
  );
  await bench.plate.getByRole('button', { name: 'Record', exact: true }).click();
  await expect(bench.tape.getByText('Not taken down')).toBeVisible();
  await page.route('**/api/jobs/*/events', (route) => route.abort());
  await bench.pick('Oil level');
  await bench.choose('Low');
  await bench.plate.getByRole('button', { name: 'Record', exact: true }).click();
  await expect(page.getByText('Out of reach')).toBeVisible();
  expect(await violationsOn(page)).toEqual([]);
});

test('the job form with its complaints, and a floor that is searched', async ({ page }) => {
  await page.goto('/jobs/new');
  await page.getByRole('radio', { name: 'A machine that was not here before' }).click();
  await page.getByLabel('Hours').fill('many');
  await page.getByRole('button', { name: 'Start the job' }).click();
  expect(await violationsOn(page)).toEqual([]);
  await page.goto('/');
  await page.getByRole('searchbox', { name: 'Find a machine' }).fill('nothing of that name');
  await expect(page.getByText('No machine here fits')).toBeVisible();
  expect(await violationsOn(page)).toEqual([]);
});
