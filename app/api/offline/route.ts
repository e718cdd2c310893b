import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { environment } from '@/db/environment.ts';

export const dynamic = 'force-dynamic';

/** What one build needs in the browser; its parts that are never asked for (maps, build lists) stay away. */
const NEEDED = /\.(js|css|woff2|svg)$/;
/** The build and its files, as script for the service worker: a new build changes it, which is what makes browsers renew. */
export function GET() {
  const dist = join(/* turbopackIgnore: true */ process.cwd(), environment().RIDGE_DIST);
  const build = readFileSync(join(dist, 'BUILD_ID'), 'utf8').trim();
  const files = readdirSync(join(dist, 'static'), { recursive: true, encoding: 'utf8' })
    .filter((file) => NEEDED.test(file))
    .map((file) => `/_next/static/${file}`)
    .sort();
  return new Response(`self.RIDGE_BUILD = ${JSON.stringify({ build, files })};\n`, {
    headers: { 'content-type': 'text/javascript; charset=utf-8', 'cache-control': 'no-cache' },
  });
}
