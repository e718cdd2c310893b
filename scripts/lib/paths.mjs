import { createHash } from 'node:crypto';
import { existsSync, readdirSync, readFileSync, statfsSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { Trouble } from './say.mjs';

export const ROOT = fileURLToPath(new URL('../../', import.meta.url)).replace(/\/$/, '');
export const under = (...parts) => join(ROOT, ...parts);

/** Refuses to begin where a start would fail half-way; `folder` must exist. */
export function needSpace(folder, megabytes) {
  const { bavail, bsize } = statfsSync(folder);
  const free = (bavail * bsize) / 1e6;
  if (free < megabytes)
    throw new Trouble(
      `The disk is nearly full: ${Math.round(free)} MB are free where ${folder} lies, ${megabytes} MB are needed.`,
      'free some space and start again.',
    );
}

/** One hash over files and folders, for "has anything changed since". */
export function hashOf(paths) {
  const hash = createHash('sha256');
  const add = (path) => {
    if (!existsSync(path)) return;
    if (statSync(path).isDirectory()) {
      for (const name of readdirSync(path).sort()) add(join(path, name));
    } else {
      hash.update(path.slice(ROOT.length));
      hash.update(readFileSync(path));
    }
  };
  for (const path of paths) add(under(path));
  return hash.digest('hex');
}
