import { build, loadDemo, migrate, serve } from './lib/app.mjs';
import { ensureDebianPackages, ensureNodePackages } from './lib/install.mjs';
import { throwAway } from './lib/mariadb.mjs';
import { under } from './lib/paths.mjs';
import { holdOpen, since } from './lib/running.mjs';
import { say } from './lib/say.mjs';
import { openShop } from './lib/shop.mjs';

/**
 * npm run demo [-- --fresh]: everything from a bare machine to a served demo shop. --fresh throws the demo's data away first.
 * RIDGE_PORT and RIDGE_DB_PORT choose other ports; DATABASE_URL uses a MariaDB that is already there.
 */
const fresh = process.argv.includes('--fresh');
const port = Number(process.env.RIDGE_PORT ?? 3900);
const dbPort = Number(process.env.RIDGE_DB_PORT ?? 3907);
const folder = under('.data', 'demo');
const lock = under('.data', 'demo.lock');

await holdOpen(
  { file: lock, script: 'demo.mjs', address: `http://127.0.0.1:${port}`, again: 'npm run demo' },
  async ({ add, pages }) => {
    const started = Date.now();
    await ensureNodePackages();
    let appUrl = process.env.DATABASE_URL;
    if (appUrl) {
      await migrate(process.env.DATABASE_OWNER_URL ?? appUrl, under('.data', 'backups'));
      say(await loadDemo(appUrl));
    } else {
      await ensureDebianPackages(['mariadb-server']);
      if (fresh) throwAway(folder);
      const { database, loaded } = await openShop(folder, dbPort, {
        restarted: () => say('The database answers again.'),
        backups: under('.data', 'backups'),
      });
      add(database, 'The database does not stay up.');
      say(loaded);
      appUrl = database.appUrl;
    }
    await build('.next');
    const served = await serve('.next', port, appUrl);
    pages(served);
    say(
      `\nRidge Bolt is ready after ${since(started)}:\n\n    ${served.address}\n\nStop it with Ctrl-C. Data stays in .data/demo; npm run demo -- --fresh begins anew.`,
    );
  },
);
