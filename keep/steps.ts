import { readFileSync } from 'node:fs';
import { join } from 'node:path';

/** The steps of the database's structure, oldest first; every program of ours runs in the project's folder. */
export const MIGRATIONS = join(process.cwd(), 'db', 'migrations');

/** How many steps this version knows. */
export const stepsKnown = (folder = MIGRATIONS): number =>
  (JSON.parse(readFileSync(join(folder, 'meta', '_journal.json'), 'utf8')) as { entries: unknown[] }).entries.length;
