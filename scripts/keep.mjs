import { existsSync } from 'node:fs';
import { resolve } from 'node:path';
import { parseArgs } from 'node:util';
import { migrate, runTs } from './lib/app.mjs';
import { ensureNodePackages } from './lib/install.mjs';
import { under } from './lib/paths.mjs';
import { DATABASE, grantRights } from './lib/rights.mjs';
import { carefully, say, Trouble } from './lib/say.mjs';
import { withShop } from './lib/shop.mjs';

/**
 * npm run backup                          the shop as it is, while it is in use, into .data/backups
 * npm run restore -- FILE [--as NAME]     a backup into the shop, which must be empty; or into a database of another name
 * npm run verify [-- --as NAME]           every record replayed, every figure held against its line
 * DATABASE_URL (and DATABASE_OWNER_URL) name another MariaDB; else it is the demo's, whether it runs or not.
 */
const BACKUPS = process.env.RIDGE_BACKUP_FOLDER ?? under('.data', 'backups');
const {
  positionals: [command, file],
  values: { as: name },
} = parseArgs({ allowPositionals: true, options: { as: { type: 'string' } } });

async function ran(what, env, args = []) {
  const { code, output } = await runTs('keep.ts', env, [what, ...args]);
  if (code !== 0) throw new Trouble(output.trim(), 'nothing that was there before was changed.');
  say(output.trim());
}

const named = (url) => {
  const to = new URL(url);
  if (name) to.pathname = `/${name}`;
  return to.href;
};

/** A database of another name, made for it. */
async function makeDatabase({ rootUrl, ownerUrl }) {
  if (!/^\w{1,48}$/.test(name)) throw new Trouble(`"${name}" is no name of a database.`, 'use letters and digits.');
  const { createConnection } = await import('mysql2/promise');
  const connection = await createConnection(rootUrl ?? ownerUrl);
  await connection.query(`CREATE DATABASE IF NOT EXISTS \`${name}\` CHARACTER SET utf8mb4`);
  await connection.end();
}

const COMMANDS = {
  backup: ({ appUrl }) => ran('backup', { DATABASE_URL: named(appUrl), RIDGE_BACKUP_FOLDER: BACKUPS }),
  verify: ({ appUrl }) => ran('verify', { DATABASE_URL: named(appUrl) }),
  restore: async (shop) => {
    if (!file || !existsSync(file))
      throw new Trouble(`There is no backup ${file ?? ''}.`, `name one of the files in ${BACKUPS}.`);
    if (name) await makeDatabase(shop);
    const url = named(shop.rootUrl ?? shop.ownerUrl);
    await ran('restore', { DATABASE_URL: url }, [resolve(file)]);
    await migrate(url, BACKUPS);
    if (shop.rootUrl) await grantRights(url);
    await ran('verify', { DATABASE_URL: named(shop.appUrl) });
    const rest = name && name !== DATABASE ? `Serve it with:\n    DATABASE_URL=${named(shop.appUrl)} npm run demo` : '';
    say(`Restored. ${rest}`);
  },
};

await carefully(async () => {
  await ensureNodePackages();
  const work = COMMANDS[command];
  if (!work) throw new Trouble(`There is no "${command}".`, 'npm run backup, restore or verify.');
  await withShop(work);
});
