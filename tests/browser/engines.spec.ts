import { readFileSync } from 'node:fs';
import { expect, type Page, test } from '@playwright/test';
import { BenchPage } from './bench.ts';

/** A machine that was not here before, at the counter. */
async function walkIn(
  page: Page,
  machine: { readonly tag: string; readonly cylinders: string; readonly engine?: string },
) {
  await page.goto('/jobs/new');
  await page.getByRole('radio', { name: /not here before/ }).click();
  await page.getByRole('radio', { name: machine.cylinders, exact: true }).click();
  await page.getByLabel('Tag in the shop').fill(machine.tag);
  await page.getByLabel('Machine', { exact: true }).last().fill('Walk-in mower');
  await page.getByLabel('Whose').fill('A stranger');
  if (machine.engine) await page.getByRole('combobox', { name: /^Engine/ }).selectOption({ label: machine.engine });
}

const start = async (page: Page) => {
  await page.getByRole('button', { name: 'Start the job' }).click();
  await page.waitForURL(/\/jobs\/(?!new)/);
};

test('a single nobody entered before goes from the counter to closing with no figure but those the plate asked for', async ({
  page,
}) => {
  const bench = new BenchPage(page);
  await walkIn(page, { tag: 'Grebe 1', cylinders: 'One' });
  await page.getByRole('button', { name: 'Cranks slowly', exact: true }).click();
  await start(page);
  await bench.pick('Battery volts at rest');
  await bench.fill({ value: '12.58', restedMinutes: '240' });
  await bench.record();
  await bench.pick('Battery tester');
  const ask = bench.plate.getByTestId('sheet-ask');
  await expect(ask).toContainText('battery, rated cold cranking');
  await ask.getByRole('textbox').fill('three hundred');
  await ask.getByRole('textbox').press('Enter');
  await expect(ask.getByRole('alert')).toContainText('not a figure');
  await ask.getByRole('textbox').fill('230');
  await ask.getByRole('button', { name: 'Keep' }).dblclick();
  await expect(bench.line(2)).toContainText('Battery, rated cold cranking: 230 A');
  await expect(bench.plate.getByTestId('sheet-ask')).toHaveCount(0);
  await bench.fill({ measuredCca: '100', resistance: '22', stateOfCharge: '92' });
  await expect(bench.plate.getByTestId('working')).toContainText('Of rated: 43');
  // What is half typed is kept a moment after the last key.
  await page.waitForTimeout(400);
  await page.reload();
  await expect(bench.plate.locator('input[name="measuredCca"]')).toHaveValue('100');
  await bench.record();
  await bench.repair('Battery worn out');
  await bench.choose('Normal');
  await bench.record();
  if ((await bench.title.count()) > 0 && (await bench.title.textContent())?.includes('Run it')) {
    await bench.complains('Runs clean');
    await bench.record();
  }
  await bench.closeCured();

  await page.goto('/engines');
  await page.getByRole('link', { name: /Engine of Grebe 1/ }).click();
  await expect(page.getByLabel('Battery, rated cold cranking', { exact: true })).toHaveValue('230 A');
});

test('a twin with its sheet made on screen is judged by that sheet; words said in the middle of a job count from then on', async ({
  page,
}) => {
  const bench = new BenchPage(page);
  await page.goto('/engines/new');
  await page.getByLabel('Engine', { exact: true }).fill('Grebe twin 640');
  await page.getByRole('radio', { name: 'Two', exact: true }).click();
  await page.getByRole('radio', { name: 'Solid', exact: true }).click();
  await page.getByLabel('Coil, lead to ground', { exact: true }).fill('9.5');
  await page.getByRole('button', { name: 'Save the sheet' }).click();
  await expect(page.getByText('type both, from and to')).toBeVisible();
  await expect(page.getByLabel('Coil, lead to ground', { exact: true })).toBeFocused();
  await page.getByLabel('Coil, lead to ground', { exact: true }).fill('9.5 - 10.5');
  await page.getByLabel('Coil, lead to ground: where that comes from').selectOption({ label: 'measured here' });
  await page.getByRole('button', { name: 'Save the sheet' }).dblclick();
  await page.waitForURL(/\/engines\/(?!new)/);
  await expect(page.getByText(/Ilse Vant/).first()).toBeVisible();
  await expect(page.getByText('Change 1')).toBeVisible();

  await walkIn(page, { tag: 'Grebe 2', cylinders: 'Two', engine: 'Grebe twin 640' });
  await page.getByRole('button', { name: 'Lost power', exact: true }).click();
  await start(page);
  await bench.pick('Coil resistance', 1);
  await bench.fill({ toGround: '4.1' });
  await expect(bench.plate.getByTestId('verdict')).toContainText('Low');
  await expect(bench.plate.getByTestId('working')).toContainText('from 9500 Ω (engine sheet)');
  await bench.record();

  await bench.pick('Fuel flow');
  const ask = bench.plate.getByTestId('sheet-ask');
  await ask.getByRole('radio', { name: 'Gravity' }).click();
  await expect(bench.line(2)).toContainText('Fuel comes by: Gravity');
  await expect.poll(() => bench.suspicion('Fuel pump')).toBe(0);
  await bench.search.fill('Fuel pump');
  await expect(page.getByRole('option', { name: /^Fuel pump/ })).toHaveCount(0);
});

