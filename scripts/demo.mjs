import { build, loadDemo, migrate, serve } from './lib/app.mjs';
import { ensureDebianPackages, ensureNodePackages } from './lib/install.mjs';
import { takeLock } from './lib/lock.mjs';
import { throwAway } from './lib/mariadb.mjs';
import { under } from './lib/paths.mjs';
import { carefully, say } from './lib/say.mjs';
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

await carefully(async () => {
  const started = Date.now();
  const held = await takeLock(lock, 'demo.mjs', `http://127.0.0.1:${port}`);
  const toStop = [];
  let stopping = false;
  const shutDown = async (code) => {
    if (stopping) return;
    stopping = true;
    for (const part of toStop.reverse()) await part.stop();
    held.leave();
    process.exit(code);
  };
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) {
    process.on(signal, () => {
      say('\nStopping ...');
      void shutDown(0);
    });
  }
  try {
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
      toStop.push(database);
      say(loaded);
      void database.died.then((words) => {
        if (stopping) return;
        process.stderr.write(
          `\nThe database does not stay up.\n${words}\n  What to do: start again with npm run demo; every reading that was acknowledged is on disk.\n`,
        );
        void shutDown(1);
      });
      appUrl = database.appUrl;
    }
    await build('.next');
    const pages = await serve('.next', port, appUrl);
    toStop.push(pages);
    held.write(pages.pid);
    void pages.died.then((words) => {
      if (stopping) return;
      process.stderr.write(
        `\nThe pages stopped by themselves.\n${words}\n  What to do: start again with npm run demo.\n`,
      );
      void shutDown(1);
    });
    say(
      `\nRidge Bolt is ready after ${((Date.now() - started) / 1000).toFixed(1)} s:\n\n    ${pages.address}\n\nStop it with Ctrl-C. Data stays in .data/demo; npm run demo -- --fresh begins anew.`,
    );
  } catch (error) {
    stopping = true;
    for (const part of toStop.reverse()) await part.stop();
    held.leave();
    throw error;
  }
});
