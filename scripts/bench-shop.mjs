import { randomUUID } from 'node:crypto';
import { build, serve } from './lib/app.mjs';
import { ensureDebianPackages, ensureNodePackages } from './lib/install.mjs';
import { fillShop } from './lib/manyJobs.mjs';
import { throwAway } from './lib/mariadb.mjs';
import { under } from './lib/paths.mjs';
import { pause } from './lib/run.mjs';
import { carefully, say } from './lib/say.mjs';
import { openShop } from './lib/shop.mjs';
import { signIn } from './lib/signIn.mjs';

/** node scripts/bench-shop.mjs [1000 20000]: floor, bench and append of a shop with so many jobs, 150 of them open; and many clients at once. */
const SIZES = process.argv.slice(2).map(Number).filter(Boolean);
const folder = under('.data', 'bench-shop');
const dbPort = 3939;
const port = 3937;
const address = `http://127.0.0.1:${port}`;
const SECONDS = 12;
const CLIENTS = 20;

const ms = (value) => `${value.toFixed(1)} ms`;
const quantile = (sorted, q) => sorted[Math.min(sorted.length - 1, Math.floor(q * sorted.length))];

/** Of who is signed in while it goes on. */
let cookie = '';

const get = async (path) => {
  const response = await fetch(`${address}${path}`, { headers: { cookie } });
  await response.arrayBuffer();
  if (response.status !== 200) throw new Error(`${path}: ${response.status}`);
};

const append = async (job) => {
  const body = {
    id: randomUUID(),
    personId: 'person-ilse',
    at: new Date().toISOString(),
    known: 1e6,
    event: {
      check: 'power.rest-volts',
      condition: 'key-off',
      value: { value: 12.5, unit: 'V' },
      typed: { value: '12.5' },
    },
  };
  const response = await fetch(`${address}/api/jobs/${job}/events`, {
    method: 'POST',
    headers: { 'content-type': 'application/json', cookie },
    body: JSON.stringify(body),
  });
  if (response.status !== 200) throw new Error(`append: ${response.status} ${await response.text()}`);
  await response.arrayBuffer();
};

/** So many clients, each asking again as soon as it was answered. */
async function underLoad(clients, seconds, work) {
  const times = [];
  const end = performance.now() + 1000 * seconds;
  const began = performance.now();
  await Promise.all(
    Array.from({ length: clients }, async (_, client) => {
      while (performance.now() < end) {
        const asked = performance.now();
        await work(client);
        times.push(performance.now() - asked);
      }
    }),
  );
  times.sort((a, b) => a - b);
  const perSecond = times.length / ((performance.now() - began) / 1000);
  return { median: quantile(times, 0.5), p95: quantile(times, 0.95), perSecond };
}

/** Many clients, each asking once in five seconds, not all in the same moment. */
async function crowd(clients, seconds) {
  const failed = [];
  const times = [];
  await Promise.all(
    Array.from({ length: clients }, async (_, client) => {
      await pause((client / clients) * 5000);
      for (let round = 0; round < seconds / 5; round++) {
        const asked = performance.now();
        try {
          await (client % 4 === 0 ? append(job(client)) : get(client % 4 === 1 ? '/' : `/jobs/${job(client)}`));
          times.push(performance.now() - asked);
        } catch (error) {
          failed.push(String(error));
        }
        await pause(Math.max(0, 5000 - (performance.now() - asked)));
      }
    }),
  );
  times.sort((a, b) => a - b);
  return { failed, asked: times.length + failed.length, p95: quantile(times, 0.95) };
}

const job = (n) => `many-${String(n % 100).padStart(7, '0')}`;

async function measured(size, database) {
  await fillShop(database.ownerUrl, size);
  let pages = await serve('.next', port, database.appUrl, { env: { RIDGE_REQUESTS: '0', RIDGE_WRITES: '0' } });
  ({ cookie } = await signIn(address));
  const began = performance.now();
  await get('/');
  const cold = performance.now() - began;
  const asked = performance.now();
  await get('/api/health');
  const health = performance.now() - asked;
  // How every machine stands is worked out meanwhile; then the start is that of any morning.
  for (
    let i = 0;
    i < 120 && (await (await fetch(address, { headers: { cookie } })).text()).includes('being worked out');
    i++
  )
    await pause(1000);
  await pages.stop();
  pages = await serve('.next', port, database.appUrl, { env: { RIDGE_REQUESTS: '0', RIDGE_WRITES: '0' } });
  const again = performance.now();
  await get('/');
  const morning = performance.now() - again;
  await underLoad(4, 3, () => get('/'));
  const floor = await underLoad(CLIENTS, SECONDS, () => get('/'));
  const bench = await underLoad(CLIENTS, SECONDS, (client) => get(`/jobs/${job(client)}`));
  const append20 = await underLoad(CLIENTS, SECONDS, (client) => append(job(client)));
  const find = (words) => underLoad(1, 4, () => get(`/api/jobs?find=${encodeURIComponent(words)}`));
  const found = [await find('teal'), await find('flywheel'), await find('xyzzy')];
  const many = await crowd(200, 30);
  await pages.stop();
  const line = (what, { median, p95, perSecond }) =>
    say(`  ${what.padEnd(28)} median ${ms(median)}   p95 ${ms(p95)}   ${perSecond.toFixed(0)} a second`);
  say(`${size} jobs, 150 open`);
  say(
    `  first floor after a start    nothing worked out ${ms(cold)} (health behind it ${ms(health)})   of a morning ${ms(morning)}`,
  );
  line(`floor, ${CLIENTS} clients`, floor);
  line(`bench, ${CLIENTS} clients`, bench);
  line(`append, ${CLIENTS} clients`, append20);
  line('find a tag', found[0]);
  line('find a repair', found[1]);
  line('find nothing', found[2]);
  say(
    `  200 clients, once in 5 s     p95 ${ms(many.p95)}   ${many.asked} asked, ${many.failed.length} failed ${many.failed[0] ?? ''}`,
  );
  return { floor: floor.p95, bench: bench.p95, append: append20.p95 };
}

await carefully(async () => {
  await ensureNodePackages();
  await ensureDebianPackages(['mariadb-server']);
  await build('.next');
  throwAway(folder);
  const { database } = await openShop(folder, dbPort);
  try {
    const all = [];
    for (const size of SIZES.length > 0 ? SIZES : [1000, 20_000]) all.push(await measured(size, database));
    const [first, last] = [all[0], all.at(-1)];
    if (all.length > 1)
      say(
        `p95, the larger over the smaller: ${Object.keys(first)
          .map((k) => `${k} ${(last[k] / first[k]).toFixed(2)}`)
          .join(', ')}`,
      );
  } finally {
    await database.stop();
    throwAway(folder);
  }
});
