import { expect, test } from '@playwright/test';
import { CHECKS } from '@/core/index.ts';
import { BenchPage } from './bench.ts';

test('a check that cannot be made is written down and planned without, until its line is struck', async ({ page }) => {
  const bench = new BenchPage(page);
  await bench.newJob(/Heron 4/, ['Lost power']);
  await expect(bench.title).toHaveText('Heat pair');
  await expect(bench.plate).toContainText('at full speed');
  await bench.press(bench.plate.getByRole('button', { name: 'Cannot be made' }));
  await bench.plate
    .getByRole('group', { name: 'Why it cannot be made' })
    .getByRole('button', { name: 'It does not hold full speed' })
    .dblclick();
  await bench.printed(1);
  await expect(bench.line(1)).toContainText('Not made: Heat pair. It does not hold full speed.');
  const order = page.getByRole('region', { name: 'Bench order' });
  // He has just seen what it did instead.
  await expect(bench.title).toHaveText('What did it do?');
  await expect(bench.plate).toContainText('tick what it did');
  // What is tried to see whether it then comes to full speed needs only that it starts, and may still be offered there.
  const tried = CHECKS.filter((check) => check.needsOnlyStart).map((check) => check.title);
  for (const row of await order
    .getByRole('listitem')
    .filter({ hasText: /full speed|under load/ })
    .allInnerTexts())
    expect(
      tried.filter((title) => row.startsWith(title)),
      row,
    ).not.toEqual([]);
  await page.reload();
  await bench.printed(1);
  await expect(bench.title).toHaveText('What did it do?');
  await bench.press(bench.line(1).getByRole('button', { name: 'Correct line 1' }));
  await bench.press(bench.line(1).getByRole('button', { name: 'Strike it' }));
  await bench.printed(2);
  await expect(bench.title).toHaveText('Heat pair');
  await expect(bench.plate).toContainText('at full speed');
});

test('what nobody gets at is out on its side; a standing engine has nothing to reach', async ({ page }) => {
  const bench = new BenchPage(page);
  await bench.newJob(/Heron 4/, ['Lost power']);
  await bench.pick('Coil air gap', 2);
  await bench.press(bench.plate.getByRole('button', { name: 'Cannot be made' }));
  const why = bench.plate.getByRole('group', { name: 'Why it cannot be made' });
  await expect(why.getByRole('button')).toHaveText(['Cannot get at it, or no tool for it']);
  await bench.press(why.getByRole('button'));
  await bench.printed(1);
  await expect(bench.line(1)).toContainText('Not made: Coil air gap, cylinder 2. Cannot get at it, or no tool for it.');
  await page.goto(`${page.url()}/sheet`);
  const row = page.getByRole('region', { name: 'Could not be made' }).getByRole('row');
  await expect(row).toHaveText(['1Coil air gap, cylinder 2Cannot get at it, or no tool for it']);
});

test('a repaired machine is tried for what belongs to handing it back, and may be closed without', async ({ page }) => {
  const bench = new BenchPage(page);
  await bench.newJob(/Heron 4/, ['Cranks slowly']);
  await bench.pick('Battery tester');
  await bench.fill({ measuredCca: '120', ratedCca: '300' });
  await bench.record();
  await bench.repair('Battery worn out');
  await expect(bench.title).toHaveText('Crank it and watch');
  await bench.choose('Normal');
  await bench.record();
  await bench.together();
  const ready = page.getByRole('region', { name: 'Ready to close' });
  const list = ready.getByRole('group').filter({ hasText: 'Before it goes back' });
  const left = list.getByRole('button');
  // The closing is in sight; the list is one line until it is asked for.
  await expect(ready.getByRole('button', { name: 'Close the job' })).toBeInViewport();
  await expect(list).toContainText('8 not tried since the repair');
  await list.getByText('Before it goes back').click();
  await expect(left).toHaveText([
    'Oil level, colour, smell',
    'Run it and listen',
    'Charging volts',
    'Leave it standing',
    'Shut off by the key',
    'Run it for a while',
    'Restart hot',
    'Standing draw',
  ]);
  await bench.press(left.nth(2));
  await bench.fill({ value: '14.2' });
  await bench.record();
  await expect(list).toContainText('7 not tried since the repair');
  await list.getByText('Before it goes back').click();
  await expect(left).toHaveCount(7);
  await bench.closeCured();
});

test('a finding that shows on one side is asked for its side, and needs none', async ({ page }) => {
  const bench = new BenchPage(page);
  await bench.newJob(/Heron 4/, ['Lost power']);
  await bench.pick('Jets');
  const side = bench.plate.getByRole('radiogroup', { name: "Which cylinder's barrel" });
  await expect(side).toHaveCount(0);
  await bench.choose('All clear');
  await expect(side).toHaveCount(0);
  await bench.choose('One barrel blocked');
  await expect(side.getByRole('radio', { name: 'Cylinder 2' })).toBeInViewport({ ratio: 1 });
  await bench.press(side.getByRole('radio', { name: 'Cylinder 2' }));
  await bench.record();
  await expect(bench.line(1)).toContainText('Jets, cylinder 2');
  await expect(page.getByRole('region', { name: 'Repair' })).toContainText('Jet of one barrel blocked, cylinder 2');
});
