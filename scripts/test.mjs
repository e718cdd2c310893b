import { mkdirSync, readFileSync, rmSync } from 'node:fs';
import { build, serve } from './lib/app.mjs';
import { ensureDebianPackages, ensureNodePackages } from './lib/install.mjs';
import { startMariadb, throwAway } from './lib/mariadb.mjs';
import { under } from './lib/paths.mjs';
import { emptyDatabase } from './lib/rights.mjs';
import { run } from './lib/run.mjs';
import { carefully, say } from './lib/say.mjs';
import { bringUpToDate } from './lib/shop.mjs';

/**
 * npm test: the set-up, then types, lint, rings, unit tests, build and browser tests, on a database, build and ports of
 * their own. Ends with one line that counts; each of types, lint, rings and build counts as one.
 */
const DIST = '.next-test';
const folder = under('.data', 'test');
const results = under('test-results');
const tally = { passed: 0, failed: 0 };

function count(name, { passed, failed }, output) {
  tally.passed += passed;
  tally.failed += failed;
  say(
    `${failed === 0 ? 'ok    ' : 'FAILED'} ${name}${passed + failed > 1 ? ` (${passed} passed, ${failed} failed)` : ''}`,
  );
  if (failed > 0) say(output.slice(-12_000));
}

async function one(name, command, args, env) {
  const { code, output } = await run(command, args, { env });
  count(name, code === 0 ? { passed: 1, failed: 0 } : { passed: 0, failed: 1 }, output);
}

const bin = (name) => under('node_modules', '.bin', name);

/** Titles of the browser tests that failed once and then passed. */
const secondTry = (suites) =>
  suites.flatMap(({ specs = [], suites: inner = [] }) => [
    ...specs.filter(({ tests }) => tests.some(({ status }) => status === 'flaky')).map(({ title }) => title),
    ...secondTry(inner),
  ]);

/** A report that is missing or empty is a failure, never a pass. */
function fromReport(file, read, code) {
  try {
    const { passed, failed } = read(JSON.parse(readFileSync(file, 'utf8')));
    return { passed, failed: failed + (failed === 0 && (code !== 0 || passed === 0) ? 1 : 0) };
  } catch {
    return { passed: 0, failed: 1 };
  }
}

/** Files that failed without a test in them failing: they did not load. */
const notRun = (files) =>
  files.filter(
    ({ status, assertionResults }) => status === 'failed' && !assertionResults.some((each) => each.status === 'failed'),
  ).length;

async function unitTests(database) {
  const unitReport = under('test-results', 'unit.json');
  const unit = await run(
    bin('vitest'),
    ['run', '--reporter=json', `--outputFile=${unitReport}`, '--reporter=default'],
    { env: { RIDGE_TEST_URL: database.appUrl, RIDGE_TEST_ROOT_URL: database.rootUrl } },
  );
  count(
    'unit and database tests',
    fromReport(
      unitReport,
      (r) => ({ passed: r.numPassedTests, failed: r.numFailedTests + notRun(r.testResults) }),
      unit.code,
    ),
    unit.output,
  );
}

/** Whether the pages could be built. */
async function built() {
  try {
    await build(DIST);
    count('build', { passed: 1, failed: 0 }, '');
    return true;
  } catch (error) {
    count('build', { passed: 0, failed: 1 }, error.message);
    return false;
  }
}

/** One half of the browser tests, on pages and a database of its own. */
async function browserHalf(half, database, port) {
  const pages = await serve(DIST, port, database.appUrl, { hint: 'RIDGE_TEST_PORT=3931 npm test' });
  try {
    const folder = under('test-results', `half-${half}`);
    mkdirSync(folder, { recursive: true });
    const browserReport = under('test-results', `browser-${half}.json`);
    const browser = await run(bin('playwright'), ['test', '--shard', `${half}/2`], {
      env: {
        RIDGE_BASE_URL: pages.address,
        RIDGE_BROWSER_FOLDER: folder,
        RIDGE_PLAYWRIGHT_JSON: browserReport,
        RIDGE_DIST: DIST,
        DATABASE_URL: database.appUrl,
      },
    });
    const read = (r) => {
      for (const title of secondTry(r.suites)) say(`       passed at the second try: ${title}`);
      return { passed: r.stats.expected + r.stats.flaky, failed: r.stats.unexpected + r.errors.length };
    };
    return { ...fromReport(browserReport, read, browser.code), output: browser.output };
  } finally {
    await pages.stop();
  }
}

