import { expect, type Page, test } from '@playwright/test';
import { needleDeg } from '../../core/station/index.ts';
import { BenchPage } from './bench.ts';
import { switchTo } from './signIn.ts';

/** Reads and acknowledges what stands in full, so that the drawing is seen. */
async function heed(page: Page): Promise<void> {
  await expect(page.locator('form[data-check] [data-cautions]')).toBeVisible();
  const read = page.getByRole('button', { name: /^I have read/ });
  if ((await read.count()) === 0) return;
  await read.click();
  await expect(read).toHaveCount(0);
}

async function onBench(page: Page, machine = /Heron 4/): Promise<BenchPage> {
  const bench = new BenchPage(page);
  await bench.newJob(machine, ['Lost power']);
  return bench;
}

const attribute = (page: Page, selector: string, name: string) => page.locator(selector).first().getAttribute(name);

test('leak-down: the needles stand where the figures are, a tap on a face takes a figure, a tap on the section what is heard', async ({
  page,
}) => {
  const bench = await onBench(page);
  await bench.pick('Leak-down', 1);
  await heed(page);
  await bench.fill({ supply: '550', held: '600' });
  await expect(bench.plate).toContainText('It cannot hold more than it is fed');
  await bench.fill({ supply: '550', held: '440' });
  const full = 100 * 6.894757;
  expect(Number(await attribute(page, '[data-gauge="Supply"]', 'data-deg'))).toBeCloseTo(needleDeg(550, full), 0);
  expect(Number(await attribute(page, '[data-gauge="Held"]', 'data-deg'))).toBeCloseTo(needleDeg(440, full), 0);
  await expect(page.locator('[data-hole]')).toHaveAttribute('data-hole', /^0\.9/);
  await expect(page.locator('[data-zone]')).toHaveCount(4);
  // Straight up on the face is the middle of its scale.
  const face = (await page.locator('[data-tap="Held"]').boundingBox())!;
  await page.mouse.click(face.x + face.width / 2, face.y + 12);
  await expect(bench.plate.locator('input[name="held"]')).toHaveValue('340');
  for (const grade of ['faint', 'clear']) {
    await page.locator('[data-place="exhaust"]').click();
    await expect(page.locator('[data-place="exhaust"]')).toHaveAttribute('data-heard', grade);
  }
  await expect(
    bench.plate.getByRole('group', { name: /^Leak-down, cylinder 1: supply 550 kPa, held 340 kPa/ }),
  ).toBeVisible();
  await expect(page.getByTestId('verdict')).toContainText('Leaks');
  // What cannot be is said beside the figures, and no hole is drawn.
  await bench.fill({ held: '600' });
  await expect(page.locator('[data-hole]')).toHaveAttribute('data-hole', '');
  await bench.fill({ held: '440' });
  await bench.record();
  await expect(bench.tape).toContainText('Air heard exhaust clear');
});

test('valve lash: the crank stands first, then the gaps, the adjuster’s hand and what refuses', async ({ page }) => {
  const bench = await onBench(page);
  await bench.pick('Valve lash', 1);
  await heed(page);
  // 6.35 mm past its top is 31 degrees, on a dial of two turns.
  expect(Number(await attribute(page, '[data-wanted]', 'data-wanted'))).toBeCloseTo(31, 0);
  await expect(page.locator('[data-how]')).toContainText('62 mm by tape');
  await bench.fill({ intake: '0.10', exhaust: '0.30' });
  await expect(page.locator('[data-rung="Intake"]')).toHaveAttribute('data-lies', 'in');
  await expect(page.locator('[data-rung="Exhaust"]')).toHaveAttribute('data-lies', 'wide');
  // In is clockwise.
  expect(Number(await attribute(page, '[data-hand]', 'data-hand'))).toBeGreaterThan(0);
  await bench.fill({ exhaust: '0.12', exhaustRefuses: '0.16' });
  await expect(page.locator('[data-rung="Exhaust"]')).toHaveAttribute('data-lies', 'on-the-limit');
  // A shop of inches, typed so: the same rung.
  await bench.fill({ exhaust: '12 thou', exhaustRefuses: '' });
  await expect(page.locator('[data-rung="Exhaust"]')).toHaveAttribute('data-lies', 'wide');
});

