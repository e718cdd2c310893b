import { fileURLToPath } from 'node:url';
import { defineConfig } from 'vitest/config';

const under = (path: string) => fileURLToPath(new URL(path, import.meta.url)).replace(/\/$/, '');

export default defineConfig({
  oxc: { jsx: { runtime: 'automatic' } },
  // `server-only` throws wherever it is not the server's bundle; here there is no bundle.
  resolve: { alias: { '@': under('.'), 'server-only': under('node_modules/server-only/empty.js') } },
  test: {
    include: ['tests/unit/**/*.test.ts', 'tests/component/**/*.test.{ts,tsx}', 'tests/db/**/*.test.ts'],
    testTimeout: 20_000,
  },
});
