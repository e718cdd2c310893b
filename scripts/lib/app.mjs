import { spawn } from 'node:child_process';
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import http from 'node:http';
import https from 'node:https';
import { join } from 'node:path';
import { hashOf, under } from './paths.mjs';
import { portTaken, run, stop, until } from './run.mjs';
import { say, Trouble } from './say.mjs';

const NEXT = under('node_modules', 'next', 'dist', 'bin', 'next');
export const SOURCES = [
  'app',
  'features',
  'ui',
  'core',
  'db',
  'keep',
  'keys',
  'demo',
  'workers',
  'public',
  'instrumentation.ts',
  'next.config.ts',
  'postcss.config.mjs',
  'tsconfig.json',
  'package.json',
  'package-lock.json',
];

/** Runs one of our own TypeScript programs to its end. */
export const runTs = (script, env, args = [], cwd = under()) =>
  run(process.execPath, ['--import', 'tsx', join(cwd, 'scripts', script), ...args], { env, cwd });

/**
 * Brings a database up to date. Whatever is in it is dumped into `backups` first; a step that was cut off is gone through again at
 * the next start.
 */
export async function migrate(url, backups) {
  const { code, output } = await runTs('migrate.ts', { DATABASE_OWNER_URL: url, RIDGE_BACKUP_FOLDER: backups });
  if (code !== 0)
    throw new Trouble(
      `The database could not be brought up to date:\n${output.slice(-1500)}`,
      `see the message above, then start again: a step that was cut off is gone through once more.\n  The data as it was before lies in ${backups}.`,
    );
}

/** @returns what the loader said */
export async function loadDemo(url) {
  const { code, output } = await runTs('load-demo.ts', { DATABASE_URL: url });
  if (code !== 0)
    throw new Trouble(`The demo shop could not be loaded:\n${output.slice(-2500)}`, 'see the message above.');
  return output.trim();
}

/** Builds for production unless this very source was built before. */
export async function build(dist) {
  const stamp = under(dist, 'ridge-stamp');
  const source = hashOf(SOURCES);
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === source) return;
  say('Building ...');
  const { code, output } = await run(process.execPath, [NEXT, 'build'], {
    env: { RIDGE_DIST: dist, NODE_ENV: 'production', NEXT_TELEMETRY_DISABLED: '1' },
  });
  if (code !== 0) throw new Trouble(`The build failed:\n${output.slice(-4000)}`, 'see the message above.');
  writeFileSync(stamp, source);
}

/**
 * Serves a build and waits until it answers on this machine.
 * @param options `hint`: what to do where the port is taken; `cwd`: folder of the version; `host`: where it listens; `args`: more for the server
 */
export async function serve(
  dist,
  port,
  databaseUrl,
  { hint = 'RIDGE_PORT=3930 npm run demo', env = {}, cwd = under(), host = '127.0.0.1', args = [] } = {},
) {
  if (await portTaken(port))
    throw new Trouble(
      `Port ${port}, which the pages need, is taken by another program.`,
      `stop that program, or choose another port: ${hint}`,
    );
  const serving = ['--import', 'tsx', join(cwd, 'server', 'serve.ts'), '--host', host, '--port', String(port), ...args];
  const child = spawn(process.execPath, serving, {
    cwd,
    env: {
      ...process.env,
      RIDGE_DIST: dist,
      NODE_ENV: 'production',
      NEXT_TELEMETRY_DISABLED: '1',
      DATABASE_URL: databaseUrl,
      RIDGE_DEMO: 'true',
      ...env,
    },
    stdio: ['ignore', 'pipe', 'pipe'],
    detached: true,
  });
  let over = false;
  let output = '';
  const keep = (chunk) => {
    output = (output + chunk).slice(-4000);
  };
  child.stdout.on('data', keep);
  child.stderr.on('data', keep);
  const died = new Promise((resolve) => {
    child.on('exit', () => {
      over = true;
      resolve(output);
    });
  });
  const address = `${args.includes('--tls') ? 'https' : 'http'}://127.0.0.1:${port}`;
  const up = await until(async () => over || (await answers(`${address}/api/health`)), 60);
  if (over || !up) {
    if (!over) await stop(child.pid);
    throw new Trouble(`The pages did not come up.\n${output}`, 'see the message above.');
  }
  return { pid: child.pid, address, died, output: () => output, stop: () => stop(child.pid, 10) };
}

/** Whether it is well. Its own certificate is taken as it is: nothing is told to it. */
function answers(url) {
  const { get } = url.startsWith('https:') ? https : http;
  return new Promise((resolve) => {
    const asked = get(url, { rejectUnauthorized: false, timeout: 3000 }, (response) => {
      response.resume();
      resolve(response.statusCode === 200);
    });
    asked.on('timeout', () => asked.destroy());
    asked.on('error', () => resolve(false));
  });
}
