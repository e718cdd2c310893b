import { existsSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { dirname } from 'node:path';
import { alive, stop } from './run.mjs';
import { Trouble } from './say.mjs';

const commandOf = (pid) =>
  pid && alive(pid) && existsSync(`/proc/${pid}/cmdline`) ? readFileSync(`/proc/${pid}/cmdline`, 'utf8') : '';

/** A lock cut off in the middle of being written locks nothing. */
function read(file) {
  try {
    return JSON.parse(readFileSync(file, 'utf8'));
  } catch {
    return {};
  }
}

/**
 * One start at a time of one shop; the pages a start that was killed left running are ended.
 * @param {string} file
 * @param {string} script by whose name a start that runs is known
 * @param {string} address where it will answer
 */
export async function takeLock(file, script, address) {
  mkdirSync(dirname(file), { recursive: true });
  if (existsSync(file)) {
    const { pid, pages, address: there } = read(file);
    if (commandOf(pid).includes(script))
      throw new Trouble(
        `Ridge Bolt is running already, at ${there} (process ${pid}).`,
        'open that address, or stop it with Ctrl-C where it runs.',
      );
    if (commandOf(pages).includes('serve.ts')) await stop(pages, 5);
  }
  const write = (pages) => writeFileSync(file, JSON.stringify({ pid: process.pid, pages, address }));
  write(null);
  return { write, leave: () => rmSync(file, { force: true }) };
}
