import { createHash } from 'node:crypto';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { NextConfig } from 'next';

/** One hash over the core: which catalogue and reasoning a build works with. */
function knowledge(): string {
  const hash = createHash('sha256');
  const core = join(process.cwd(), 'core');
  for (const file of (readdirSync(core, { recursive: true, encoding: 'utf8' }) as string[])
    .filter((f) => f.endsWith('.ts'))
    .sort())
    hash.update(file).update(readFileSync(join(core, file)));
  return hash.digest('hex').slice(0, 16);
}

const config: NextConfig = {
  reactStrictMode: true,
  poweredByHeader: false,
  // A version lies in a folder of its own, within another one's: it is whole in itself.
  turbopack: { root: process.cwd() },
  devIndicators: false,
  env: { RIDGE_KNOWLEDGE: knowledge() },
  distDir: process.env.RIDGE_DIST ?? '.next',
  serverExternalPackages: ['mysql2', 'pino', 'rotating-file-stream'],
  // Types are checked on their own (npm run check:types); a build would read the other build's generated types too.
  typescript: { ignoreBuildErrors: true },
};

export default config;
