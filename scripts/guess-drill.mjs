import { randomBytes } from 'node:crypto';
import { parseArgs } from 'node:util';
import { build, serve } from './lib/app.mjs';
import { ensureDebianPackages, ensureNodePackages } from './lib/install.mjs';
import { throwAway } from './lib/mariadb.mjs';
import { under } from './lib/paths.mjs';
import { carefully, say, Trouble } from './lib/say.mjs';
import { openShop } from './lib/shop.mjs';
import { signIn } from './lib/signIn.mjs';

/**
 * Guesses at PINs on a tablet of the shop, at passwords, at sessions, at links and at signatures, with the limit on how often one may ask
 * lifted: none may be let in, and of PINs and passwords only a handful may be looked at at all.
 * `node scripts/guess-drill.mjs --count 100000`
 */
const { values } = parseArgs({
  options: { count: { type: 'string', default: '100000' }, dist: { type: 'string', default: '.next' } },
});
const folder = under('.data', 'guesses');
const port = 3931;
const address = `http://127.0.0.1:${port}`;
const AT_ONCE = 32;
const json = { 'content-type': 'application/json' };
const token = () => randomBytes(32).toString('base64url');
const tally = new Map();
const letIn = [];

const asked = async (kind, path, init, isIn) => {
  const response = await fetch(`${address}${path}`, { redirect: 'manual', ...init });
  const text = await response.text();
  const key = `${kind} ${response.status}`;
  tally.set(key, (tally.get(key) ?? 0) + 1);
  if (isIn(response, text)) letIn.push(`${key} ${path} ${JSON.stringify(init)}`);
};
const opened = (response) => response.status === 200;
const post = (body, cookie = '') => ({ method: 'POST', headers: { ...json, cookie }, body: JSON.stringify(body) });

/** One guess of each kind in turn; the number makes it another one each time. */
const KINDS = [
  // No PIN of the demo is among those from 5000 on.
  (n, tablet) =>
    asked('PIN', '/api/session', post({ personId: 'person-borre', pin: String(5000 + (n % 3000)) }, tablet), opened),
  (n) =>
    asked('password', '/api/session', post({ personId: 'person-ilse', password: `guess ${n} ${token()}` }), opened),
  () => asked('session', '/', { headers: { cookie: `ridge-session=${token()}` } }, opened),
  () => asked('link', `/s/${token()}`, {}, (_, text) => !text.includes('This link leads nowhere')),
  (n, _, session) =>
    asked(
      'signature',
      '/api/jobs/job-heron-4-power/events',
      post(
        {
          ...{ id: `guess-${n}`, at: new Date().toISOString(), known: 0, event: { note: 'guessed' } },
          ...{ session, signature: token() },
        },
        signedIn,
      ),
      opened,
    ),
];
let signedIn = '';

await carefully(async () => {
  await ensureNodePackages();
  await ensureDebianPackages(['mariadb-server']);
  await build(values.dist);
  throwAway(folder);
  const { database } = await openShop(folder, 3938);
  const pages = await serve(values.dist, port, database.appUrl, { env: { RIDGE_REQUESTS: '0', RIDGE_WRITES: '0' } });
  try {
    const { cookie } = await signIn(address, 'person-mirre');
    signedIn = cookie;
    const tablet = cookie.split('; ').find((pair) => pair.startsWith('ridge-tablet='));
    const { session } = await (await fetch(`${address}/api/session`, { headers: { cookie } })).json();
    const began = Date.now();
    let n = 0;
    await Promise.all(
      Array.from({ length: AT_ONCE }, async () => {
        while (n < Number(values.count)) {
          const turn = n++;
          await KINDS[turn % KINDS.length](turn, tablet, session.id);
        }
      }),
    );
    const seconds = (Date.now() - began) / 1000;
    const looked = (tally.get('PIN 401') ?? 0) + (tally.get('password 401') ?? 0);
    say(`${n} guesses in ${seconds.toFixed(0)} s; ${letIn.length} let in; ${looked} PINs and passwords looked at`);
    for (const [key, times] of [...tally].sort()) say(`   ${key}: ${times}`);
    if (letIn.length > 0) throw new Trouble(`Let in:\n${letIn.slice(0, 10).join('\n')}`, 'look at keys/.');
  } finally {
    await pages.stop();
    await database.stop();
    throwAway(folder);
  }
});
