import { DEFAULT_HOUSE, type RawCase, readCase, readEvent } from '../core/index.ts';
import { openShop } from '../db/client.ts';
import { appendEvent, jobOf, openJob } from '../db/jobs.ts';
import { addMachine, addSheet, allSheets } from '../db/machines.ts';
import { complaintEvent, newEvent } from '../db/newEvent.ts';
import { addPerson, changePerson, everyStaffMember } from '../db/people.ts';
import { DEMO_PASSWORD, PRINTED_PINS } from '../demo/pins.mjs';
import { type DemoJob, JOBS, MACHINES, PEOPLE, SHEETS } from '../demo/shop.ts';
import { hashOfSecret } from '../keys/secrets.ts';

/** Loads the demo shop into the database of DATABASE_URL, unless it is there or another shop is. */
const { shop, end } = openShop(process.env.DATABASE_URL!);
const DAY_MS = 24 * 3600_000;
/** A reading takes a while; a demo record should not read as if it were typed in one second. */
const BETWEEN_MS = 7 * 60_000;

const iso = (date: Date) => date.toISOString().slice(0, 10);

async function loadJob(job: DemoJob, now: Date): Promise<void> {
  const machine = MACHINES.find((m) => m.id === job.machineId)!;
  const sheet = SHEETS.find((s) => s.id === machine.sheetId)!;
  const head: Omit<RawCase, 'events'> = {
    format: 'ridge-bolt/case',
    version: 1,
    machine: {
      kind: machine.kind,
      name: `${machine.tag} ${machine.name}`,
      engine: { ...sheet.words, sheet: sheet.figures },
    },
    history: job.history,
    complaint: job.complaint,
    said: job.said,
  };
  const whole = readCase({ ...head, events: job.events.map((e) => e.event) });
  if (!whole.ok) throw new Error(`${job.id}: ${JSON.stringify(whole.issues)}`);
  // A load that was cut off goes on where it was: what it wrote has its times.
  const there = await jobOf(shop, job.id);
  const openedAt =
    there?.openedAt ?? new Date(now.getTime() - job.daysAgo * DAY_MS - (job.events.length + 1) * BETWEEN_MS);
  const who = {
    personId: job.events[0]?.by ?? PEOPLE[0].id,
    sheetVersion: 1,
    engine: sheet.words,
    house: DEFAULT_HOUSE,
  };
  await openJob(
    shop,
    {
      id: job.id,
      machineId: machine.id,
      openedAt,
      promisedOn: job.promisedIn === null ? null : iso(new Date(now.getTime() + job.promisedIn * DAY_MS)),
    },
    complaintEvent(head, {
      id: `${job.id}-complaint`.slice(0, 36),
      personId: who.personId,
      at: openedAt,
      sheetVersion: 1,
    }),
  );
  for (const [i, { by, event }] of job.events.entries()) {
    const read = readEvent(event, '$', sheet.words);
    if (!read.ok) throw new Error(JSON.stringify(read.issues));
    const at = new Date(openedAt.getTime() + (i + 1) * BETWEEN_MS);
    const fresh = newEvent(read.value, event, { ...who, id: `${job.id}-${i + 1}`, personId: by, at });
    const added = await appendEvent(shop, job.id, fresh, at, async () => ({ ok: true, event: fresh }));
    if (!added.ok) throw new Error(`${job.id}, event ${i + 1}: ${added.code}`);
  }
}

const people = await everyStaffMember(shop);
/** All of it is there; a closed one was written by an earlier version, and stays as it is. */
const wholeJob = async (job: DemoJob) => {
  const there = await jobOf(shop, job.id);
  return there !== null && (there.closedAt !== null || there.eventCount >= job.events.length);
};
const whole = (await Promise.all(JOBS.map(wholeJob))).every(Boolean);
if (people.length > 0 && (whole || !people.some((p) => p.id === PEOPLE[0].id))) {
  console.log('The shop is there already; its data is kept.');
} else {
  // Every id is fixed, so a load that was cut off is simply gone through again.
  const now = new Date();
  for (const { id, name } of PEOPLE) await addPerson(shop, { id, name });
  const sheets = await allSheets(shop);
  for (const sheet of SHEETS) if (!sheets.some((s) => s.id === sheet.id)) await addSheet(shop, sheet);
  for (const machine of MACHINES) await addMachine(shop, { model: null, serial: null, access: {}, ...machine });
  for (const job of JOBS) if (!(await wholeJob(job))) await loadJob(job, now);
  console.log(`Demo shop loaded: ${MACHINES.length} machines, ${JOBS.length} jobs.`);
}

/** The demo's people have their printed keys, also in a shop that was loaded before there were any. */
async function handOutKeys(): Promise<void> {
  for (const { id, role, hasPin } of await everyStaffMember(shop)) {
    const demo = PEOPLE.find((p) => p.id === id);
    if (!demo || hasPin || role === 'owner') continue;
    await changePerson(shop, id, {
      role: demo.role,
      pinHash: await hashOfSecret(PRINTED_PINS[id]!),
      ...(demo.role === 'owner' ? { passwordHash: await hashOfSecret(DEMO_PASSWORD) } : {}),
    });
  }
}

await handOutKeys();
await end();
