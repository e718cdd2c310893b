import { rmSync } from 'node:fs';
import { build, loadDemo, migrate, serve } from './lib/app.mjs';
import { grantUpdates, startMariadb } from './lib/mariadb.mjs';
import { under } from './lib/paths.mjs';
import { pause, until } from './lib/run.mjs';
import { carefully, say, Trouble } from './lib/say.mjs';

/**
 * Writes readings from several hands at once, kills server and database with kill -9 in the middle, starts both again and
 * counts: every acknowledged reading is there, and no reading is there twice. Several rounds.
 */
const ROUNDS = 3;
const HANDS = 4;
const dist = process.argv.includes('--dist') ? process.argv[process.argv.indexOf('--dist') + 1] : '.next';
const folder = under('.data', 'durable');
const dbPort = 3927;
const port = 3921;
const JOB = 'job-teal-new';

async function send(address, id, n) {
  const event = {
    check: 'power.rest-volts',
    condition: 'key-off',
    value: { value: 12 + (n % 60) / 100, unit: 'V' },
    typed: { value: String(12 + (n % 60) / 100) },
  };
  const response = await fetch(`${address}/api/jobs/${JOB}/events`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ id, personId: 'person-ilse', at: new Date().toISOString(), known: 0, event }),
    signal: AbortSignal.timeout(5000),
  });
  return response.status === 200;
}

await carefully(async () => {
  await build(dist);
  rmSync(folder, { recursive: true, force: true });
  const acknowledged = new Set();
  const sent = new Set();
  let database = await startMariadb(folder, dbPort);
  await migrate(database.ownerUrl);
  await grantUpdates(database.rootUrl);
  await loadDemo(database.appUrl);
  let pages = await serve(dist, port, database.appUrl);
  for (let round = 1; round <= ROUNDS; round++) {
    let going = true;
    const before = acknowledged.size;
    const hand = async (h) => {
      for (let n = 0; going; n++) {
        const id = `durable-${round}-${h}-${n}`;
        sent.add(id);
        try {
          if (await send(pages.address, id, n)) acknowledged.add(id);
        } catch {
          // Cut off: whether it was written is not known, and so nothing was promised.
        }
      }
    };
    const hands = Array.from({ length: HANDS }, (_, h) => hand(h));
    await until(async () => acknowledged.size >= before + 25, 30);
    await pause(Math.round(40 + 60 * round));
    process.kill(database.pid, 'SIGKILL');
    process.kill(pages.pid, 'SIGKILL');
    going = false;
    await Promise.all(hands);
    await pause(300);
    database = await startMariadb(folder, dbPort);
    pages = await serve(dist, port, database.appUrl);
    // What was cut off is sent again under its own id, as the page would.
    for (const id of sent) if (!acknowledged.has(id) && (await send(pages.address, id, 0))) acknowledged.add(id);
  }
  const { events } = await (await fetch(`${pages.address}/api/jobs/${JOB}/events?after=0`)).json();
  await pages.stop();
  await database.stop();
  rmSync(folder, { recursive: true, force: true });
  const found = events.map((e) => e.id);
  const lost = [...acknowledged].filter((id) => !found.includes(id));
  const doubled = found.length - new Set(found).size;
  const gaps = events.some((e, i) => e.seq !== i + 1);
  say(
    `${ROUNDS} rounds, ${acknowledged.size} acknowledged, ${events.length} found, ${lost.length} lost, ${doubled} doubled, numbered ${gaps ? 'with gaps' : 'without gaps'}`,
  );
  if (lost.length > 0 || doubled > 0 || gaps || acknowledged.size < 25 * ROUNDS)
    throw new Trouble('The record did not hold.', 'look at db/jobs.ts and the database settings.');
});
