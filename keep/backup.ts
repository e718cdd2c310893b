import { spawn } from 'node:child_process';
import { createHash, randomUUID } from 'node:crypto';
import { createReadStream, createWriteStream, existsSync, readFileSync } from 'node:fs';
import { mkdir, open, readdir, rename, rm, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { Transform, Writable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { createGunzip, createGzip } from 'node:zlib';
import { createConnection } from 'mysql2/promise';

const DUMP = '/usr/bin/mariadb-dump';
const CLIENT = '/usr/bin/mariadb';
/** Kept of what is made every night, and of what is made by hand or before a step. */
const NIGHTS_KEPT = 14;
const MONTHS_KEPT = 12;
const OTHERS_KEPT = 10;
const NIGHTLY = 'nightly';

/** What stands beside a backup: enough to know that it is whole. */
export interface BackupNote {
  readonly file: string;
  /** ISO time. */
  readonly at: string;
  readonly bytes: number;
  /** Of the compressed file. */
  readonly sha256: string;
  /** Of what is in it: the same shop gives the same. */
  readonly contentSha256: string;
}

/** How the last backups went, for whoever answers for the shop. */
export interface BackupStatus {
  readonly lastSuccess: BackupNote | null;
  readonly lastFailure: { readonly at: string; readonly message: string } | null;
}

/** A backup that cannot be used, or could not be made, and why. */
export class BackupError extends Error {}

/** What the clients of MariaDB need of an address; the secret goes by the environment, where no list of processes shows it. */
function clientOf(url: string): {
  readonly args: string[];
  readonly env: NodeJS.ProcessEnv;
  readonly database: string;
} {
  const { hostname, port, username, password, pathname } = new URL(url);
  return {
    args: ['--no-defaults', '--protocol=tcp', `--host=${hostname}`, `--port=${port || 3306}`, `--user=${username}`],
    env: { ...process.env, MYSQL_PWD: decodeURIComponent(password) },
    database: pathname.slice(1),
  };
}

function hashing(into: { sha256: string; bytes: number }): Transform {
  const hash = createHash('sha256');
  return new Transform({
    transform(chunk: Buffer, _encoding, done) {
      hash.update(chunk);
      into.bytes += chunk.length;
      done(null, chunk);
    },
    flush(done) {
      into.sha256 = hash.digest('hex');
      done();
    },
  });
}

/** Runs a program between two streams. @throws BackupError with its last words */
async function ran(
  program: string,
  args: readonly string[],
  env: NodeJS.ProcessEnv,
  talk: (child: ReturnType<typeof spawn>) => Promise<void>,
): Promise<void> {
  const child = spawn(program, args, { env, stdio: ['pipe', 'pipe', 'pipe'] });
  let words = '';
  child.stderr!.on('data', (chunk) => {
    words = (words + chunk).slice(-2000);
  });
  const ended = new Promise<void>((resolve, reject) => {
    child.on('error', reject);
    child.on('close', (code) =>
      code === 0
        ? resolve()
        : reject(new BackupError(`${program.split('/').at(-1)}: ${words.trim() || `ended with ${code}`}`)),
    );
  });
  const [talked, over] = await Promise.allSettled([talk(child), ended]);
  // Its own last words say more than that the pipe broke.
  if (over.status === 'rejected') throw over.reason;
  if (talked.status === 'rejected') throw talked.reason;
}

/** The shop as statements, in one consistent moment and always in the same order. */
const dumped = (url: string, talk: (child: ReturnType<typeof spawn>) => Promise<void>) => {
  const { args, env, database } = clientOf(url);
  return ran(
    DUMP,
    [
      ...args,
      '--single-transaction',
      '--quick',
      '--order-by-primary',
      '--hex-blob',
      '--no-tablespaces',
      '--skip-comments',
      '--default-character-set=utf8mb4',
      database,
    ],
    env,
    talk,
  );
};

/**
 * Dumps a shop while it is in use: consistent, compressed, with its checksum beside it. It has its name only once it is whole and on disk.
 * @param name what it is called by; `nightly` ones are turned over
 * @throws BackupError when it could not be made; the ones before it stay
 */
export async function backUp(
  url: string,
  folder: string,
  { name = 'by-hand', now = new Date() }: { readonly name?: string; readonly now?: Date } = {},
): Promise<BackupNote> {
  await mkdir(folder, { recursive: true, mode: 0o700 });
  const file = `${now.toISOString().replace(/[:.]/g, '-')}-${name}.sql.gz`;
  const making = join(folder, `${file}.making`);
  const packed = { sha256: '', bytes: 0 };
  const content = { sha256: '', bytes: 0 };
  try {
    await dumped(url, (child) =>
      pipeline(
        child.stdout!,
        hashing(content),
        createGzip({ level: 6 }),
        hashing(packed),
        createWriteStream(making, { mode: 0o600 }),
      ),
    );
    const handle = await open(making, 'r+');
    await handle.sync();
    await handle.close();
    const note: BackupNote = {
      file,
      at: now.toISOString(),
      bytes: packed.bytes,
      sha256: packed.sha256,
      contentSha256: content.sha256,
    };
    await rename(making, join(folder, file));
    await writeFile(noteOf(join(folder, file)), `${JSON.stringify(note, null, 2)}\n`, { mode: 0o600 });
    await keepStatus(folder, { lastSuccess: note, lastFailure: null });
    await turnOver(folder);
    return note;
  } catch (error) {
    await rm(making, { force: true });
    const { lastSuccess } = backupStatus(folder);
    const message = error instanceof Error ? error.message : String(error);
    await keepStatus(folder, { lastSuccess, lastFailure: { at: now.toISOString(), message } });
    throw error instanceof BackupError ? error : new BackupError(message, { cause: error });
  }
}

const noteOf = (file: string) => file.replace(/\.sql\.gz$/, '.json');
const STATUS = 'status.json';

async function keepStatus(folder: string, status: BackupStatus): Promise<void> {
  const aside = join(folder, `${STATUS}.${randomUUID()}`);
  await writeFile(aside, `${JSON.stringify(status, null, 2)}\n`, { mode: 0o600 });
  await rename(aside, join(folder, STATUS));
}

/** How the last backups into that folder went; nothing where none was tried. */
export function backupStatus(folder: string): BackupStatus {
  const file = join(folder, STATUS);
  if (!existsSync(file)) return { lastSuccess: null, lastFailure: null };
  return JSON.parse(readFileSync(file, 'utf8')) as BackupStatus;
}

/** Which of these backups may go: of the nights the last two weeks and the first of each month stay, of the others the last ten. */
export function outlived(files: readonly string[]): readonly string[] {
  const newest = [...files].sort().reverse();
  const nights = newest.filter((file) => file.includes(`-${NIGHTLY}.`));
  const others = newest.filter((file) => !nights.includes(file));
  const firstOfMonth = [...new Map(nights.map((file) => [file.slice(0, 7), file])).values()].slice(0, MONTHS_KEPT);
  const kept = new Set([...nights.slice(0, NIGHTS_KEPT), ...firstOfMonth, ...others.slice(0, OTHERS_KEPT)]);
  return newest.filter((file) => !kept.has(file));
}

async function turnOver(folder: string): Promise<void> {
  const files = (await readdir(folder)).filter((file) => file.endsWith('.sql.gz'));
  for (const file of outlived(files)) {
    await rm(join(folder, file), { force: true });
    await rm(noteOf(join(folder, file)), { force: true });
  }
}

/** A backup's note, once the file was held against it. @throws BackupError where it is not whole */
export async function checkedBackup(file: string): Promise<BackupNote> {
  if (!existsSync(file)) throw new BackupError(`there is no file ${file}`);
  if (!existsSync(noteOf(file)))
    throw new BackupError(`${noteOf(file)} is missing: without it nobody can tell whether the backup is whole`);
  const note = JSON.parse(readFileSync(noteOf(file), 'utf8')) as BackupNote;
  const packed = { sha256: '', bytes: 0 };
  await pipeline(createReadStream(file), hashing(packed), nowhere());
  if (packed.sha256 !== note.sha256)
    throw new BackupError(`${file} is not what was written: ${packed.bytes} bytes of ${note.bytes}, or other ones`);
  return note;
}

const nowhere = () =>
  new Writable({
    write: (_chunk, _encoding, done) => done(),
  });

/** What a shop's dump would hash to: two shops that hold the same give the same. */
export async function contentHash(url: string): Promise<string> {
  const content = { sha256: '', bytes: 0 };
  await dumped(url, (child) => pipeline(child.stdout!, hashing(content), nowhere()));
  return content.sha256;
}

/**
 * Puts a backup into an empty database, holds what arrived against what was taken, and gives the shop a new epoch, so that no browser
 * takes it for the one it knew.
 * @param url of a user that may make tables
 * @throws BackupError where the file is not whole, the database is not empty, or what arrived is not what was taken
 */
export async function restore(url: string, file: string): Promise<BackupNote> {
  const note = await checkedBackup(file);
  const connection = await createConnection(url);
  try {
    const [tables] = await connection.query('SHOW TABLES');
    if ((tables as unknown[]).length > 0)
      throw new BackupError(`the database ${clientOf(url).database} is not empty: a backup goes into an empty one`);
    const { args, env, database } = clientOf(url);
    await ran(CLIENT, [...args, '--default-character-set=utf8mb4', database], env, (child) =>
      pipeline(createReadStream(file), createGunzip(), child.stdin!),
    );
    if ((await contentHash(url)) !== note.contentSha256)
      throw new BackupError('what arrived in the database is not what was taken: do not use it');
    await connection.query('UPDATE shops SET epoch = ?', [randomUUID()]);
    return note;
  } finally {
    await connection.end();
  }
}
