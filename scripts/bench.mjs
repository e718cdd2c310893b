import { readdirSync, readFileSync } from 'node:fs';
import { build, serve } from './lib/app.mjs';
import { CHROMIUM } from './lib/browser.mjs';
import { firstLoad } from './lib/firstLoad.mjs';
import { ensureDebianPackages, ensureNodePackages } from './lib/install.mjs';
import { throwAway } from './lib/mariadb.mjs';
import { newJobRequest } from './lib/newJobRequest.mjs';
import { under } from './lib/paths.mjs';
import { run } from './lib/run.mjs';
import { carefully, say, Trouble } from './lib/say.mjs';
import { openShop } from './lib/shop.mjs';
import { signIn } from './lib/signIn.mjs';

/** npm run bench: core times, reading to ridge in Chromium, script sent for the bench page, cold and warm start. */
const folder = under('.data', 'bench');
const READINGS = 40;

const ms = (value) => `${value.toFixed(1)} ms`;
const quantile = (sorted, q) => sorted[Math.min(sorted.length - 1, Math.floor(q * sorted.length))];

async function start() {
  const began = performance.now();
  const { database } = await openShop(folder, 3937);
  await build('.next');
  const pages = await serve('.next', 3935, database.appUrl);
  return {
    seconds: (performance.now() - began) / 1000,
    pages,
    stop: async () => {
      await pages.stop();
      await database.stop();
    },
  };
}

/** One trace of a twin, ten readings of all kinds; each moves the ridge. */
const TRACE = [
  ['Battery volts at rest', { value: '12.58' }],
  ['Volts while cranking', { value: '10.6' }],
  ['Heat pair', { 'each-1': '212', 'each-2': '58', ambient: '18' }],
  ['Cut out one cylinder 2', { before: '1650', after: '1645' }],
  ['Spark tester 2', null, 'Strong'],
  ['Kill lead off this coil 2', null, 'Comes back'],
  ['Coil resistance 2', { toGround: '4.1' }],
  ['Coil air gap 2', { gapA: '0.25', gapB: '0.28' }],
  ['Oil level', null, 'Low'],
  ['Kill diode 1', { forward: '0.58', reverse: 'OL' }],
];

async function inChromium(work) {
  const { chromium } = await import('@playwright/test');
  const browser = await chromium.launch(CHROMIUM);
  try {
    const context = await browser.newContext({
      viewport: { width: 1280, height: 800 },
      serviceWorkers: 'block',
      storageState: (await signIn(address)).storageState,
    });
    const page = await context.newPage();
    page.setDefaultTimeout(15_000);
    return await work(page);
  } finally {
    await browser.close();
  }
}

/** Leaves the page where no worker runs, with what it takes to start one; the script of the bench page's worker. */
async function workerScript(page, address) {
  const started = page.waitForEvent('worker');
  await page.goto(`${address}/jobs/job-heron-4-power`);
  const script = (await started).url();
  await page.goto(`${address}/rules`);
  await page.addScriptTag({ path: under('node_modules', 'comlink', 'dist', 'umd', 'comlink.min.js') });
  return script;
}

/**
 * Every step of every case file put to the worker of the built page.
 * @param fresh a worker of its own for each case, as on a page just opened; else one for all, as in Node, timed the second time round
 */
async function casesInWorker(address, fresh) {
  const folder = under('tests', 'cases');
  const cases = readdirSync(folder).map((file) => JSON.parse(readFileSync(`${folder}/${file}`, 'utf8')).case);
  return inChromium(async (page) => {
    const script = await workerScript(page, address);
    const all = { updates: [], plans: [] };
    for (const { events, ...head } of fresh ? cases : [...cases, ...cases]) {
      const { updates, plans } = await page.evaluate(
        async ({ script, head, events, fresh }) => {
          const worker = (fresh ? null : globalThis.kept?.worker) ?? new Worker(script);
          // One wrapping for one worker: a second that is collected as garbage would tell the worker to stop answering.
          const reasoner = (fresh ? null : globalThis.kept?.reasoner) ?? globalThis.Comlink.wrap(worker);
          globalThis.kept = { worker, reasoner };
          const rest = (ms) => new Promise((resolve) => setTimeout(resolve, ms));
          const updates = [];
          const plans = [];
          await reasoner.open(head, []);
          for (const [n, event] of events.entries()) {
            // As the technician reads the page, puts the check on the plate, then reads the instrument.
            await rest(!fresh ? 20 : n === 0 ? 1500 : 150);
            if (event.check) {
              const { check, cylinder, condition, temperature } = event;
              await reasoner.prepare({ check, cylinder, condition, temperature });
              await rest(fresh ? 150 : 20);
            }
            const believed = await reasoner.add(event);
            const planned = await reasoner.plan(believed.events);
            updates.push(believed.tookMs);
            plans.push(planned.tookMs);
          }
          if (fresh) worker.terminate();
          return { updates, plans };
        },
        { script, head, events, fresh },
      );
      all.updates.push(...updates);
      all.plans.push(...plans);
    }
    const up = (times) => (fresh ? times : times.slice(times.length / 2)).sort((a, b) => a - b);
    return { updates: up(all.updates), plans: up(all.plans) };
  });
}

