import { fileURLToPath } from 'node:url';
import { defineConfig } from 'vitest/config';

const under = (path: string) => fileURLToPath(new URL(path, import.meta.url)).replace(/\/$/, '');

export default defineConfig({
  oxc: { jsx: { runtime: 'automatic' } },
  // `server-only` throws wherever it is not the server's bundle; here there is no bundle.
  resolve: { alias: { '@': under('.'), 'server-only': under('node_modules/server-only/empty.js') } },
  test: {
    // Against a hang only: how fast the machine is, no test asks.
    testTimeout: 120_000,
    maxWorkers: '100%',
    projects: [
      // The core keeps nothing between two questions, so its files can share one copy of it: that halves the time.
      {
        extends: true,
        test: { name: 'unit', include: ['tests/unit/**/*.test.ts', 'tests/db/**/*.test.ts'], isolate: false },
      },
      {
        extends: true,
        test: {
          name: 'component',
          include: ['tests/component/**/*.test.{ts,tsx}'],
          setupFiles: ['tests/component/patience.ts'],
        },
      },
    ],
  },
});
