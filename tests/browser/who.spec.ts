import { expect, type Page, test } from '@playwright/test';
import { PRINTED_PINS } from '../../demo/pins.mjs';
import { BenchPage } from './bench.ts';
import { signedInAs, switchTo } from './signIn.ts';

// A tablet at which nobody is signed in yet.
test.use({ storageState: { cookies: [], origins: [] } });

const pinOf = (id: keyof typeof PRINTED_PINS) => PRINTED_PINS[id]!;
const desk = (page: Page) => page.getByRole('button', { name: /^This desk/ });
const asked = (page: Page) => page.getByRole('dialog', { name: 'Who is at the bench?' });

/** Signs in at the door of the demo, by one tap. */
async function comeIn(page: Page, name: string, to = '/'): Promise<void> {
  await page.goto(to);
  await page.getByRole('button', { name }).click();
  await page.waitForURL((url) => !url.pathname.startsWith('/sign-in'));
}

const tape = async (page: Page) => {
  const id = new URL(page.url()).pathname.split('/')[2];
  const answer = await page.request.get(`/api/jobs/${id}/events?after=0`);
  return ((await answer.json()) as { events: { personId: string; event: { note?: string } }[] }).events;
};

test('nobody is let in without a key; one tap of the demo leads on to where one wanted to go', async ({ page }) => {
  await page.goto('/jobs/job-heron-4-power');
  await expect(page).toHaveURL(/\/sign-in\?to=%2Fjobs%2Fjob-heron-4-power/);
  expect((await page.request.get('/api/jobs/job-heron-4-power/events?after=0')).status()).toBe(401);
  await page.getByRole('button', { name: 'Borre Okonje' }).click();
  await expect(page).toHaveURL(/\/jobs\/job-heron-4-power$/);
  await expect(desk(page)).toContainText('Borre Okonje');
  // Nobody is led off to another shop by a link.
  await page.context().clearCookies();
  await page.goto('/sign-in?to=//elsewhere.example/');
  await page.getByRole('button', { name: 'Borre Okonje' }).click();
  await expect(page).toHaveURL(/127\.0\.0\.1:\d+\/$/);
});

test('switched between three in the middle of a job, what is typed stays and every line is its own one’s', async ({
  page,
}) => {
  await comeIn(page, 'Borre Okonje');
  const bench = new BenchPage(page);
  await bench.newJob(/Heron 4/, ['Lost power']);
  await bench.pick('Battery volts at rest');
  await bench.fill({ value: '12.58' });

  // A wrong PIN is told, changes nobody, and takes nothing from the plate.
  await switchTo(page, 'Mirre Dask', '1111');
  await expect(page.getByRole('alert').filter({ hasText: 'That is not the PIN' })).toBeVisible();
  await page.keyboard.type(pinOf('person-mirre'));
  await page.keyboard.press('Enter');
  await expect(asked(page)).toBeHidden();
  await expect(desk(page)).toContainText('Mirre Dask');
  await expect(bench.plate.locator('input[name="value"]')).toHaveValue('12.58');
  await bench.record();

  await switchTo(page, 'Ilse Vant', pinOf('person-ilse'));
  await expect(desk(page)).toContainText('Ilse Vant');
  await bench.pick('Oil level');
  await bench.choose('Low');
  await bench.record();
  await switchTo(page, 'Borre Okonje', pinOf('person-borre'));
  await expect(desk(page)).toContainText('Borre Okonje');
  await bench.pick('Rhythm');
  await bench.choose('Even');
  await bench.record();
  expect((await tape(page)).map((e) => e.personId)).toEqual(['person-mirre', 'person-ilse', 'person-borre']);
  // It stands so after a reload, and for the server.
  await page.reload();
  await expect(desk(page)).toContainText('Borre Okonje');
});

test('out of reach one switches among who is signed in on this tablet, and each line goes out under the right name', async ({
  page,
  context,
}) => {
  await comeIn(page, 'Ilse Vant');
  const bench = new BenchPage(page);
  await bench.newJob(/Heron 4/, ['Lost power']);
  await switchTo(page, 'Borre Okonje', pinOf('person-borre'));
  await expect(desk(page)).toContainText('Borre Okonje');
  await page.waitForTimeout(3000);
  await context.setOffline(true);

  await bench.pick('Battery volts at rest');
  await bench.fill({ value: '12.58' });
  await bench.plate.getByRole('button', { name: 'Record', exact: true }).click();
  await expect(bench.tape.getByText('not sent yet')).toHaveCount(1);
  // Who was not signed in here cannot be believed now; a wrong PIN neither.
  await switchTo(page, 'Mirre Dask', pinOf('person-mirre'));
  await expect(page.getByRole('alert').filter({ hasText: 'out of reach' })).toBeVisible();
  await page.keyboard.press('Escape');
  await switchTo(page, 'Ilse Vant', '9999');
  await expect(page.getByRole('alert').filter({ hasText: 'not the PIN' })).toBeVisible();
  await page.keyboard.type(pinOf('person-ilse'));
  await page.keyboard.press('Enter');
  await expect(desk(page)).toContainText('Ilse Vant');
  await bench.pick('Oil level');
  await bench.choose('Low');
  await bench.plate.getByRole('button', { name: 'Record', exact: true }).click();
  await expect(bench.tape.getByText('not sent yet')).toHaveCount(2);

  await context.setOffline(false);
  await bench.printed(2);
  expect((await tape(page)).map((e) => e.personId)).toEqual(['person-borre', 'person-ilse']);
  // The shop was told who took over: the next page is Ilse's, too.
  await expect(async () => {
    await page.goto('/people');
    await expect(page.getByRole('heading', { name: 'Who works here' })).toBeVisible({ timeout: 1000 });
  }).toPass();
});

