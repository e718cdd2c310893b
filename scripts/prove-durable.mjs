import { randomUUID } from 'node:crypto';
import { isDeepStrictEqual, parseArgs } from 'node:util';
import { build, runTs, serve } from './lib/app.mjs';
import { throwAway } from './lib/mariadb.mjs';
import { newJobRequest } from './lib/newJobRequest.mjs';
import { under } from './lib/paths.mjs';
import { pause, until } from './lib/run.mjs';
import { carefully, say, Trouble } from './lib/say.mjs';
import { openShop } from './lib/shop.mjs';
import { signIn } from './lib/signIn.mjs';

/**
 * node scripts/prove-durable.mjs [--kills 6] [--seed 1] [--dist .next]
 * Writes readings from several hands at once and kills with kill -9 at random moments: the database alone, the pages alone, both. What
 * dies is started again, hands send what was cut off under the same id, as a page does. In the end every acknowledged reading is there
 * once, in the order of its hand, with the figures that were sent. A kill is not a power cut: for that the settings are looked at by which
 * the database says "written" only once it is on disk.
 */
const {
  values: { kills, seed, dist },
} = parseArgs({
  options: {
    kills: { type: 'string', default: '6' },
    seed: { type: 'string', default: '1' },
    dist: { type: 'string', default: '.next' },
  },
});
const HANDS = 4;
const WHO = ['database', 'pages', 'both'];
/** A record holds 2,000 lines; another job is begun before that. */
const LINES_OF_A_JOB = 1200;
const folder = under('.data', 'durable');
const dbPort = 3927;
const port = 3921;
const address = `http://127.0.0.1:${port}`;

/** Chance by seed: mulberry32. */
function chance(from) {
  let state = from >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = state;
    t = Math.imul(t ^ (t >>> 15), t | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 2 ** 32;
  };
}

/** Of who is signed in while it goes on. */
let cookie = '';

const post = async (path, body) => {
  const response = await fetch(`${address}${path}`, {
    method: 'POST',
    headers: { 'content-type': 'application/json', cookie },
    body: JSON.stringify(body),
    signal: AbortSignal.timeout(10_000),
  });
  return { status: response.status, answer: await response.json() };
};

const volts = (n) => {
  const value = Math.round(11_000 + ((n * 7919) % 3000)) / 1000;
  return {
    check: 'power.rest-volts',
    condition: 'key-off',
    value: { value, unit: 'V' },
    typed: { value: String(value) },
  };
};

/** What was promised: by id what was sent, job by job in the order of each hand. */
const acknowledged = new Map();
const refused = [];

/** Does it until it was answered, as a browser that keeps what it could not send. */
async function persistently(work) {
  for (;;) {
    try {
      return await work();
    } catch {
      await pause(30);
    }
  }
}

async function newJob() {
  const body = newJobRequest();
  return persistently(async () => {
    const { status, answer } = await post('/api/jobs', body);
    if (status !== 200) throw new Error(`${status} ${JSON.stringify(answer)}`);
    return body.id;
  });
}

async function hand(h, going, jobNow) {
  for (let n = 0; going(); n++) {
    const job = await jobNow();
    const body = {
      id: randomUUID(),
      personId: 'person-ilse',
      at: new Date().toISOString(),
      known: 1e6,
      event: volts(h * 1e5 + n),
    };
    await persistently(async () => {
      const { status, answer } = await post(`/api/jobs/${job}/events`, body);
      if (status >= 500) throw new Error('again');
      if (status === 200) acknowledged.set(body.id, { job, hand: h, n, body });
      else refused.push(`${status} ${JSON.stringify(answer)}`);
    });
  }
}

/** What in the database's settings stands between "written" and the disk. */
async function settings(rootUrl) {
  const { createConnection } = await import('mysql2/promise');
  const connection = await createConnection(rootUrl);
  const [[set]] = await connection.query(
    'SELECT @@innodb_flush_log_at_trx_commit AS flushed, @@innodb_doublewrite AS doubled, @@innodb_flush_method AS method',
  );
  await connection.end();
  if (set.flushed !== 1 || set.doubled !== 1 || set.method !== 'O_DIRECT')
    throw new Trouble(`A power cut would lose readings: ${JSON.stringify(set)}.`, 'look at scripts/lib/mariadb.mjs.');
}