test('coil pair: taken to 20 degrees, beside the other coil; OL is said, a wrong figure refused and kept', async ({
  page,
}) => {
  const bench = await onBench(page);
  await bench.pick('Coil resistance', 1);
  await heed(page);
  await bench.fill({ toGround: '3.61', coilTemperature: '45' });
  const at20 = Number(await attribute(page, '[data-coil="Cylinder 1"]', 'data-at20'));
  await bench.fill({ coilTemperature: '' });
  const asRead = Number(await attribute(page, '[data-coil="Cylinder 1"]', 'data-at20'));
  expect(asRead / at20).toBeCloseTo(1 + 0.00393 * 25, 2);
  await bench.record();
  await bench.pick('Coil resistance', 2);
  await bench.fill({ toGround: 'OL' });
  await expect(page.locator('[data-coil="Cylinder 2"]')).toHaveAttribute('data-at20', 'OL');
  expect(Number(await attribute(page, '[data-coil="Cylinder 1"]', 'data-at20'))).toBeGreaterThan(0);
  await bench.fill({ toGround: 'thick' });
  await expect(bench.plate.locator('input[name="toGround"]')).toHaveValue('thick');
  await expect(page.locator('[data-coil="Cylinder 2"]')).toHaveAttribute('data-at20', '');
});

test('kill harness: the leads are moved by tap and by key, and the meter should show what it does on each suspect', async ({
  page,
}) => {
  const bench = await onBench(page);
  await bench.pick('Kill diode', 1);
  await heed(page);
  const table = page.getByRole('table', { name: 'What the meter should show' });
  await expect(table.locator('tr', { hasText: 'If all is well' })).toContainText('0.58 V or OL');
  await expect(table.locator('tr', { hasText: 'Diode shorted, leg 1' })).toContainText('0.00 V');
  await expect(table.locator('tr', { hasText: 'Diode open, leg 1' })).toContainText('OL');
  await expect(page.getByText(/Not seen here: .*leg 2/)).toBeVisible();
  await page.getByLabel('Red lead on').selectOption({ label: 'Leg 2' });
  await expect(page.locator('[data-point="leg-2"]')).toHaveAttribute('data-lead', 'red');
  await expect(table.locator('tr', { hasText: 'Diode shorted, leg 2' })).toContainText('0.00 V');
  await page.locator('[data-point="ground"]').click();
  await expect(page.locator('[data-point="ground"]')).toHaveAttribute('data-lead', 'red');
  // Plugged in, a leg to ground is only the winding.
  await page.locator('[data-set="coils"]').click();
  await page.getByLabel('Black lead on').selectOption({ label: 'Leg 1' });
  await expect(table.locator('tr', { hasText: 'If all is well' })).toContainText('0.00 V');
  await bench.fill({ forward: '0.58', reverse: 'OL' });
  await expect(page.getByTestId('verdict')).toContainText('One way only');
});

test('voltage stairs: each leg as it is read, over or not, what is next, and a sum that cannot be', async ({
  page,
}) => {
  const bench = await onBench(page);
  await bench.pick('Volts while cranking');
  await heed(page);
  await bench.fill({ value: '10.6' });
  await expect(page.getByRole('group', { name: /posts 10\.6 volts.*Next: the positive cables/ })).toBeVisible();
  await bench.record();
  await bench.pick('Drop on the ground side');
  await bench.fill({ value: '0.61' });
  await expect(page.locator('[data-leg="ground"]')).toHaveAttribute('data-over', 'true');
  await bench.fill({ value: '0.12' });
  await expect(page.locator('[data-leg="ground"]')).toHaveAttribute('data-over', 'false');
  await bench.record();
  await bench.pick('Drop on the positive side');
  await bench.fill({ value: '11' });
  await expect(page.getByRole('group', { name: /Does not fit/ })).toBeVisible();
});

