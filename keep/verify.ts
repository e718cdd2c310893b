import { isDeepStrictEqual } from 'node:util';
import { DEFAULT_HOUSE, type House, learnt, readCase, readEvent, replayAll } from '../core/index.ts';
import { eventsOf, figuresOf, type Job, jobsAfter, type RecordedEvent } from '../db/jobs.ts';
import { machinesOf } from '../db/machines.ts';
import { newEvent } from '../db/newEvent.ts';
import type { Shop } from '../db/shop.ts';

const AT_ONCE = 200;
const ID = /^[\w-]{8,36}$/;

/** What a look through a whole shop found. */
export interface Verified {
  readonly jobs: number;
  readonly events: number;
  readonly figures: number;
  /** Lines this version does not take; they are kept, and are no fault. */
  readonly keptUnread: number;
  /** What is not as it must be, job by job, in words. */
  readonly wrong: readonly string[];
}

/** Goes through every record of a shop: numbers without gaps, ids whole, every figure that of its event, every record replayed. */
export async function verify(shop: Shop, progress: (jobs: number) => void = () => {}): Promise<Verified> {
  const found = { jobs: 0, events: 0, figures: 0, keptUnread: 0, wrong: [] as string[] };
  for (let after = ''; ; ) {
    const jobs = await jobsAfter(shop, after, AT_ONCE);
    if (jobs.length === 0) return found;
    const machines = await machinesOf(
      shop,
      jobs.map((j) => j.machineId),
    );
    for (const job of jobs) {
      const say = (what: string) => found.wrong.push(`job ${job.number} (${job.id}): ${what}`);
      found.jobs++;
      if (!ID.test(job.id)) say('its id is not whole');
      if (!machines.has(job.machineId)) say('its machine is not there');
      const record = await eventsOf(shop, job.id);
      found.events += record.length;
      orderOf(job, record, say);
      await contentOf(shop, record, say, found);
    }
    after = jobs.at(-1)!.id;
    progress(found.jobs);
  }
}

/** Numbered from 0 without gaps, as many as the job says, and ended by a closing or not at all. */
function orderOf(job: Job, record: readonly RecordedEvent[], say: (what: string) => void): void {
  if (record[0]?.kind !== 'complaint') say('it has no complaint');
  record.forEach(({ id, seq }, i) => {
    if (seq !== i) say(`line ${i} is numbered ${seq}`);
    if (!ID.test(id)) say(`the id of line ${seq} is not whole`);
  });
  if (job.eventCount !== record.length - 1) say(`it says ${job.eventCount} lines and has ${record.length - 1}`);
  const closes = record.filter((e) => e.kind === 'close');
  if (closes.length > 1 || (closes.length === 1) !== (job.closedAt !== null)) say('its closing and its record differ');
  if (closes.length === 1 && record.at(-1)!.kind !== 'close') say('something was written after its closing');
}

/** Every line read, every figure beside it that of the line, and the whole replayed. */
async function contentOf(
  shop: Shop,
  [complaint, ...events]: readonly RecordedEvent[],
  say: (what: string) => void,
  found: { figures: number; keptUnread: number },
): Promise<void> {
  const head = readCase({ ...(complaint?.payload as object), events: [] });
  if (!head.ok) {
    found.keptUnread += events.length + 1;
    return;
  }
  let known: Pick<typeof head.value, 'engine' | 'figures'> = head.value;
  const taken: unknown[] = [];
  for (const row of events) {
    const read = readEvent(row.payload, '$', known.engine, known.figures);
    if (!read.ok) {
      found.keptUnread++;
      continue;
    }
    taken.push(row.payload);
    if (read.value.kind === 'engine') known = learnt(known, read.value.learnt);
    const house: House = { ...DEFAULT_HOUSE, ...head.value.house };
    const { figures } = newEvent(read.value, row.payload, { ...row, engine: known.engine, house });
    const kept = await figuresOf(shop, row.id);
    found.figures += kept.length;
    const inOrder = [...figures].sort((a, b) => (a.field < b.field ? -1 : 1));
    if (!isDeepStrictEqual(inOrder, kept)) say(`the figures of line ${row.seq} are not those of the line`);
  }
  if (taken.length < events.length) return;
  const whole = readCase({ ...(complaint?.payload as object), events: taken });
  if (!whole.ok) return say(`it is no case: ${whole.issues[0]?.path} ${whole.issues[0]?.message}`);
  try {
    replayAll(whole.value, whole.value.events);
  } catch (error) {
    say(`it does not replay: ${error instanceof Error ? error.message : error}`);
  }
}
