import { createHash, randomUUID } from 'node:crypto';
import { parseArgs } from 'node:util';
import fc from 'fast-check';
import { createConnection } from 'mysql2/promise';
import { openShop } from '../db/client.ts';
import { verify } from '../keep/verify.ts';
import { type Hostile, hostileRequests } from './lib/hostile.ts';
import { newJobRequest } from './lib/newJobRequest.mjs';
import { signIn } from './lib/signIn.mjs';

/**
 * Hostile requests at every door of a running shop, whose limit on how often one may ask is lifted: no answer of 5xx, no row beyond what
 * was accepted, and nothing of the inside in any answer. Prints its seed; a run with the same seed asks the same.
 * `tsx scripts/attack.ts --url http://127.0.0.1:3911 --db mysql://... --count 200000 --seconds 600 --seed 1`
 */
const { values } = parseArgs({
  options: {
    url: { type: 'string' },
    db: { type: 'string' },
    count: { type: 'string', default: '3000' },
    seconds: { type: 'string', default: '60' },
    seed: { type: 'string', default: String(Date.now() % 2 ** 31) },
  },
});
const [url, db, seed] = [values.url!, values.db!, Number(values.seed)];
const AT_ONCE = 24;
const BATCH = 240;
/** What no answer may show: stacks, paths, statements, the database's own words. */
const INSIDE =
  /\bat [\w.<>]+ \(|\.tsx?:\d+|node_modules|\bselect `|\binsert into|\bupdate `|sqlMessage|errno|mysql:\/\//i;
const ERROR_NAMES = /\bER_[A-Z]{3,}/;

/** Of who is signed in while it goes on: what gets past the door is harmless, too. */
const { cookie } = await signIn(url);

/** Jobs that may be written to; the demo's own stay as they are. */
const targets: string[] = [];
const hostile = hostileRequests(targets);

const tally = { asked: 0, accepted: 0, byStatus: new Map<number, number>(), wrong: [] as string[], cut: 0 };
/** What was accepted, as the tables must show it. */
const accepted = {
  events: 0,
  jobs: 0,
  closes: 0,
  machines: new Set<string>(),
  blankSheets: new Set<string>(),
  houses: 0,
  sheets: new Set<string>(),
};
const jobsSeen = new Set<string>();

async function ask({ method, path, headers, body }: Hostile): Promise<void> {
  // Some ask without being signed in.
  const anonymous = tally.asked % 5 === 4;
  tally.asked++;
  let response: Response;
  let text: string;
  try {
    response = await fetch(`${url}${path}`, {
      method,
      headers: { cookie: anonymous ? '' : cookie, ...headers },
      ...(body === null ? {} : { body }),
      redirect: 'manual',
      signal: AbortSignal.timeout(30_000),
    });
    text = await response.text();
  } catch (error) {
    // Not a request HTTP can carry: it was never sent. A connection closed in answer to it is an answer.
    tally.cut++;
    if (error instanceof Error && error.name === 'TimeoutError')
      tally.wrong.push(`no answer: ${method} ${path.slice(0, 120)} ${String(body).slice(0, 300)}`);
    return;
  }
  const { status } = response;
  tally.byStatus.set(status, (tally.byStatus.get(status) ?? 0) + 1);
  const shown = `${status} ${method} ${path.slice(0, 160)} ${JSON.stringify(headers)} ${String(body).slice(0, 600)}`;
  if (status >= 500) tally.wrong.push(shown);
  const isPage = (response.headers.get('content-type') ?? '').includes('text/html');
  if (!isPage && status !== 200 && (INSIDE.test(text) || ERROR_NAMES.test(text)))
    tally.wrong.push(`shows its inside: ${shown} -> ${text.slice(0, 400)}`);
  if (isPage && /\bat [\w.<>]+ \(\/|sqlMessage|mysql:\/\//.test(text))
    tally.wrong.push(`a page shows its inside: ${shown}`);
  if (method === 'POST' && status === 200) count(path, String(body), text);
}

function count(path: string, body: string, text: string): void {
  const answer = JSON.parse(text) as { id?: string; duplicate?: boolean };
  const sent = JSON.parse(body.replace(/^\ufeff/, '')) as {
    event?: { close?: unknown };
    newMachine?: { sheetId?: unknown } | null;
    machineId?: string;
    version?: number;
  };
  tally.accepted++;
  if (path.endsWith('/events')) {
    if (answer.duplicate) return;
    accepted.events++;
    if (sent.event?.close !== undefined) accepted.closes++;
  } else if (path === '/api/jobs') {
    if (jobsSeen.has(answer.id!)) return;
    jobsSeen.add(answer.id!);
    accepted.jobs++;
    if (sent.newMachine) {
      accepted.machines.add(sent.machineId!);
      if (sent.newMachine.sheetId === null) accepted.blankSheets.add(sent.machineId!);
    }
    if (targets.length < 400) targets.push(answer.id!);
  } else if (path === '/api/house') accepted.houses++;
  else if (path === '/api/engines' && sent.version === undefined) accepted.sheets.add(answer.id!);
}

const connection = await createConnection(db);
const rows = async (table: string) =>
  Number(((await connection.query(`SELECT COUNT(*) AS n FROM ${table}`))[0] as { n: number }[])[0]!.n);
const TABLES = [
  'job_events',
  'jobs',
  'machines',
  'house_rules',
  'engine_sheets',
  'job_sheets',
  'people',
  'shops',
  '__drizzle_migrations',
] as const;
const counts = async () =>
  Object.fromEntries(await Promise.all(TABLES.map(async (t) => [t, await rows(t)] as const))) as Record<
    (typeof TABLES)[number],
    number
  >;
/** Everything that stood in the record before, as one hash. */
const before = await counts();
const [first] = (await connection.query('SELECT id FROM job_events')) as unknown as [{ id: string }[]];
async function recordHash(): Promise<string> {
  const hash = createHash('sha256');
  for (const { id: event } of first) {
    const [own] = await connection.query('SELECT * FROM job_events WHERE id = ?', [event]);
    const [figures] = await connection.query('SELECT * FROM event_figures WHERE event_id = ? ORDER BY field', [event]);
    hash.update(JSON.stringify([own, figures]));
  }
  const [people] = await connection.query('SELECT * FROM people ORDER BY id');
  return hash.update(JSON.stringify(people)).digest('hex');
}
const hashBefore = await recordHash();
for (const { id: job } of (await connection.query('SELECT id FROM jobs'))[0] as { id: string }[]) jobsSeen.add(job);

/** Some jobs of its own to write to. */
for (let i = 0; i < 12; i++) {
  const own = randomUUID();
  await ask({
    method: 'POST',
    path: '/api/jobs',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(newJobRequest({ id: own })),
  });
}

const began = Date.now();
const enough = () =>
  tally.asked >= Number(values.count) || Date.now() - began > 1000 * Number(values.seconds) || tally.wrong.length > 20;
for (let batch = 0; !enough(); batch++) {
  const waiting = fc.sample(hostile, { numRuns: BATCH, seed: seed + batch });
  await Promise.all(
    Array.from({ length: AT_ONCE }, async () => {
      for (let next = waiting.pop(); next && !enough(); next = waiting.pop()) await ask(next);
    }),
  );
}

const late = await counts();
const expected: typeof before = {
  ...before,
  job_events: before.job_events + accepted.events + accepted.jobs,
  jobs: before.jobs + accepted.jobs,
  machines: before.machines + accepted.machines.size,
  house_rules: before.house_rules + accepted.houses,
  engine_sheets: before.engine_sheets + accepted.blankSheets.size + accepted.sheets.size,
  job_sheets: before.job_sheets + accepted.closes,
};
for (const table of TABLES)
  if (late[table] !== expected[table])
    tally.wrong.push(`${table}: ${late[table]} rows, ${expected[table]} by what was accepted`);
if ((await recordHash()) !== hashBefore) tally.wrong.push('the record that stood before is another');
const { shop, end } = openShop(db);
tally.wrong.push(...(await verify(shop)).wrong);
await end();
await connection.end();

const statuses = [...tally.byStatus].sort(([a], [b]) => a - b).map(([status, n]) => `${status}: ${n}`);
console.log(
  `seed ${seed}: ${tally.asked} asked in ${((Date.now() - began) / 1000).toFixed(0)} s, ${tally.accepted} accepted, ${tally.cut} cut off; ${statuses.join(', ')}`,
);
console.log(`${tally.wrong.length} wrong`);
for (const wrong of tally.wrong.slice(0, 25)) console.log(wrong);
if (tally.wrong.length > 0 || tally.asked < Math.min(500, Number(values.count))) process.exitCode = 1;
