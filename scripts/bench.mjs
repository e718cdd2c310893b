import { readdirSync, readFileSync, rmSync } from 'node:fs';
import { gzipSync } from 'node:zlib';
import { build, loadDemo, migrate, serve } from './lib/app.mjs';
import { ensureDebianPackages, ensureNodePackages } from './lib/install.mjs';
import { grantUpdates, startMariadb } from './lib/mariadb.mjs';
import { under } from './lib/paths.mjs';
import { run } from './lib/run.mjs';
import { carefully, say, Trouble } from './lib/say.mjs';

/** npm run bench: core times, reading to ridge in Chromium, script sent for the bench page, cold and warm start. */
const folder = under('.data', 'bench');
const READINGS = 40;

const ms = (value) => `${value.toFixed(1)} ms`;
const quantile = (sorted, q) => sorted[Math.min(sorted.length - 1, Math.floor(q * sorted.length))];

async function start() {
  const began = performance.now();
  const database = await startMariadb(folder, 3937);
  await migrate(database.ownerUrl);
  await grantUpdates(database.rootUrl);
  await loadDemo(database.appUrl);
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
  const browser = await chromium.launch({
    executablePath: '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
  });
  try {
    const context = await browser.newContext({ viewport: { width: 1280, height: 800 }, serviceWorkers: 'block' });
    const page = await context.newPage();
    page.setDefaultTimeout(15_000);
    return await work(page);
  } finally {
    await browser.close();
  }
}

/**
 * Every step of every case file put to the worker of the built page.
 * @param fresh a worker of its own for each case, as on a page just opened; else one for all, as in Node, timed the second time round
 */
