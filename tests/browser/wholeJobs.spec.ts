import { expect, test } from '@playwright/test';
import { BenchPage } from './bench.ts';

test('lost power on a twin: heat and cut-out name the cylinder, a chafed kill lead is proven, repaired, re-tested', async ({
  page,
}) => {
  const bench = new BenchPage(page);
  await bench.newJob(/Heron 4/, ['Lost power', 'Runs rough'], ['Since work on the valves']);

  await expect(bench.title).toHaveText('Heat pair');
  await bench.fill({ 'each-1': '212', 'each-2': '58', ambient: '18' });
  await expect(bench.plate.getByTestId('verdict')).toContainText('Cold');
  await bench.record();
  await expect(bench.line(1)).toContainText('1: 212 °C · 2: 58 °C');

  await bench.pick('Cut out one cylinder', 2);
  await bench.fill({ before: '1650', after: '1645' });
  await bench.choose('Held');
  await expect(bench.plate.getByTestId('verdict')).toContainText('Does nothing');
  await bench.record();

  await bench.pick('Spark tester', 2);
  await bench.choose('Cranking');
  await bench.choose('Strong');
  await expect(bench.plate.getByTestId('verdict')).toContainText("a kill lead or a partner's shorted diode");
  await bench.record();

  await bench.pick('Kill lead off this coil', 2);
  await expect(bench.plate.getByRole('list', { name: 'Cautions' })).toContainText('the key may not stop the engine');
  await bench.choose('Comes back');
  await bench.record();
  await expect.poll(() => bench.suspicion('Kill harness')).toBeGreaterThan(60);
  await expect(page.getByRole('region', { name: 'Repair' })).toHaveCount(0);

  await expect(bench.title).toHaveText('Kill diode, cylinder 1');
  await bench.fill({ forward: '0.58', reverse: 'OL' });
  await bench.record();

  await bench.repair('Kill lead chafed or pinched to ground, cylinder 2');
  await expect(bench.title).toHaveText('Heat pair');
  await expect(bench.plate).toContainText('Re-test');
  await expect(bench.plate).toContainText('Before: 1: 212 °C · 2: 58 °C');
  await bench.fill({ 'each-1': '205', 'each-2': '199', ambient: '18' });
  await bench.record();

  await expect(bench.title).toHaveText('Run it and listen');
  await bench.plate.getByRole('button', { name: 'Runs clean' }).click();
  await bench.record();
  await bench.closeCured();

  await page.getByRole('link', { name: 'Open the job sheet' }).click();
  const sheet = page.getByRole('main');
  await expect(sheet).toContainText('Cured and shown');
  await expect(sheet).toContainText('Kill lead chafed or pinched to ground, cylinder 2: repaired');
  const row = sheet.getByRole('row').filter({ hasText: 'Heat pair' }).first();
  await expect(row).toContainText('2: 58 °C');
  await expect(row).toContainText('2: 199 °C');
  await expect(sheet).not.toContainText('not shown cured');
});

test('a worn battery and an open coil: the first repair does not cure it', async ({ page }) => {
  const bench = new BenchPage(page);
  await bench.newJob(/Heron 7/, ['Cranks slowly', 'Lost power']);

  await bench.pick('Battery volts at rest');
  await bench.fill({ value: '12.58', restedMinutes: '240' });
  await bench.record();
  await bench.pick('Battery tester');
  await bench.fill({ measuredCca: '150', ratedCca: '300', resistance: '20', stateOfCharge: '92' });
  await expect(bench.plate.getByTestId('verdict')).toContainText('Of rated: 50.0');
  await bench.record();
  await bench.repair('Battery worn out');

  await expect(bench.title).toHaveText('Crank it and watch');
  await bench.choose('Normal');
  await bench.record();
  await expect(bench.title).toHaveText('Run it and listen');
  await bench.plate.getByRole('button', { name: 'Lost power' }).click();
  await bench.record();

  // The complaint is not gone: the search goes on with everything it knows.
  await expect(page.getByRole('region', { name: 'Ready to close' })).toHaveCount(0);
  await page.getByRole('button', { name: 'Close the job' }).click();
  await page.getByRole('radio', { name: 'Cured and shown' }).click();
  await expect(page.getByRole('list', { name: 'What keeps it open' })).toContainText('The complaint is not shown gone');
  await page.getByRole('button', { name: 'Close the job' }).first().click();

  await bench.pick('Heat pair');
  await bench.fill({ 'each-1': '220', 'each-2': '52', ambient: '20' });
  await bench.record();
  await bench.pick('Spark tester', 2);
  await bench.choose('None');
  await bench.record();
  await bench.pick('Look at the plug lead', 2);
  await bench.choose('Sound');
  await bench.record();
  await bench.pick('Coil resistance', 2);
  await bench.fill({ toGround: 'OL', flexMin: 'OL', flexMax: 'OL' });
  await bench.record();
  await bench.repair('Coil open, cylinder 2');

  await expect(bench.title).toHaveText('Spark tester, cylinder 2');
  await bench.choose('Strong');
  await bench.record();
  await expect(bench.title).toHaveText('Crank it and watch');
  await bench.choose('Normal');
  await bench.record();
  await expect(bench.title).toHaveText('Run it and listen');
  await bench.plate.getByRole('button', { name: 'Runs clean' }).click();
  await bench.record();
  await bench.closeCured();
  await page.getByRole('link', { name: 'Open the job sheet' }).click();
  await expect(page.getByRole('main')).toContainText('Battery worn out: replaced');
  await expect(page.getByRole('main')).toContainText('Coil open, cylinder 2: replaced');
});

test('one cylinder keeps firing with the key off: an open kill diode', async ({ page }) => {
  const bench = new BenchPage(page);
  await bench.newJob(/Coot 2/, ['Will not shut off']);

  await bench.pick('Shut off by the key');
  await bench.choose('One keeps firing');
  await bench.record();
  await expect(bench.title).toContainText('Kill diode');
  await bench.plate.getByRole('button', { name: 'Cylinder 1', exact: true }).click();

  // Measured with the coils plugged in it says nothing, and says so.
  await bench.fill({ forward: '0.58', reverse: 'OL' });
  await bench.plate.getByLabel('Coils still plugged in').check();
  await expect(bench.plate.getByTestId('verdict')).toContainText('unplug both and take it again');
  await bench.plate.getByLabel('Coils still plugged in').uncheck();

  await bench.fill({ forward: 'OL', reverse: 'OL' });
  await bench.record();
  await bench.repair('Kill diode open, cylinder 1');
  await expect(bench.title).toHaveText('Shut off by the key');
  await expect(bench.plate).toContainText('Before: One keeps firing');
  await bench.choose('All stop');
  await bench.record();
  await bench.closeCured();
  await page.getByRole('link', { name: 'Open the job sheet' }).click();
  const row = page.getByRole('row').filter({ hasText: 'Shut off by the key' }).first();
  await expect(row).toContainText('One keeps firing');
  await expect(row).toContainText('All stop');
});
