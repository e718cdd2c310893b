import { join } from 'node:path';
import { loadDemo, migrate } from './app.mjs';
import { ensureDebianPackages } from './install.mjs';
import { addressesOf, startMariadb } from './mariadb.mjs';
import { under } from './paths.mjs';
import { grantRights } from './rights.mjs';
import { portTaken } from './run.mjs';

/**
 * A shop of our own below `folder`, up to date and with the demo's data unless another shop's is there.
 * @param restarted see `startMariadb`
 */
export async function openShop(folder, port, { restarted, mostRestarts, backups = join(folder, 'backups') } = {}) {
  const database = await startMariadb(folder, port, restarted, mostRestarts);
  try {
    return { database, loaded: await bringUpToDate(database, backups) };
  } catch (error) {
    await database.stop();
    throw error;
  }
}

/** Migrates, gives the application its rights and loads the demo. @returns what the loader said */
export async function bringUpToDate({ ownerUrl, rootUrl, appUrl }, backups) {
  await migrate(ownerUrl, backups);
  await grantRights(rootUrl);
  return loadDemo(appUrl);
}

/**
 * The shop somebody means: that of DATABASE_URL, or our own one below `.data/demo`, which is started for the time where it does not run.
 * @param work is given the addresses, `rootUrl` only of our own
 */
export async function withShop(work) {
  const { DATABASE_URL: appUrl, DATABASE_OWNER_URL: ownerUrl = appUrl } = process.env;
  if (appUrl) return work({ appUrl, ownerUrl, rootUrl: null });
  const port = Number(process.env.RIDGE_DB_PORT ?? 3907);
  const folder = under('.data', 'demo');
  if (await portTaken(port)) return work(addressesOf(folder, port));
  await ensureDebianPackages(['mariadb-server']);
  const database = await startMariadb(folder, port);
  try {
    return await work(database);
  } finally {
    await database.stop();
  }
}
