import AxeBuilder from '@axe-core/playwright';
import { expect, test } from '@playwright/test';

/** Every main view of the demo shop, by day and by night; rules of WCAG 2.1 A and AA as axe checks them. */
const VIEWS = [
  ['floor', '/'],
  ['new job', '/jobs/new'],
  ['bench, tracing', '/jobs/job-heron-4-power'],
  ['bench, repair', '/jobs/job-heron-7-battery'],
  ['bench, re-test', '/jobs/job-coot-2-shut-off'],
  ['bench, a single', '/jobs/job-teal-new'],
  ['bench, closed', '/jobs/job-heron-9-closed'],
  ['job sheet', '/jobs/job-heron-9-closed/sheet'],
  ['nothing here', '/jobs/none'],
] as const;

for (const colorScheme of ['light', 'dark'] as const) {
  test.describe(colorScheme, () => {
    test.use({ colorScheme });
    for (const [name, path] of VIEWS) {
      test(`${name} can be used by everybody`, async ({ page }) => {
        await page.goto(path);
        await expect(page.getByRole('main')).toBeVisible();
        const { violations } = await new AxeBuilder({ page }).analyze();
        expect(violations.map((v) => `${v.id}: ${v.nodes.map((n) => n.target.join(' ')).slice(0, 4)}`)).toEqual([]);
      });
    }
  });
}

test('a part’s suspects, a refused box and the closing panel hold too', async ({ page }) => {
  await page.goto('/jobs/job-sluice-1-one');
  await page.getByRole('region', { name: 'Ridge of suspicion' }).getByRole('button').first().click();
  await page.getByRole('searchbox', { name: 'Any other check' }).fill('coil resistance');
  await page.keyboard.press('Enter');
  await page.locator('input[name="toGround"]').fill('4.1 kV');
  await page.getByRole('button', { name: 'Close the job' }).click();
  await page.getByRole('radio', { name: 'Cured and shown' }).click();
  const { violations } = await new AxeBuilder({ page }).analyze();
  expect(violations.map((v) => `${v.id}: ${v.nodes.map((n) => n.target.join(' ')).slice(0, 4)}`)).toEqual([]);
});