/** Jobs of 60 events taken up by the worker of the built page: one just started, one that has run, and the same record once more [ms]. */
async function longJobsInWorker(address) {
  const { output } = await run(process.execPath, ['--import', 'tsx', under('scripts', 'long-job.ts')]);
  const jobs = JSON.parse(output.trim().split('\n').at(-1));
  return inChromium(async (page) => {
    const script = await workerScript(page, address);
    return page.evaluate(
      async ({ script, jobs }) => {
        const times = { started: [], another: [], same: [] };
        for (let round = 0; round < 5; round++) {
          const worker = new Worker(script);
          const reasoner = globalThis.Comlink.wrap(worker);
          const asked = [
            ['started', 0],
            ['another', 1],
            ['same', 1],
            ['another', 2],
            ['same', 2],
          ];
          for (const [kind, job] of asked) {
            const { events, ...head } = jobs[job];
            const began = performance.now();
            await reasoner.open(head, events);
            times[kind].push(performance.now() - began);
            await new Promise((resolve) => setTimeout(resolve, 2500));
          }
          worker.terminate();
        }
        return times;
      },
      { script, jobs },
    );
  });
}

/** A job of its own, so that each starts from the same record. */
async function newJob(page, address) {
  const data = newJobRequest();
  const answer = await page.request.post(`${address}/api/jobs`, { data });
  if (!answer.ok()) throw new Trouble(await answer.text(), 'see the message above.');
  return `${address}/jobs/${data.id}`;
}

/** Marks the frame in which the list that follows a reading is drawn. */
const watchList = (page) =>
  page.evaluate(() => {
    const order = document.querySelector('[aria-label="Bench order"]');
    new MutationObserver(() => {
      if (order.dataset.events) requestAnimationFrame(() => performance.mark('list-drawn'));
    }).observe(order, { attributes: true, attributeFilter: ['data-events'] });
  });

/** Takes down one reading of the trace; how long its ridge and its plate took, from the key that recorded it [ms]. */
async function take(page, [check, figures, outcome], n) {
  const search = page.getByRole('searchbox', { name: 'Any other check' });
  await search.fill(check);
  await search.press('Enter');
  for (const [name, text] of Object.entries(figures ?? {})) await page.locator(`input[name="${name}"]`).fill(text);
  if (outcome) await page.getByRole('radio', { name: outcome, exact: true }).click();
  await page.getByRole('button', { name: 'Record', exact: true }).click();
  await page.waitForFunction((n) => performance.getEntriesByName('reading-to-ridge').length > n, n);
  await page.waitForFunction((n) => {
    const [first] = performance.getEntriesByName('reading-to-ridge').slice(n);
    const [list] = performance.getEntriesByName('list-drawn').slice(-1);
    return list && list.startTime > first.startTime;
  }, n);
  return page.evaluate((n) => {
    const [ridge] = performance.getEntriesByName('reading-to-ridge').slice(n);
    const list = performance.getEntriesByName('list-drawn').find((mark) => mark.startTime > ridge.startTime);
    const last = (name) => performance.getEntriesByName(name).at(-1)?.duration ?? 0;
    return {
      toRidge: ridge.duration,
      toPlate: list.startTime - ridge.startTime,
      update: last('reasoner-update'),
      plan: last('reasoner-plan'),
    };
  }, n);
}

/** Readings on a page that has stood for a while, and the first reading on pages just opened: as soon as the keys answer. */
async function readingToPlate(address) {
  const warm = [];
  const opened = [];
  await inChromium(async (page) => {
    for (let job = 0; job < READINGS / TRACE.length; job++) {
      await page.goto(await newJob(page, address));
      await page.waitForTimeout(1500);
      await watchList(page);
      for (const [n, reading] of TRACE.entries()) {
        warm.push(await take(page, reading, n));
        await page.waitForTimeout(250);
      }
    }
  });
  for (const reading of TRACE)
    await inChromium(async (page) => {
      await page.goto(await newJob(page, address));
      await watchList(page);
      opened.push(await take(page, reading, 0));
    });
  return { warm, opened };
}

