import { expect, type Page, test } from '@playwright/test';
import ICAL from 'ical.js';
import { BenchPage } from './bench.ts';

const PICTURE = 'public/icons/icon-512.png';
const drawer = (page: Page, name: RegExp) => page.getByRole('button', { name }).click();
const pages = (pdf: Buffer) => (pdf.toString('latin1').match(/\/Type\s*\/Page\b/g) ?? []).length;

test('the whole record of a job: strip-down with a photo out of reach, the forgotten lead, the quote, the head, later, tag, proof', async ({
  page,
}) => {
  test.setTimeout(180_000);
  const bench = new BenchPage(page);
  await page.goto('/rules');
  await page.getByLabel('Labour, an hour').fill('sixty');
  await page.getByRole('button', { name: /^Save/ }).click();
  await expect(page.getByText('a sum, such as 62 or 48.50')).toBeVisible();
  await page.getByLabel('Labour, an hour').fill('62');
  await page.getByLabel('Tax, percent').fill('21');
  await page.getByRole('button', { name: /^Save/ }).click();
  await expect(page.getByText(/Saved|saved/).first()).toBeVisible();
  await bench.jobAtTheCounter(/Teal/, ['Lost power']);
  const job = page.url();

  // Over what was agreed: said aloud, asked, approved.
  await drawer(page, /^Cost/);
  await expect(page.getByRole('region', { name: 'From here on' })).toContainText('on average');
  const said = async (sum: string) => {
    await page.getByLabel('Up to').fill(sum);
    await page.getByLabel('Who said it').fill('the steward');
    await page.getByRole('button', { name: 'Agreed', exact: true }).click();
    await expect(page.getByLabel('Up to')).toHaveValue('');
  };
  await page.getByRole('button', { name: 'Agreed', exact: true }).click();
  await expect(page.getByText('Up to how much?')).toBeVisible();
  await said('5');
  await expect(page.getByTestId('over-the-cap')).toContainText('past the 5 that was agreed');
  await page.getByRole('textbox', { name: 'Minutes, really' }).fill('half an hour');
  await page.getByRole('button', { name: 'Book them' }).click();
  await expect(page.getByText('Minutes as a figure.')).toBeVisible();
  await page.getByRole('textbox', { name: 'Minutes, really' }).fill('45');
  await page.getByRole('button', { name: 'Book them' }).click();
  await expect(page.getByRole('region', { name: 'So far' })).toContainText('45 min of labour 47');
  await said('5000');
  await expect(page.getByTestId('over-the-cap')).toHaveCount(0);
  await bench.printed(3);

  // Taken off, with a photo while nobody answers.
  await page.getByText('Something else was opened').click();
  await page.getByRole('button', { name: 'Opened: cooling shroud', exact: true }).click();
  await bench.printed(4);
  await drawer(page, /^Taken off/);
  await page.route('**/api/jobs/*/events', (route) => route.abort());
  await page.getByRole('button', { name: 'It is off' }).click();
  await expect(page.getByText('Say what came off.')).toBeVisible();
  await page.getByRole('button', { name: 'Shroud bolts', exact: true }).click();
  await page.getByLabel('Bolts: size, length, how many').fill('M6 x 20, 4 of them');
  await page.locator('input[type=file]').first().setInputFiles(PICTURE);
  await expect(page.getByAltText('Just taken')).toBeVisible();
  await page.getByRole('button', { name: 'It is off' }).dblclick();
  await expect(page.getByText('Say what came off.')).toHaveCount(0);
  await page.waitForTimeout(800);
  await page.getByRole('button', { name: 'Cooling shroud', exact: true }).click();
  await page.getByRole('button', { name: 'It is off' }).click();
  await expect(bench.tape.locator('[data-line]')).toHaveCount(6);
  await page.unroute('**/api/jobs/*/events');
  await bench.printed(6);
  const photo = page.getByRole('link', { name: 'Photo: Shroud bolts' }).first();
  await page.reload();
  await drawer(page, /^Taken off/);
  const address = (await photo.getAttribute('href'))!;
  expect(address).toMatch(/^\/api\/jobs\/.+\/photos\/[0-9a-f]{64}$/);
  const picture = await page.request.get(address);
  expect(picture.headers()['content-type']).toBe('image/jpeg');
  expect((await picture.body()).length).toBeLessThanOrEqual(160_000);

  // Proven and mended; what is off, and what is forgotten, stands before the closing.
  await bench.pick('Air filter and housing');
  await bench.choose('Blocked');
  await bench.record();
  await bench.repair('Air filter');
  await expect(bench.title).toHaveText('Run it and listen');
  await bench.complains('Runs clean');
  await bench.record();
  const work = page.getByRole('region', { name: 'Work before it goes on' });
  await expect(work).toContainText('Still off the machine: Cooling shroud, Shroud bolts');
  await work.getByRole('button', { name: 'Put it back' }).click();
  await page.getByRole('button', { name: 'On: Cooling shroud' }).click();
  await page.getByRole('textbox', { name: 'Torque: Shroud bolts' }).fill('tight');
  await page.getByRole('button', { name: 'On, torque read: Shroud bolts' }).click();
  await expect(page.getByText(/"tight" is not a figure/)).toBeVisible();
  await page.getByRole('textbox', { name: 'Torque: Shroud bolts' }).fill('80 lb-in');
  await page.getByRole('button', { name: 'On, torque read: Shroud bolts' }).click();
  await expect(work.getByRole('heading', { name: 'Back together' })).toBeVisible();
  await expect(work).toContainText('Plug lead 1 in its groove, boot home');
  await drawer(page, /^Close the job/);
  await page.getByRole('radio', { name: /Cured/ }).click();
  await expect(page.getByRole('list', { name: 'What keeps it open' })).toContainText('Plug lead 1 in its groove');

  // The head goes out, comes back with fluid for proof, and is not taken.
  await drawer(page, /^To get/);
  await page.getByText('Send something out').click();
  await page.getByRole('button', { name: 'Cylinder head', exact: true }).click();
  await page.getByRole('button', { name: 'It is sent' }).click();
  await expect(page.getByText('Say to whom.')).toBeVisible();
  await page.getByLabel('To whom').fill('the machine shop');
  await page.getByRole('button', { name: 'It is sent' }).click();
  const back = page.getByRole('form', { name: 'Back: Cylinder head' });
  const reads = async (read: readonly [string, string], passes: 'Passes' | 'Does not pass') => {
    for (const [i, text] of read.entries()) await back.getByRole('textbox').nth(i).fill(text);
    await back.getByRole('button', { name: /^Passes: Flat/ }).click();
    await back.getByRole('button', { name: new RegExp(`^${passes}: Seats`) }).click();
    await back.getByRole('button', { name: 'It is back' }).click();
  };
  await reads(['0.03 mm', 'fluid stayed in the port'], 'Does not pass');
  await expect(work).toContainText('Not taken back: Cylinder head at the machine shop, refused');
  await reads(['0.03 mm', '6 %'], 'Passes');
  await expect(work.getByRole('heading', { name: 'Back together' })).toBeVisible();

  // Later, in the calendar file, read by another program than wrote it.
  await drawer(page, /^Later/);
  await page.getByRole('button', { name: 'Second oil change' }).click();
  await page.getByRole('button', { name: 'Put it off' }).click();
  await expect(page.getByText('By which day, or at how many hours?')).toBeVisible();
  await page.getByLabel('By which day').fill('2027-03-05');
  await page.getByRole('button', { name: 'Put it off' }).click();
  await expect(page.getByRole('list', { name: 'Put off so far' })).toContainText('Second oil change, by 2027-03-05');

  await page.goto(`${job}/tag`);
  const tagged = (await page.locator('[data-address]').getAttribute('data-address'))!;
  await page.goto(tagged);
  await bench.closeCured();
  await page.getByRole('link', { name: 'Page for the customer' }).click();
  const proof = page.getByRole('main');
  await expect(proof).toContainText('Your complaint was shown to be gone.');
  await expect(proof).toContainText('By 5 March 2027: Second oil change.');
  await expect(proof.getByRole('textbox')).toHaveValue(/Teal is ready/);
  expect(pages(await page.pdf({ format: 'A4' }))).toBe(1);
  await page.getByRole('link', { name: 'Full job sheet' }).click();
  await expect(page.getByRole('main')).toContainText('Shroud bolts, 9 N·m');
  await expect(page.getByRole('region', { name: 'Cost', exact: true })).toContainText(
    /Labour, 45 min.*46\.50.*Tax.*Total/,
  );
  await expect(page.getByRole('main')).toContainText('Up to 5000: agreed by the steward, by phone');
  expect(pages(await page.pdf({ format: 'A4' }))).toBeLessThanOrEqual(2);

  const file = await (await page.request.get('/api/later/file')).text();
  const events = new ICAL.Component(ICAL.parse(file)).getAllSubcomponents('vevent').map((e) => new ICAL.Event(e));
  const mine = events.find((e) => e.summary === 'Teal: Second oil change' && e.startDate.toString() === '2027-03-05')!;
  expect(mine.startDate.isDate).toBe(true);
  await page.goto('/later');
  const row = page.getByRole('listitem').filter({ hasText: 'Second oil change' }).last();
  await row.getByRole('button', { name: /^Done/ }).click();
  await row.getByLabel('What came of it').fill('oil clear');
  await row.getByRole('button', { name: 'It is done' }).dblclick();
  await expect(page.getByText('Second oil change, done')).toHaveCount(1);
  expect(await (await page.request.get('/api/later/file')).text()).not.toContain('20270305');
});

test('a calendar reads by its own address, until it is taken back', async ({ page, browser, baseURL }) => {
  await page.goto('/later');
  await page.getByRole('button', { name: 'Make an address for a calendar' }).click();
  const address = (await page.getByRole('status').locator('output').textContent())!;
  const nobody = await browser.newContext({ storageState: { cookies: [], origins: [] }, baseURL: baseURL! });
  const asked = await nobody.request.get(address);
  expect(asked.headers()['content-type']).toContain('text/calendar');
  expect((await asked.text()).startsWith('BEGIN:VCALENDAR')).toBe(true);
  await page
    .getByRole('button', { name: /^Take back/ })
    .first()
    .click();
  await expect.poll(async () => (await nobody.request.get(address)).status()).toBe(404);
  await nobody.close();
});