/** The browser tests in two halves beside each other: a page mostly waits. They change the shop they visit, so each half has its own. */
async function browserTests(database) {
  const folder = under('.data', 'test-beside');
  throwAway(folder);
  const port = Number(process.env.RIDGE_TEST_PORT ?? 3911);
  const beside = await startMariadb(folder, database.port + 2);
  try {
    await bringUpToDate(beside, under('.data', 'test-beside', 'backups'));
    const halves = await Promise.all([browserHalf(1, database, port), browserHalf(2, beside, port + 2)]);
    const sum = (of) => halves.reduce((all, half) => all + half[of], 0);
    const failing = halves.filter(({ failed }) => failed > 0);
    count(
      'browser tests',
      { passed: sum('passed'), failed: sum('failed') },
      failing.map((h) => h.output.slice(-12_000 / failing.length)).join('\n'),
    );
  } finally {
    await beside.stop();
  }
}

/** A short run of hostile requests, as often as they come. */
async function attacked(database) {
  const pages = await serve(DIST, Number(process.env.RIDGE_TEST_PORT ?? 3911), database.appUrl, {
    env: { RIDGE_REQUESTS: '0', RIDGE_WRITES: '0' },
  });
  try {
    await one('hostile requests change nothing, and see nothing of the inside', process.execPath, [
      '--import',
      'tsx',
      under('scripts', 'attack.ts'),
      ...['--url', pages.address, '--db', database.appUrl, '--count', '3000', '--seconds', '90', '--seed', '15'],
    ]);
  } finally {
    await pages.stop();
  }
}

/** The shop on the network, from a second machine, where this one may make one: `ip netns` wants root and a kernel that lets it. */
async function onTheNetwork() {
  const probe =
    'ip netns add ridge-probe && ip link add ridge-p1 type veth peer name ridge-p2 netns ridge-probe && ip netns exec ridge-probe true; code=$?; ip link del ridge-p1; ip netns del ridge-probe; exit $code';
  const may = process.getuid?.() === 0 && (await run('/usr/bin/bash', ['-c', probe])).code === 0;
  if (!may) return say('       no network of its own can be made here: scripts/lan-drill.sh was left out');
  await one('signed in, recorded, cut off, loaded again and back, from a second machine', '/usr/bin/bash', [
    under('scripts', 'lan-drill.sh'),
  ]);
}

await carefully(async () => {
  await ensureNodePackages();
  await ensureDebianPackages(['mariadb-server', 'chromium', 'git', 'ngspice', 'iproute2', 'libnss3-tools']);
  rmSync(results, { recursive: true, force: true });
  mkdirSync(results, { recursive: true });
  await one('types', bin('tsc'), ['-p', 'tsconfig.check.json']);
  await one('lint and format', bin('biome'), ['check', '--error-on-warnings', '.']);
  await one('rings', process.execPath, [under('scripts', 'check-rings.mjs')]);
  await one('sizes', process.execPath, [under('scripts', 'check-sizes.mjs')]);
  await one('the pages on adding a check and a fault', process.execPath, [under('scripts', 'follow-the-walks.mjs')]);
  throwAway(folder);
  const database = await startMariadb(folder, Number(process.env.RIDGE_TEST_DB_PORT ?? 3917));
  try {
    const demoShop = () => bringUpToDate(database, under('.data', 'test', 'backups'));
    await demoShop();
    await unitTests(database);
    if (await built()) {
      await emptyDatabase(database.rootUrl);
      await demoShop();
      await browserTests(database);
      await one('no acknowledged reading is lost by kill -9', process.execPath, [
        under('scripts', 'prove-durable.mjs'),
        '--dist',
        DIST,
      ]);
      await attacked(database);
      await onTheNetwork();
    }
  } finally {
    await database.stop();
  }
  say(`\n${tally.passed} passed, ${tally.failed} failed`);
  if (tally.failed > 0) process.exitCode = 1;
});