test('a figure learnt late leaves earlier readings as they were judged, and says what would change', async ({
  page,
}) => {
  const bench = new BenchPage(page);
  await walkIn(page, { tag: 'Grebe 3', cylinders: 'One' });
  await page.getByRole('button', { name: 'Lost power', exact: true }).click();
  await start(page);
  await bench.pick('Coil resistance');
  await bench.fill({ toGround: '4.1' });
  await expect(bench.plate.getByTestId('verdict')).toContainText('In range');
  await bench.record();
  await bench.pick('Coil resistance');
  await bench.plate.getByTestId('sheet-ask').getByRole('textbox').fill('9.5 - 10.5');
  await bench.plate.getByTestId('sheet-ask').getByRole('button', { name: 'Keep' }).click();
  const notice = page.getByTestId('judged-otherwise');
  await expect(notice).toContainText('would read low; it stands as in range');
  await expect(bench.line(1)).toContainText('In range');
  await notice.getByRole('button', { name: 'Take line 1 again' }).click();
  await expect(bench.plate).toContainText('In place of line 1');
  await bench.record();
  await expect(bench.line(3)).toContainText('Lead to ground 4.10');
  await expect(notice).toHaveCount(0);
});

test('two engines are compared; a sheet goes out as a file and comes back as it was; two tabs do not write over each other', async ({
  page,
  context,
}) => {
  await page.goto('/engines');
  await page.getByRole('button', { name: 'Compare Tarnholt V694, twin' }).click();
  await page.getByRole('button', { name: 'Compare Tarnholt S389, single' }).click();
  await page.getByRole('link', { name: 'Compare the two' }).click();
  const row = page.getByRole('row', { name: /Coil, lead to ground/ });
  await expect(row).toContainText('differs');
  await expect(row).toContainText('3.20 to 4.60 kΩ');
  await expect(row).toContainText('2.80 to 4.20 kΩ');
  await page.goBack();

  await page.getByRole('link', { name: /Tarnholt S389/ }).click();
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: 'As a file' }).click(),
  ]);
  const out = JSON.parse(readFileSync(await download.path(), 'utf8'));
  const back = JSON.stringify({ ...out, name: 'Came back from a file' });
  await page.getByRole('link', { name: 'All engines' }).click();
  const box = page.getByLabel('Engine sheet file');
  await box.setInputFiles({ name: 'notes.txt', mimeType: 'text/plain', buffer: Buffer.from('not a sheet') });
  await expect(page.getByRole('alert').filter({ hasText: 'notes.txt is not an engine sheet' })).toBeVisible();
  const alien = Buffer.from('{"format":"ridge-bolt/case"}');
  await box.setInputFiles({ name: 'job.json', mimeType: 'application/json', buffer: alien });
  await expect(page.getByRole('alert').filter({ hasText: 'job.json is not an engine sheet.' })).toBeVisible();
  await box.setInputFiles({ name: 'sheet.json', mimeType: 'application/json', buffer: Buffer.from(back) });
  await page.waitForURL(/\/engines\/(?!new|sheet-)/);
  await expect(page.getByLabel('Engine', { exact: true })).toHaveValue('Came back from a file');

  const other = await context.newPage();
  await other.goto(page.url());
  await page.getByLabel('Plug gap', { exact: true }).fill('0.8');
  await page.getByRole('button', { name: 'Save the sheet' }).click();
  await expect(page.getByText('Change 2')).toBeVisible();
  await other.getByLabel('Plug gap', { exact: true }).fill('0.7');
  await other.getByRole('button', { name: 'Save the sheet' }).click();
  await expect(other.getByRole('alert').filter({ hasText: 'Somebody changed this sheet meanwhile' })).toBeVisible();
  await expect(other.getByLabel('Plug gap', { exact: true })).toHaveValue('0.7');
});
