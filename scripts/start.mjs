import { randomBytes } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { parseArgs } from 'node:util';
import { runTs, serve } from './lib/app.mjs';
import { ensureDebianPackages, ensureNodePackages } from './lib/install.mjs';
import { startMariadb } from './lib/mariadb.mjs';
import { under } from './lib/paths.mjs';
import { currentRelease, keepRelease, makeRelease } from './lib/releases.mjs';
import { emptyDatabase, grantRights } from './lib/rights.mjs';
import { holdOpen, since } from './lib/running.mjs';
import { say, Trouble } from './lib/say.mjs';

/**
 * npm start [-- --lan]: a shop of one's own, beside the demo. Its data, backups, keys and versions lie in one folder.
 *   --folder DIR    where (.data/shop)          --port N      where the pages answer (3950); the certificate page is one above
 *   --lan           for tablets in the network, sealed by an authority of the shop's own
 *   --name NAME     another name or address it is asked by (may be given again)
 */
const { values } = parseArgs({
  options: {
    lan: { type: 'boolean', default: false },
    folder: { type: 'string', default: process.env.RIDGE_FOLDER ?? under('.data', 'shop') },
    port: { type: 'string', default: process.env.RIDGE_PORT ?? '3950' },
    name: { type: 'string', multiple: true, default: [] },
  },
});
const folder = resolve(values.folder);
const port = Number(values.port);
const doorPort = port + 1;
const dbPort = Number(process.env.RIDGE_DB_PORT ?? port + 7);
const backups = join(folder, 'backups');

const program = async (release, script, env, args = []) => {
  const { code, output } = await runTs(script, env, args, release.dir);
  if (code !== 0) throw new Error(output.slice(-2500));
  return output.trim();
};

async function asked(url, sql) {
  const { createConnection } = await import('mysql2/promise');
  const connection = await createConnection(url);
  try {
    return (await connection.query(sql))[0];
  } finally {
    await connection.end();
  }
}

/** Tables of the shop; none where it is new. */
const isNew = async ({ rootUrl }) => (await asked(rootUrl, 'SHOW TABLES')).length === 0;

/** The code by which the owner shows that they stand at this computer; null once there is one. */
async function firstCode({ rootUrl }) {
  const owners = await asked(
    rootUrl,
    "SELECT 1 FROM people WHERE role = 'owner' AND active AND password_hash IS NOT NULL LIMIT 1",
  );
  if (owners.length > 0) return null;
  const file = join(folder, 'first-code');
  if (!existsSync(file))
    writeFileSync(
      file,
      randomBytes(5)
        .toString('hex')
        .replace(/(.{5})/, '$1-'),
      { mode: 0o600 },
    );
  return readFileSync(file, 'utf8').trim();
}

/** Key and certificate for the network; null where only this computer asks. */
async function sealed() {
  if (!values.lan) return null;
  const { certificatesIn, namesHere } = await import('./lib/authority.mjs');
  const here = namesHere();
  const isAddress = (name) => /^[\d.]+$/.test(name);
  const addresses = [...new Set([...values.name.filter(isAddress), ...here.addresses])];
  const names = [...new Set([...values.name.filter((name) => !isAddress(name)), ...here.names])];
  if (addresses.length === 0)
    throw new Trouble('This computer has no address in a network.', 'join the network, or start without --lan.');
  return { addresses, names, ...(await certificatesIn(join(folder, 'tls'), { addresses, names })) };
}

/** Serves one version on the shop's data and waits until it answers. */
async function open(release, database, tls, code) {
  return serve('.next', port, database.appUrl, {
    hint: 'npm start -- --port 3970',
    cwd: release.dir,
    host: tls ? '0.0.0.0' : '127.0.0.1',
    args: tls ? ['--tls', tls.folder, '--door', String(doorPort), '--fingerprint', tls.fingerprint] : [],
    env: {
      RIDGE_DEMO: 'false',
      RIDGE_TLS: String(tls !== null),
      RIDGE_HOSTS: [...(tls?.addresses ?? []), ...(tls?.names ?? []), ...values.name].join(','),
      RIDGE_DOOR: tls ? `http://${tls.addresses[0]}:${doorPort}/` : '',
      RIDGE_FIRST_CODE: code ?? '',
      RIDGE_BACKUP_FOLDER: backups,
      RIDGE_LOG_FOLDER: join(folder, 'log'),
    },
  });
}

