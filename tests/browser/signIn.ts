import { mkdirSync, writeFileSync } from 'node:fs';
import { expect, type FullConfig, type Page } from '@playwright/test';
import { signIn } from '../../scripts/lib/signIn.mjs';

/** Where the browser tests leave what they made. */
export const FOLDER = process.env.RIDGE_BROWSER_FOLDER ?? 'test-results';

/** Whom a test may be: signed in before any test begins. */
export const WHO = { owner: 'person-ilse', technician: 'person-borre', learner: 'person-mirre' } as const;
export const signedInAs = (who: keyof typeof WHO): string => `${FOLDER}/signed-in-${who}.json`;

/** Signs in everybody of the demo shop, each on a tablet of their own. */
export default async function signEverybodyIn(config: FullConfig): Promise<void> {
  mkdirSync(FOLDER, { recursive: true });
  const address = config.projects[0]!.use.baseURL!;
  for (const [who, id] of Object.entries(WHO)) {
    const { storageState } = await signIn(address, id);
    writeFileSync(signedInAs(who as keyof typeof WHO), JSON.stringify(storageState));
  }
}

/** Taps a name at the top right and types a PIN. */
export async function switchTo(page: Page, name: string, pin: string): Promise<void> {
  const panel = page.getByRole('region', { name: 'This desk' });
  if (!(await panel.isVisible())) await page.getByRole('button', { name: /^This desk/ }).click();
  await panel.getByRole('button', { name }).click();
  await expect(page.getByRole('dialog', { name: 'Who is at the bench?' })).toBeVisible();
  await page.keyboard.type(pin);
  await page.keyboard.press('Enter');
}