test('a learner records, and is told what is not for learners', async ({ page }) => {
  await comeIn(page, 'Mirre Dask');
  const bench = new BenchPage(page);
  await bench.newJob(/Heron 4/, ['Lost power']);
  await bench.pick('Oil level');
  await bench.choose('Low');
  await bench.record();
  // What is not for learners is not offered to one; asked for all the same, it is refused.
  await expect(page.getByRole('button', { name: /Write a note/ })).toBeVisible();
  await expect(page.getByRole('button', { name: /Close the job/ })).toHaveCount(0);
  await expect(page.getByRole('link', { name: 'Case file' })).toHaveCount(0);
  await page.keyboard.type('cl');
  await expect(page.getByRole('radio', { name: 'Cured and shown' })).toHaveCount(0);
  await page.keyboard.type('no');
  await expect(page.getByLabel('Note on the tape')).toBeVisible();
  await page.keyboard.press('Escape');
  const job = new URL(page.url()).pathname;
  expect((await page.request.get(`/api${job}/case`)).status()).toBe(403);
  const close = { id: 'a-learners-close', at: new Date().toISOString(), known: 1, event: { close: 'cured' } };
  const refused = await page.request.post(`/api${job}/events`, { data: close });
  expect(refused.status()).toBe(403);
  expect(await refused.text()).toContain('hand it to a technician');
  await page.goto('/people');
  await expect(page.getByRole('heading', { name: 'Not for a learner' })).toBeVisible();
});

test('one changes one’s own PIN, knowing the old one; the owner ends one session of somebody, after a second tap', async ({
  page,
  browser,
  baseURL,
}) => {
  await comeIn(page, 'Mirre Dask');
  const change = async (old: string, pin: string) => {
    await page.getByRole('button', { name: /^This desk/ }).click();
    await page.getByRole('button', { name: 'Change my PIN' }).click();
    await page.getByLabel('Old PIN, or password').fill(old);
    await page.getByLabel('New PIN, four to eight digits').fill(pin);
    await page.getByRole('button', { name: 'Save the PIN' }).click();
  };
  await change('0007', '740268');
  await expect(page.getByRole('alert').filter({ hasText: 'That is not the old one.' })).toBeVisible();
  await expect(page.getByLabel('New PIN, four to eight digits')).toHaveValue('740268');
  await page.getByLabel('Old PIN, or password').fill(pinOf('person-mirre'));
  await page.getByRole('button', { name: 'Save the PIN' }).click();
  await expect(page.getByRole('status').filter({ hasText: 'The new PIN holds.' })).toBeVisible();
  await page.reload();
  await change('740268', pinOf('person-mirre'));
  await expect(page.getByRole('status').filter({ hasText: 'The new PIN holds.' })).toBeVisible();

  const office = await (await browser.newContext({ baseURL: baseURL!, storageState: signedInAs('owner') })).newPage();
  await office.goto('/people');
  await office.getByRole('listitem').filter({ hasText: 'Mirre Dask' }).getByRole('button', { name: 'Change' }).click();
  // The latest stands first: the one of this test.
  await office.getByRole('button', { name: 'End it' }).first().click();
  await expect(desk(page)).toContainText('Mirre Dask');
  await office.getByRole('button', { name: 'End it: sure?' }).click();
  await expect(office.getByRole('button', { name: 'End it: sure?' })).toHaveCount(0);
  await office.context().close();
  await page.goto('/');
  await expect(page).toHaveURL(/\/sign-in/);
});

test('signed out elsewhere, what is recorded waits, and goes out once the PIN was typed', async ({ page, context }) => {
  await comeIn(page, 'Borre Okonje');
  const bench = new BenchPage(page);
  await bench.newJob(/Heron 4/, ['Lost power']);
  await page.waitForTimeout(2500);
  await context.clearCookies({ name: 'ridge-session' });
  await bench.pick('Battery volts at rest');
  await bench.fill({ value: '12.58' });
  await bench.plate.getByRole('button', { name: 'Record', exact: true }).click();
  await expect(page.getByText('Nobody is signed in here any more')).toBeVisible();
  await expect(bench.tape.getByText('not sent yet')).toHaveCount(1);
  await switchTo(page, 'Ilse Vant', pinOf('person-ilse'));
  await bench.printed(1);
  expect((await tape(page)).map((e) => e.personId)).toEqual(['person-borre']);
});

test('a customer reads one sheet by a link, and no longer once it is withdrawn', async ({ page, browser, baseURL }) => {
  await comeIn(page, 'Ilse Vant', '/jobs/job-heron-9-closed/sheet');
  await page.getByRole('button', { name: 'Link for the customer' }).click();
  await page.getByRole('button', { name: 'For 14 days' }).click();
  const link = page.getByRole('region', { name: 'Link for the customer' }).getByText(/\/s\/[\w-]{43}/);
  const path = /\/s\/[\w-]{43}/.exec((await link.textContent())!)![0];
  const customer = await (await browser.newContext({ baseURL, storageState: { cookies: [], origins: [] } })).newPage();
  await customer.goto(path);
  await expect(customer.getByRole('heading', { name: /Heron 9/ })).toBeVisible();
  await customer.goto('/');
  await expect(customer).toHaveURL(/\/sign-in/);
  expect((await customer.request.get('/api/jobs/job-heron-9-closed/case')).status()).toBe(401);
  const out = page.getByRole('button', { name: 'Withdraw' });
  const before = await out.count();
  await out.first().click();
  await expect(out).toHaveCount(before - 1);
  await customer.goto(path);
  await expect(customer.getByRole('heading', { name: 'This link leads nowhere' })).toBeVisible();
  await customer.context().close();
});