async function casesInWorker(address, fresh) {
  const folder = under('tests', 'cases');
  const cases = readdirSync(folder).map((file) => JSON.parse(readFileSync(`${folder}/${file}`, 'utf8')).case);
  return inChromium(async (page) => {
    const started = page.waitForEvent('worker');
    await page.goto(`${address}/jobs/job-heron-4-power`);
    const script = (await started).url();
    await page.goto(`${address}/rules`);
    const all = { updates: [], plans: [] };
    for (const { events, ...head } of fresh ? cases : [...cases, ...cases]) {
      const { updates, plans } = await page.evaluate(
        async ({ script, head, events, fresh }) => {
          const worker = (fresh ? null : globalThis.kept) ?? new Worker(script);
          globalThis.kept = worker;
          let heard = () => {};
          worker.onmessage = ({ data }) => heard(data);
          const ask = (message) =>
            new Promise((resolve, reject) => {
              let tookUpdate = 0;
              worker.onerror = (event) => reject(new Error(event.message));
              heard = (data) => {
                if (data.kind === 'failed') reject(new Error(data.message));
                if (data.ticket !== message.ticket) return;
                if (data.kind === 'believed') tookUpdate = data.tookMs;
                if (data.kind === 'planned') resolve([tookUpdate, data.tookMs]);
              };
              worker.postMessage(message);
            });
          const rest = (ms) => new Promise((resolve) => setTimeout(resolve, ms));
          const updates = [];
          const plans = [];
          await ask({ kind: 'open', ticket: 0, head, events: [] });
          for (const [n, event] of events.entries()) {
            // As the technician reads the page, puts the check on the plate, then reads the instrument.
            await rest(!fresh ? 20 : n === 0 ? 1500 : 150);
            if (event.check) {
              const { check, cylinder, condition, temperature } = event;
              worker.postMessage({ kind: 'prepare', ticket: n, check: { check, cylinder, condition, temperature } });
              await rest(fresh ? 150 : 20);
            }
            const [update, plan] = await ask({ kind: 'add', ticket: n + 1, event });
            updates.push(update);
            plans.push(plan);
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

/** From the key that records a reading to the frame after its ridge is drawn, and from there to the frame with its list. */
async function readingToRidge(address) {
  const toRidge = [];
  const toList = [];
  const updates = [];
  const plans = [];
  await inChromium(async (page) => {
    for (let job = 0; job < READINGS / TRACE.length; job++) {
      const id = `bench-job-${Date.now()}-${job}`;
      const answer = await page.request.post(`${address}/api/jobs`, {
        data: {
          id,
          complaintId: `${id}-c`,
          personId: 'person-ilse',
          machineId: 'machine-heron-4',
          newMachine: null,
          complaint: ['low-power'],
          said: '',
          hours: null,
          storedMonths: null,
          flags: [],
          promisedOn: null,
        },
      });
      if (!answer.ok()) throw new Trouble(await answer.text(), 'see the message above.');
      await page.goto(`${address}/jobs/${id}`);
      await page.waitForTimeout(1500);
      await page.evaluate(() => {
        const order = document.querySelector('[aria-label="Bench order"]');
        new MutationObserver(() => {
          if (order.dataset.events) requestAnimationFrame(() => performance.mark('list-drawn'));
        }).observe(order, { attributes: true, attributeFilter: ['data-events'] });
      });
      for (const [n, [check, figures, outcome]] of TRACE.entries()) {
        const search = page.getByRole('searchbox', { name: 'Any other check' });
        await search.fill(check);
        await search.press('Enter');
        for (const [name, text] of Object.entries(figures ?? {}))
          await page.locator(`input[name="${name}"]`).fill(text);
        if (outcome) await page.getByRole('radio', { name: outcome, exact: true }).click();
        await page.getByRole('button', { name: 'Record', exact: true }).click();
        await page.waitForFunction((n) => performance.getEntriesByName('reading-to-ridge').length > n, n);
        await page.waitForFunction(() => {
          const [ridge] = performance.getEntriesByName('reading-to-ridge').slice(-1);
          const [list] = performance.getEntriesByName('list-drawn').slice(-1);
          return list && list.startTime > ridge.startTime;
        });
        await page.waitForTimeout(250);
        const [updating, planning] = await page.evaluate(() =>
          ['reasoner-update', 'reasoner-plan'].map((name) => performance.getEntriesByName(name).at(-1)?.duration ?? 0),
        );
        updates.push(updating);
        plans.push(planning);
        const [ridge, list] = await page.evaluate(() => {
          const [measured] = performance.getEntriesByName('reading-to-ridge').slice(-1);
          const [listed] = performance.getEntriesByName('list-drawn').slice(-1);
          return [measured.duration, listed.startTime - measured.startTime - measured.duration];
        });
        toRidge.push(ridge);
        toList.push(list);
      }
    }
  });
  const up = (times) => times.sort((a, b) => a - b);
  return { toRidge: up(toRidge), toList: up(toList), updates: up(updates), plans: up(plans) };
}

/** Bytes of script the bench page asks for, gzipped as they travel; the reckoning worker's apart, it loads beside the page. */
async function scriptSent(address) {
  const html = await (await fetch(`${address}/jobs/job-heron-4-power`)).text();
  // What stands for browsers without modules is not asked for by any this runs in.
  const wanted = html.replace(/<script[^>]*nomodule[^>]*>/gi, '');
  const chunks = new Set(wanted.match(/\/_next\/static\/chunks\/[\w.~-]+\.js/g));
  let bytes = 0;
  for (const chunk of chunks) bytes += gzipSync(Buffer.from(await (await fetch(address + chunk)).arrayBuffer())).length;
  return bytes;
}

await carefully(async () => {
  await ensureNodePackages();
  await ensureDebianPackages(['mariadb-server', 'chromium']);
  const { code, output } = await run(process.execPath, ['--import', 'tsx', under('scripts', 'bench-core.ts')]);
  if (code !== 0) throw new Trouble(output, 'see the message above.');
  const { faults, sets, hypotheses, open, update, ranking, cranked, plain } = JSON.parse(
    output.trim().split('\n').at(-1),
  );
  say(
    `a twin with the whole catalogue               ${faults} faults, ${sets} sets, ${hypotheses} hypotheses with their states`,
  );
  say(`opening a job, tables there, Node            median ${ms(open.median)}   p95 ${ms(open.p95)}`);
  say(`one update by plain enumeration, Node        ${ms(plain.ms)} with ${plain.groups} groups of readings`);
  say(
    `update (event to belief and ridge), Node   median ${ms(update.median)}   p95 ${ms(update.p95)}   over ${update.n} steps`,
  );
  say(`cranking, a twin, one core                   ${cranked.toFixed(0)} times as fast as it happens`);
  say(`one-step ranking, Node                     median ${ms(ranking.median)}   p95 ${ms(ranking.p95)}`);
  await build('.next');
  rmSync(folder, { recursive: true, force: true });
  const cold = await start();
  await cold.stop();
  const warm = await start();
  try {
    say(`start, built before: new data ${cold.seconds.toFixed(1)} s, data kept ${warm.seconds.toFixed(1)} s`);
    const { toRidge, toList, updates, plans } = await readingToRidge(warm.pages.address);
    say(
      `reading to ridge, Chromium                 median ${ms(quantile(toRidge, 0.5))}   p95 ${ms(quantile(toRidge, 0.95))}   over ${toRidge.length} readings`,
    );
    say(
      `ridge to bench order, Chromium             median ${ms(quantile(toList, 0.5))}   p95 ${ms(quantile(toList, 0.95))}`,
    );
    say(
      `update in the worker                       median ${ms(quantile(updates, 0.5))}   p95 ${ms(quantile(updates, 0.95))}`,
    );
    say(
      `one-step ranking in the worker             median ${ms(quantile(plans, 0.5))}   p95 ${ms(quantile(plans, 0.95))}`,
    );
    for (const fresh of [true, false]) {
      const cases = await casesInWorker(warm.pages.address, fresh);
      say(
        `every step of every case, ${fresh ? 'a worker for each' : 'one worker      '}  update median ${ms(quantile(cases.updates, 0.5))}   p95 ${ms(quantile(cases.updates, 0.95))}   ranking median ${ms(quantile(cases.plans, 0.5))}   p95 ${ms(quantile(cases.plans, 0.95))}   over ${cases.plans.length} steps`,
      );
    }
    say(
      `script sent for the bench page             ${((await scriptSent(warm.pages.address)) / 1000).toFixed(0)} kB gzipped`,
    );
  } finally {
    await warm.stop();
    rmSync(folder, { recursive: true, force: true });
  }
});
