import { defineConfig } from '@playwright/test';

/** `npm test` starts a server on a build and database of its own and names it here. */
export default defineConfig({
  testDir: 'tests/browser',
  workers: 1,
  timeout: 60_000,
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
    launchOptions: {
      executablePath: '/usr/bin/chromium',
      args: [
        '--no-sandbox',
        '--disable-gpu',
        '--disable-quic',
        '--no-first-run',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
      ],
    },
    screenshot: 'only-on-failure',
  },
});