test('solenoid: what was seen leaves the rows that fit; balance, needle, flow and the timed run draw what is typed', async ({
  page,
}) => {
  const bench = await onBench(page);
  await bench.pick('Fuel solenoid resistance');
  await heed(page);
  await bench.fill({ value: 'OL' });
  await expect(page.locator('[data-row][data-left="true"]')).toHaveText([/Winding gone/]);
  await bench.fill({ value: '30' });
  await expect(page.locator('[data-row="coil"]')).toHaveAttribute('data-left', 'false');
  await bench.pick('Heat pair');
  await heed(page);
  await bench.fill({ 'each-1': '180', 'each-2': '70', ambient: '20' });
  await expect(page.locator('[data-heat="2"]')).toHaveAttribute('data-share', '0.31');
  await bench.fill({ minutes: '2' });
  await expect(bench.plate.getByText('2.0 min since the start: too early')).toBeVisible();
  await bench.pick('Cut out one', 1);
  await heed(page);
  await bench.fill({ before: '1800', after: '1500' });
  await expect(page.locator('[data-cut="1"]')).toHaveAttribute('data-drop', '300');
  await bench.pick('Does the needle hold');
  await heed(page);
  await page.getByRole('button', { name: 'Start the watch' }).click();
  await page.getByRole('button', { name: /stop$/ }).click();
  await expect(bench.plate.locator('input[name="time"]')).not.toHaveValue('');
  await bench.fill({ start: '5 psi', end: '4 psi', time: '15' });
  await expect(page.locator('[data-hold]')).toHaveAttribute('data-hold', /^27\./);
  await bench.pick('Fuel flow');
  await heed(page);
  await bench.fill({ volume: '100', time: '30' });
  await expect(page.locator('[data-flow]')).toHaveAttribute('data-flow', /^0\.\d/);
  await bench.pick('Battery volts at rest');
  await heed(page);
  await bench.fill({ value: '12.31' });
  await expect(page.locator('[data-rest]')).toHaveAttribute('data-rest', '12.31');
  await bench.pick('Run it until it fails');
  await heed(page);
  await bench.fill({ minutes: '14', stumbled: '12' });
  await expect(page.locator('[data-ran]')).toHaveAttribute('data-ran', '840');
  await bench.fill({ headAt5: '110', headAt10: '165', headAtEnd: '190' });
  expect(await page.locator('[data-head]').evaluateAll((all) => all.map((e) => e.getAttribute('data-head')))).toEqual([
    ...['300 110', '600 165', '840 190'],
  ]);
  await bench.fill({ headAt15: '200' });
  await expect(page.getByText('Does not fit: noted after it had ended.')).toBeVisible();
  await bench.pick('Jump it');
  await heed(page);
  await expect(page.locator('[data-jump]')).toHaveText(['1', '2', '3', '4']);
});

test('cautions stand in full until they are read, then in one line, over a reload too, and in full again for the next person', async ({
  page,
}) => {
  const bench = await onBench(page);
  await bench.pick('Leak-down', 1);
  const list = bench.plate.getByRole('list', { name: 'Cautions' });
  await expect(list.getByText(/Regulator at zero first/)).toBeVisible();
  // What gates nothing does not stand before the entry either: it is beside it.
  await expect(bench.plate.locator('input[name="supply"]')).toBeVisible();
  await page.getByRole('button', { name: 'I have read them' }).click();
  await expect(bench.line(1)).toContainText('Cautions read');
  await expect(bench.plate.getByText('Air turns the crank hard')).toBeVisible();
  await expect(list.getByText(/Regulator at zero first/)).toBeHidden();
  await bench.plate.getByText('Air turns the crank hard').click();
  await expect(list.getByText(/Regulator at zero first/)).toBeVisible();
  await bench.printed(1);
  await page.reload();
  await bench.pick('Leak-down', 1);
  await expect(bench.plate.getByText('Air turns the crank hard')).toBeVisible();
  // Handed over.
  await switchTo(page, 'Borre Okonje', '2904');
  await expect(list.getByText(/Regulator at zero first/)).toBeVisible();
});

test('while a drawing lies on the plate the ridge is a strip with its peaks by name, and rises when it moves', async ({
  page,
}) => {
  const bench = await onBench(page);
  const ridge = page.getByRole('region', { name: 'Ridge of suspicion' });
  await bench.pick('Coil resistance', 1);
  await expect(ridge).toHaveAttribute('data-folded', 'true');
  await heed(page);
  await bench.fill({ toGround: 'OL' });
  await page.getByRole('button', { name: 'Record', exact: true }).click();
  await expect(ridge).not.toHaveAttribute('data-folded', 'true');
  await bench.pick('Spark tester', 1);
  await expect(ridge).not.toHaveAttribute('data-folded', 'true');
  // Every bolt is named where it is pointed at.
  await ridge.getByRole('button', { name: /^Coil,/ }).hover();
  await expect(page.locator('[data-bolt-name="coil"]')).toContainText('in a hundred');
});