/** How many steps of the structure a version knows. */
const stepsOf = ({ dir }) =>
  JSON.parse(readFileSync(join(dir, 'db', 'migrations', 'meta', '_journal.json'), 'utf8')).entries.length;

async function migrated(release, { ownerUrl, rootUrl }) {
  await program(release, 'migrate.ts', { DATABASE_OWNER_URL: ownerUrl, RIDGE_BACKUP_FOLDER: backups });
  await grantRights(rootUrl);
}

/** A new version on the old data, which is dumped first; where it cannot, data and version are as they were. */
async function openNewest(fresh, before, database, tls) {
  const dump = (await isNew(database))
    ? null
    : /: (\S+\.sql\.gz)/.exec(
        await program(before ?? fresh, 'keep.ts', { DATABASE_URL: database.ownerUrl, RIDGE_BACKUP_FOLDER: backups }, [
          'backup',
        ]),
      )[1];
  const gone =
    dump === null ? 0 : (await asked(database.rootUrl, 'SELECT COUNT(*) AS n FROM __drizzle_migrations'))[0].n;
  try {
    await migrated(fresh, database);
    const pages = await open(fresh, database, tls, await firstCode(database));
    keepRelease(folder, fresh);
    return pages;
  } catch (error) {
    if (!before) throw error;
    say(`\nThe new version does not start:\n${error.message}\n\nGoing back to the one before (${before.stamp}) ...`);
    // A step cut in the middle leaves half of it, and counts as none.
    if (dump !== null && stepsOf(fresh) !== gone) {
      await emptyDatabase(database.rootUrl);
      await program(before, 'keep.ts', { DATABASE_URL: database.ownerUrl }, ['restore', dump]);
      say(`Its data was put back from ${dump}.`);
    }
    await grantRights(database.rootUrl);
    const pages = await open(before, database, tls, await firstCode(database));
    say('The version before runs again. Nothing was lost.');
    return pages;
  }
}

/** How tablets get here, in the terminal. */
async function sayHow(tls, code) {
  const scheme = tls ? 'https' : 'http';
  const own = tls?.addresses[0] ?? '127.0.0.1';
  say(`\n    ${scheme}://${own}:${port}\n`);
  if (code) say(`First start: open that address and make the owner. The code asked for is  ${code}\n`);
  if (!tls) return say('For tablets in the network: npm start -- --lan\n');
  const { default: qrcode } = await import('qrcode');
  const door = `http://${own}:${doorPort}/`;
  say(`To bring a tablet in, its camera on this, or ${door}\n`);
  say(await qrcode.toString(door, { type: 'terminal', small: true }));
  say(`Fingerprint of the shop's authority: ${tls.fingerprint}\n`);
}

mkdirSync(folder, { recursive: true, mode: 0o711 });
await holdOpen(
  { file: join(folder, 'start.lock'), script: 'start.mjs', address: `port ${port}`, again: 'npm start' },
  async ({ add, pages }) => {
    const started = Date.now();
    await ensureNodePackages();
    await ensureDebianPackages(['mariadb-server']);
    const before = currentRelease(folder);
    const fresh = (await makeRelease(folder)) ?? before;
    if (!fresh) throw new Trouble('There is no version that could be built.', 'see the message above.');
    const tls = await sealed();
    const database = await startMariadb(folder, dbPort, () => say('The database answers again.'));
    add(database, 'The database does not stay up.');
    const isSame = before?.stamp === fresh.stamp;
    pages(
      isSame
        ? await open(fresh, database, tls, await firstCode(database))
        : await openNewest(fresh, before, database, tls),
    );
    say(`\nRidge Bolt is ready after ${since(started)}.`);
    await sayHow(tls, await firstCode(database));
    say(`Stop it with Ctrl-C. Everything of the shop is in ${folder}.`);
  },
);
