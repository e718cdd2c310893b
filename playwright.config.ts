import { defineConfig } from '@playwright/test';
import { CHROMIUM } from './scripts/lib/browser.mjs';
import { FOLDER, signedInAs } from './tests/browser/signIn.ts';

/** `npm test` starts a server on a build and database of its own and names it here. */
export default defineConfig({
  testDir: 'tests/browser',
  globalSetup: './tests/browser/signIn.ts',
  workers: 1,
  outputDir: `${FOLDER}/left`,
  timeout: 90_000,
  // A busy machine is slow to reach a state; what matters is that it is reached.
  expect: { timeout: 20_000 },
  forbidOnly: true,
  // A machine that is busy elsewhere may cost a test its patience once; `npm test` names every test that needed it.
  retries: 1,
  // A broken build fails in every test: it is said after a few.
  maxFailures: 6,
  reporter: [['list'], ['json', { outputFile: process.env.RIDGE_PLAYWRIGHT_JSON ?? 'test-results/browser.json' }]],
  use: {
    baseURL: process.env.RIDGE_BASE_URL ?? 'http://127.0.0.1:3911',
    actionTimeout: 15_000,
    viewport: { width: 1280, height: 800 },
    serviceWorkers: 'block',
    // The owner is signed in at this tablet; `who.spec.ts` shows what happens where nobody is.
    storageState: signedInAs('owner'),
    launchOptions: CHROMIUM,
    screenshot: 'only-on-failure',
  },
});