/** Bytes of script the bench page asks for. */
const scriptSent = async (address) =>
  (await firstLoad(`${address}/jobs/job-heron-4-power`, (await signIn(address)).cookie)).reduce(
    (sum, { bytes }) => sum + bytes,
    0,
  );

async function core() {
  const { code, output } = await run(process.execPath, ['--import', 'tsx', under('scripts', 'bench-core.ts')]);
  if (code !== 0) throw new Trouble(output, 'see the message above.');
  const { faults, sets, hypotheses, leftOut, open, long, update, ranking, cranked, plain } = JSON.parse(
    output.trim().split('\n').at(-1),
  );
  say(
    `a twin with the whole catalogue               ${faults} faults, ${sets} sets, ${hypotheses} hypotheses with their states; left out ${leftOut.toExponential(0)} of the mass`,
  );
  say(`opening a job, tables there, Node            median ${ms(open.median)}   p95 ${ms(open.p95)}`);
  say(`opening a job of 60 events, Node             median ${ms(long.median)}   p95 ${ms(long.p95)}`);
  say(`one update by plain enumeration, Node        ${ms(plain.ms)} with ${plain.groups} groups of readings`);
  say(
    `update (event to belief and ridge), Node   median ${ms(update.median)}   p95 ${ms(update.p95)}   over ${update.n} steps`,
  );
  say(`cranking, a twin, one core                   ${cranked.toFixed(0)} times as fast as it happens`);
  say(`one-step ranking, Node                     median ${ms(ranking.median)}   p95 ${ms(ranking.p95)}`);
}

async function page(address) {
  const { warm, opened } = await readingToPlate(address);
  const line = (title, all, figure) => {
    const sorted = all.map(figure).sort((a, b) => a - b);
    say(
      `${title.padEnd(42)} median ${ms(quantile(sorted, 0.5))}   p95 ${ms(quantile(sorted, 0.95))}   over ${sorted.length} readings`,
    );
  };
  line('reading to ridge, Chromium', warm, (t) => t.toRidge);
  line('reading to plate, Chromium', warm, (t) => t.toPlate);
  line('ridge to plate, Chromium', warm, (t) => t.toPlate - t.toRidge);
  line('reading to ridge, page just opened', opened, (t) => t.toRidge);
  line('reading to plate, page just opened', opened, (t) => t.toPlate);
  line('update in the worker', warm, (t) => t.update);
  line('one-step ranking in the worker', warm, (t) => t.plan);
  say(`script sent for the bench page             ${((await scriptSent(address)) / 1000).toFixed(0)} kB gzipped`);
}

async function cases(address) {
  const { started, another, same } = await longJobsInWorker(address);
  const median = (times) =>
    ms(
      quantile(
        [...times].sort((a, b) => a - b),
        0.5,
      ),
    );
  say(
    `opening a job of 60 events in the worker      just started ${median(started)}   once it has run ${median(another)}   the same once more ${median(same)}`,
  );
  for (const fresh of [true, false]) {
    const { updates, plans } = await casesInWorker(address, fresh);
    say(
      `every step of every case, ${fresh ? 'a worker for each' : 'one worker      '}  update median ${ms(quantile(updates, 0.5))}   p95 ${ms(quantile(updates, 0.95))}   ranking median ${ms(quantile(plans, 0.5))}   p95 ${ms(quantile(plans, 0.95))}   over ${plans.length} steps`,
    );
  }
}

/** `npm run bench -- core page cases`: only these parts; all of them where none is named. */
const asked = process.argv.slice(2).filter((arg) => !arg.startsWith('-'));
const wants = (part) => asked.length === 0 || asked.includes(part);

await carefully(async () => {
  await ensureNodePackages();
  await ensureDebianPackages(['mariadb-server', 'chromium']);
  if (wants('core')) await core();
  if (!wants('page') && !wants('cases')) return;
  await build('.next');
  throwAway(folder);
  const cold = await start();
  await cold.stop();
  const warm = await start();
  try {
    say(`start, built before: new data ${cold.seconds.toFixed(1)} s, data kept ${warm.seconds.toFixed(1)} s`);
    if (wants('page')) await page(warm.pages.address);
    if (wants('cases')) await cases(warm.pages.address);
  } finally {
    await warm.stop();
    throwAway(folder);
  }
});
