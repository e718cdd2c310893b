import { expect, test } from '@playwright/test';
import { BenchPage } from './bench.ts';

/** The same readings in two shops: each types and reads in its own units, and both come to the same verdicts. */
const SHOPS = [
  {
    name: 'a metric shop',
    units: 'mm, °C',
    lash: { intake: '0.10', exhaust: '0.35' },
    lashLine: 'Intake 0.10 mm · Exhaust 0.35 mm',
    compression: '620',
    compressionLine: '620 kPa',
    leak: { supply: '552', held: '441', orifice: '1.016' },
    leakLine: 'Supply 552 kPa · Held 441 kPa',
    load: { value: '9.2', temperature: '-7' },
    loadLine: '-7 °C',
  },
  {
    name: 'an imperial shop',
    units: 'thou, °F',
    lash: { intake: '4', exhaust: '.014' },
    lashLine: 'Intake 4.0 thou · Exhaust 0.014 in',
    compression: '90',
    compressionLine: '90 psi',
    leak: { supply: '80', held: '64', orifice: '.040' },
    leakLine: 'Supply 80 psi · Held 64 psi',
    load: { value: '9.2', temperature: '20' },
    loadLine: '20 °F',
  },
] as const;

for (const shop of SHOPS) {
  test(`${shop.name} works from lash to leak-down in its own units`, async ({ page }) => {
    const bench = new BenchPage(page);
    await bench.newJob(/Heron 4/, ['Lost power']);
    await page.getByRole('button', { name: /^This desk/ }).click();
    await page.getByRole('radio', { name: shop.units }).click();
    await page.getByRole('button', { name: new RegExp(`^This desk: .*${shop.units}`) }).click();
    const { plate } = bench;

    await bench.pick('Valve lash', 1);
    await expect(plate.getByRole('list', { name: 'Cautions' })).toContainText('plug leads off and grounded');
    await bench.fill(shop.lash);
    await expect(plate.getByTestId('verdict')).toContainText('Wide');
    await expect(plate.getByTestId('working')).toContainText('Turn the adjuster');
    await bench.record();
    await expect(bench.line(1)).toContainText(shop.lashLine);

    await bench.pick('Load the battery');
    await bench.fill(shop.load);
    await expect(plate.getByTestId('verdict')).toContainText('Holds');
    await bench.record();
    await expect(bench.line(2)).toContainText(shop.loadLine);

    await bench.pick('Compression', 2);
    await bench.fill({ value: shop.compression });
    await bench.record();
    await expect(bench.line(3)).toContainText(shop.compressionLine);

    await bench.pick('Leak-down', 2);
    await expect(plate.getByRole('list', { name: 'Cautions' })).toContainText('Regulator at zero first');
    await bench.fill(shop.leak);
    await plate
      .getByRole('group', { name: 'Air heard: Exhaust' })
      .or(plate.getByLabel('Air heard: Exhaust'))
      .first()
      .getByRole('radio', { name: 'Loud' })
      .click();
    await expect(plate.getByTestId('verdict')).toContainText('Leaks');
    await expect(plate.getByTestId('working')).toContainText(/Hole of: 0\.7\d ± /);
    await expect(plate.getByTestId('working')).toContainText('exhaust valve');
    await bench.record();
    await expect(bench.line(4)).toContainText(shop.leakLine);
    await expect(bench.line(4)).toContainText('exhaust loud');

    // What was taken is corrected in the units it was typed in.
    await bench.line(4).getByRole('button', { name: 'Correct line 4' }).click();
    await bench.line(4).getByRole('button', { name: 'Strike and take again' }).click();
    await expect(plate.locator('input[name="supply"]')).toHaveValue(shop.leak.supply);
    await expect(plate.getByTestId('verdict')).toContainText('Leaks');
  });
}

test('a temporary repair keeps the job from being called cured, and the sheet says so', async ({ page }) => {
  const bench = new BenchPage(page);
  await bench.newJob(/Heron 4/, ['Lost power']);
  await page.getByRole('button', { name: 'Record a repair' }).click();
  await page.getByLabel('What was worked on').selectOption('spark.plug-lead[1]');
  await page.getByLabel('Temporary, to be made good').check();
  await page.getByRole('button', { name: 'Record repair' }).click();
  await bench.printed(1);
  await expect(bench.line(1)).toContainText('for the time being');
  await page.getByRole('button', { name: 'Close the job' }).click();
  await page.getByRole('radio', { name: 'Cured and shown' }).click();
  await expect(page.getByRole('list', { name: 'What keeps it open' })).toContainText('Only a temporary repair');
  await page.getByRole('radio', { name: 'Customer stops' }).click();
  await page.getByRole('button', { name: 'Close the job' }).last().click();
  await expect(page.getByRole('region', { name: 'Closed' })).toContainText('Customer stops');
  await bench.openSheet();
  await expect(page.getByRole('main')).toContainText('Repaired for the time being only');
});
