import { join } from 'node:path';
import { loadDemo, migrate } from './app.mjs';
import { startMariadb } from './mariadb.mjs';
import { grantRights } from './rights.mjs';

/**
 * A shop of our own below `folder`, up to date and with the demo's data unless another shop's is there.
 * @param restarted see `startMariadb`
 */
export async function openShop(folder, port, restarted) {
  const database = await startMariadb(folder, port, restarted);
  try {
    return { database, loaded: await bringUpToDate(database, join(folder, 'backups')) };
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