test('the menu leads to floor, engines and house rules, and Escape puts it away', async ({ page }) => {
  await onBench(page);
  const menu = page.getByRole('navigation', { name: 'Places' });
  await menu.getByRole('button', { name: 'Menu' }).click();
  await expect(menu.getByRole('link')).toHaveText(['Floor', 'Later', 'Engines', 'House rules', 'People']);
  await page.keyboard.press('Escape');
  await expect(menu.getByRole('link')).toHaveCount(0);
  await menu.getByRole('button', { name: 'Menu' }).click();
  await menu.getByRole('link', { name: 'Engines' }).click();
  await page.waitForURL(/\/engines$/);
});

test('show me: frames on the drawing by arrow key, and Escape gives the drawing back with what was typed', async ({
  page,
}) => {
  const bench = await onBench(page);
  await bench.pick('Leak-down', 1);
  await heed(page);
  await bench.fill({ supply: '550' });
  await bench.plate.getByRole('button', { name: 'Show me' }).click();
  const frames = page.getByRole('region', { name: 'How it is made' });
  await expect(frames).toContainText('screwed in by hand');
  await expect(frames).toBeFocused();
  for (let i = 0; i < 3; i++) await page.keyboard.press('ArrowRight');
  await expect(frames).toContainText('4 of 7');
  await expect(frames.locator('[data-place="oil-fill"]')).toHaveAttribute('data-heard', 'faint');
  await page.keyboard.press('ArrowLeft');
  await expect(frames).toContainText('3 of 7');
  await page.keyboard.press('Escape');
  await expect(frames).toHaveCount(0);
  await expect(bench.plate.locator('input[name="supply"]')).toHaveValue('550');
});

test('what is recorded as off goes back on before the engine runs, in one tap', async ({ page }) => {
  const bench = await onBench(page);
  await bench.pick('Look at the plug', 1);
  await bench.choose('Normal');
  await bench.record();
  await bench.pick('Heat pair');
  await expect(page.getByText('Before it runs, back on: plug lead 1, plug 1.')).toBeVisible();
  await page.getByRole('button', { name: 'It is back on' }).click();
  await expect(page.getByText(/Before it runs/)).toHaveCount(0);
  await expect(bench.tape).toContainText('Put back: plug 1');
});

test.describe('on an upright tablet, by finger, in inches and psi', () => {
  test.use({ viewport: { width: 800, height: 1280 }, hasTouch: true });

  test('leak-down and lash: the same drawings, in the units of the shop', async ({ page }) => {
    const bench = await onBench(page);
    await page.getByRole('button', { name: /^This desk/ }).tap();
    await page.getByText('thou, °F').first().tap();
    await page.getByRole('button', { name: /^This desk: .*thou/ }).tap();
    await bench.pick('Leak-down', 1);
    await heed(page);
    await bench.fill({ supply: '80', held: '64' });
    await expect(page.locator('[data-hole]')).toHaveAttribute('data-hole', /^0\.98/);
    expect(Number(await attribute(page, '[data-gauge="Held"]', 'data-deg'))).toBeCloseTo(needleDeg(64, 100), 0);
    const face = page.locator('[data-tap="Supply"]');
    await face.tap({ position: { x: (await face.boundingBox())!.width / 2, y: 14 } });
    await expect(bench.plate.locator('input[name="supply"]')).toHaveValue('50');
    await page.locator('[data-place="oil-fill"]').tap();
    await expect(page.locator('[data-place="oil-fill"]')).toHaveAttribute('data-heard', 'faint');
    await bench.pick('Valve lash', 1);
    await bench.fill({ intake: '.004', exhaust: '.012' });
    await expect(page.locator('[data-rung="Intake"]')).toHaveAttribute('data-lies', 'in');
    await expect(page.locator('[data-rung="Exhaust"]')).toHaveAttribute('data-lies', 'wide');
    await expect(bench.plate.getByRole('group', { name: /exhaust 12 thou, wide/ })).toBeVisible();
  });
});
