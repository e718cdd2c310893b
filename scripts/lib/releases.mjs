import { cpSync, existsSync, mkdirSync, readdirSync, readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { SOURCES } from './app.mjs';
import { hashOf, needSpace, under } from './paths.mjs';
import { run } from './run.mjs';
import { say } from './say.mjs';

/** What runs of a version: its sources, the programs that start it, and how they are set up. */
const WHOLE = [...SOURCES, 'cli', 'server', 'scripts', 'workers'];
const KEPT = 2;

const releasesIn = (folder) => join(folder, 'releases');
const currentFile = (folder) => join(releasesIn(folder), 'current');

/** The version the shop ran last, or null. */
export function currentRelease(folder) {
  if (!existsSync(currentFile(folder))) return null;
  const stamp = readFileSync(currentFile(folder), 'utf8').trim();
  const dir = join(releasesIn(folder), stamp);
  return existsSync(join(dir, 'built')) ? { stamp, dir } : null;
}

/** From now on this is the version the shop runs; of those before, the last ones stay. */
export function keepRelease(folder, { stamp }) {
  const before = currentRelease(folder)?.stamp;
  writeFileSync(`${currentFile(folder)}.new`, stamp);
  renameSync(`${currentFile(folder)}.new`, currentFile(folder));
  const stay = new Set([stamp, before]);
  const others = readdirSync(releasesIn(folder)).filter((name) => /^[0-9a-f]{12}$/.test(name) && !stay.has(name));
  for (const name of others.slice(0, Math.max(0, others.length + stay.size - 1 - KEPT)))
    rmSync(join(releasesIn(folder), name), { recursive: true, force: true });
}

/**
 * This version, whole and built in a place of its own, so that the one before can be started when this one cannot.
 * @returns the release, or null where it could not be built; what went wrong was said
 */
export async function makeRelease(folder) {
  const stamp = hashOf(WHOLE).slice(0, 12);
  const dir = join(releasesIn(folder), stamp);
  if (existsSync(join(dir, 'built'))) return { stamp, dir };
  rmSync(dir, { recursive: true, force: true });
  mkdirSync(dir, { recursive: true });
  needSpace(dir, 800);
  for (const name of WHOLE) if (existsSync(under(name))) cpSync(under(name), join(dir, name), { recursive: true });
  // Packages are many and never changed in place: a second name for each is enough where the disk is the same.
  const linked = await run('/usr/bin/cp', ['-al', under('node_modules'), join(dir, 'node_modules')]);
  if (linked.code !== 0) {
    rmSync(join(dir, 'node_modules'), { recursive: true, force: true });
    cpSync(under('node_modules'), join(dir, 'node_modules'), { recursive: true, verbatimSymlinks: true });
  }
  say('Building ...');
  const { code, output } = await run(process.execPath, [join('node_modules', 'next', 'dist', 'bin', 'next'), 'build'], {
    cwd: dir,
    env: { RIDGE_DIST: '.next', NODE_ENV: 'production', NEXT_TELEMETRY_DISABLED: '1' },
  });
  if (code !== 0) {
    say(`The build of this version failed:\n${output.slice(-3000)}`);
    rmSync(dir, { recursive: true, force: true });
    return null;
  }
  writeFileSync(join(dir, 'built'), new Date().toISOString());
  return { stamp, dir };
}