/** Holds what is in the shop against what was promised. @returns what is wrong, in words */
async function compare() {
  const wrong = [...refused];
  let found = 0;
  for (const job of new Set([...acknowledged.values()].map((a) => a.job))) {
    const { events } = await (await fetch(`${address}/api/jobs/${job}/events?after=0`, { headers: { cookie } })).json();
    found += events.length;
    if (events.some((e, i) => e.seq !== i + 1)) wrong.push(`${job} is numbered with gaps`);
    if (new Set(events.map((e) => e.id)).size !== events.length) wrong.push(`${job} has a reading twice`);
    const last = new Map();
    for (const { id, event, at, personId } of events) {
      const sent = acknowledged.get(id);
      // Whoever was cut off for good never got an answer; a hand here sends until it has one.
      if (!sent) wrong.push(`${id} was never acknowledged`);
      else if (!isDeepStrictEqual([event, at, personId], [sent.body.event, sent.body.at, sent.body.personId]))
        wrong.push(`${id} is another reading than was sent`);
      else if ((last.get(sent.hand) ?? -1) >= sent.n) wrong.push(`${id} is out of its order`);
      if (sent) last.set(sent.hand, sent.n);
    }
    const there = new Set(events.map((e) => e.id));
    for (const [id, sent] of acknowledged) if (sent.job === job && !there.has(id)) wrong.push(`${id} is lost`);
  }
  return { wrong, found };
}

await carefully(async () => {
  await build(dist);
  throwAway(folder);
  const random = chance(Number(seed));
  let restarts = 0;
  const { database } = await openShop(folder, dbPort, {
    restarted: () => restarts++,
    mostRestarts: Number.POSITIVE_INFINITY,
  });
  await settings(database.rootUrl);
  const start = () => serve(dist, port, database.appUrl, { env: { RIDGE_REQUESTS: '0', RIDGE_WRITES: '0' } });
  let pages = await start();
  ({ cookie } = await signIn(address));
  let isGoing = true;
  let job = newJob();
  let lines = 0;
  const jobNow = () => {
    if (++lines % LINES_OF_A_JOB === 0) job = newJob();
    return job;
  };
  const hands = Array.from({ length: HANDS }, (_, h) => hand(h, () => isGoing, jobNow));
  const killed = { database: 0, pages: 0, both: 0 };
  for (let kill = 0; kill < Number(kills); kill++) {
    const before = acknowledged.size;
    if (!(await until(async () => acknowledged.size >= before + 8, 60)))
      throw new Trouble('Nothing is written any more.', 'look at the log of the pages and of the database.');
    await pause(random() * 400);
    const who = WHO[kill % WHO.length];
    killed[who]++;
    const startsBefore = restarts;
    if (who !== 'pages') process.kill(database.pid, 'SIGKILL');
    if (who !== 'database') process.kill(pages.pid, 'SIGKILL');
    if (who !== 'pages' && !(await until(async () => restarts > startsBefore, 60)))
      throw new Trouble('The database was not started again.', 'look at scripts/lib/mariadb.mjs.');
    if (who !== 'database') {
      await pages.died;
      pages = await start();
    }
  }
  isGoing = false;
  await Promise.all(hands);
  const { wrong, found } = await compare();
  const { code, output } = await runTs('keep.ts', { DATABASE_URL: database.appUrl }, ['verify']);
  if (code !== 0) wrong.push(output);
  await pages.stop();
  await database.stop();
  throwAway(folder);
  say(
    `seed ${seed}: ${kills} kills (database ${killed.database}, pages ${killed.pages}, both ${killed.both}), ${acknowledged.size} acknowledged, ${found} found, ${wrong.length} wrong`,
  );
  say(output.trim());
  if (wrong.length > 0 || found !== acknowledged.size)
    throw new Trouble(
      `The record did not hold:\n${wrong.slice(0, 20).join('\n')}`,
      'look at db/jobs.ts and the database settings.',
    );
});
