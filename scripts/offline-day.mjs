import { parseArgs } from 'node:util';
import { build, runTs, serve } from './lib/app.mjs';
import { CHROMIUM } from './lib/browser.mjs';
import { throwAway } from './lib/mariadb.mjs';
import { under } from './lib/paths.mjs';
import { until } from './lib/run.mjs';
import { carefully, say, Trouble } from './lib/say.mjs';
import { openShop } from './lib/shop.mjs';
import { signIn } from './lib/signIn.mjs';

/**
 * node scripts/offline-day.mjs [--readings 300] [--dist .next]
 * Three tablets, each with a job open, and the shop's computer off for a working day: their clocks go on ten hours while readings are taken. One keeps
 * what waits as it should and is reloaded in between; one has a browser that keeps nothing; one has no room left. When the computer is back,
 * every reading is there, in its order and with its own time, or stands on the screen as refused; and where a tablet cannot keep, it said so.
 */
const {
  values: { readings, dist },
} = parseArgs({
  options: { readings: { type: 'string', default: '300' }, dist: { type: 'string', default: '.next' } },
});
const folder = under('.data', 'offline-day');
const dbPort = 3929;
const port = 3923;
/** A working day: sessions live a little longer. */
const DAY_MS = 10 * 3600_000;
const KEEPS_NOTHING = 'This browser keeps nothing';

const TABLETS = [
  { name: 'keeps', job: 'job-heron-4-power', reloads: true },
  { name: 'no database of its own', job: 'job-coot-2-shut-off', warns: true },
  { name: 'no room left', job: 'job-sluice-1-one', warns: true },
];

/** A clock that can be moved, running a day behind. */
const movable = (day) => {
  const RealDate = Date;
  globalThis.shiftMs = Number(localStorage.getItem('shift') ?? -day);
  globalThis.moveClock = (ms) => {
    globalThis.shiftMs += ms;
    localStorage.setItem('shift', String(globalThis.shiftMs));
  };
  globalThis.Date = class extends RealDate {
    constructor(...given) {
      if (given.length === 0) super(RealDate.now() + globalThis.shiftMs);
      else super(...given);
    }
    static now() {
      return RealDate.now() + globalThis.shiftMs;
    }
  };
};

const lines = (page) => page.locator('[aria-label="Tape"] [data-line]');

async function take(page, text) {
  const search = page.getByRole('searchbox', { name: 'Any other check' });
  await search.fill('Battery volts at rest');
  await search.press('Enter');
  await page.locator('input[name="value"]').fill(text);
  const before = await lines(page).count();
  await page.getByRole('form', { name: 'Next check' }).getByRole('button', { name: 'Record', exact: true }).click();
  if (!(await until(async () => (await lines(page).count()) > before, 15)))
    throw new Error(`"${text}" was not taken down`);
}

/** A browser that has no room for anything more, from when it is told. */
const canBeFull = () => {
  const { put } = IDBObjectStore.prototype;
  IDBObjectStore.prototype.put = function (...given) {
    if (globalThis.isFull) throw new DOMException('no room', 'QuotaExceededError');
    return put.apply(this, given);
  };
};

const volts = (i) => (11.5 + i / 1000).toFixed(3);

await carefully(async () => {
  await build(dist);
  throwAway(folder);
  const { database } = await openShop(folder, dbPort);
  const start = () => serve(dist, port, database.appUrl);
  let pages = await start();
  const { address } = pages;
  const { cookie, storageState } = await signIn(address);
  const eventsOf = async (job) =>
    (await (await fetch(`${address}/api/jobs/${job}/events?after=0`, { headers: { cookie } })).json()).events;
  const { chromium } = await import('@playwright/test');
  const browser = await chromium.launch(CHROMIUM);
  const each = Math.floor(Number(readings) / TABLETS.length);
  const wrong = [];
  try {
    const tablets = [];
    for (const tablet of TABLETS) {
      const context = await browser.newContext({ viewport: { width: 1280, height: 800 }, storageState });
      await context.addInitScript(movable, DAY_MS);
      if (tablet.name === 'no database of its own')
        await context.addInitScript(() => Object.defineProperty(globalThis, 'indexedDB', { value: undefined }));
      if (tablet.name === 'no room left') await context.addInitScript(canBeFull);
      const page = await context.newPage();
      page.on('dialog', (dialog) => dialog.accept());
      await page.goto(`${address}/jobs/${tablet.job}`);
      await page.getByRole('form', { name: 'Next check' }).waitFor();
      await page.waitForTimeout(4000);
      tablets.push({ ...tablet, context, page, before: (await eventsOf(tablet.job)).length });
    }
    await pages.stop();
    await tablets[2].page.evaluate(() => {
      globalThis.isFull = true;
    });
    for (let i = 0; i < each; i++) {
      for (const { page } of tablets) {
        await take(page, volts(i));
        await page.evaluate((ms) => globalThis.moveClock(ms), DAY_MS / each);
      }
      if (i === Math.floor(each / 2)) {
        const { page, before } = tablets[0];
        await page.reload();
        if (!(await until(async () => (await lines(page).count()) === before + i + 1, 20)))
          wrong.push('a reload lost readings');
      }
    }
    for (const { name, page, warns } of tablets) {
      const warned = (await page.getByText(KEEPS_NOTHING).count()) > 0;
      if (warned !== Boolean(warns))
        wrong.push(`${name}: ${warned ? 'warned for nothing' : 'did not say that it keeps nothing'}`);
    }
    pages = await start();
    for (const { name, job, before, page } of tablets) {
      await until(async () => (await eventsOf(job)).length >= before + each, 90, 500);
      const fresh = (await eventsOf(job)).slice(before);
      const refused = await page.getByText('not taken down').count();
      const values = fresh.map((e) => e.event.typed?.value);
      const expected = Array.from({ length: each }, (_, i) => volts(i));
      if (JSON.stringify(values) !== JSON.stringify(expected) && refused === 0)
        wrong.push(
          `${name}: ${values.length} of ${each} are back, ${values.filter((v, i) => v !== expected[i]).length} not as they were taken`,
        );
      if (new Set(fresh.map((e) => e.id)).size !== fresh.length) wrong.push(`${name}: a reading is there twice`);
      const times = fresh.map((e) => Date.parse(e.at));
      if (times.some((t, i) => i > 0 && t < times[i - 1])) wrong.push(`${name}: times are out of order`);
      const hours = (times.at(-1) - times[0]) / 3600_000;
      if (hours < 23 * ((each - 1) / each)) wrong.push(`${name}: the day took ${hours.toFixed(1)} h`);
      say(`${name}: ${fresh.length} of ${each} back, over ${hours.toFixed(1)} h, ${refused} refused aloud`);
    }
    const { code, output } = await runTs('keep.ts', { DATABASE_URL: database.appUrl }, ['verify']);
    say(output.trim());
    if (code !== 0) wrong.push('the record does not hold');
  } finally {
    await browser.close();
    await pages.stop();
    await database.stop();
    throwAway(folder);
  }
  if (wrong.length > 0) throw new Trouble(wrong.join('\n'), 'look at features/record/client.');
});
