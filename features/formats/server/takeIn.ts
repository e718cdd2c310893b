import 'server-only';
import { DEFAULT_HOUSE, photosOf, type RawCase, readCase } from '@/core/index.ts';
import { bringIn } from '@/db/jobs.ts';
import { addMachine, addSheet, type Machine, machineOf, sheetsOf } from '@/db/machines.ts';
import { complaintEvent, newEvent } from '@/db/newEvent.ts';
import { addPerson, changePerson, everyPerson } from '@/db/people.ts';
import { keepPhoto } from '@/db/photos.ts';
import type { Shop } from '@/db/shop.ts';
import { said } from '@/features/record/server/jobFile.ts';
import { unpacked, type WholeJob } from './wholeJob.ts';

export type TakenIn =
  | { readonly ok: true; readonly id: string; readonly number: number }
  | { readonly ok: false; readonly status: 409 | 422; readonly message: string };

const no = (status: 409 | 422, message: string): TakenIn => ({ ok: false, status, message });

/** The lines of a job past the door, or why it cannot be taken. */
function linesOf({ lines, job }: WholeJob) {
  const [complaint, ...events] = lines;
  if (lines.some((line, i) => line.seq !== i)) return 'its lines are not numbered one after the other';
  const head = complaint!.payload as Omit<RawCase, 'events'>;
  const read = readCase({ ...(head as object), events: events.map((line) => line.payload) });
  if (!read.ok) return `its record cannot be read: ${said(read.issues)}`;
  const closes = read.value.events.map((event) => event.kind === 'close');
  if (closes.slice(0, -1).includes(true)) return 'it goes on after it was closed';
  if ((closes.at(-1) === true) !== (job.closedAt !== null)) return 'it is closed and open at once';
  const who = (line: WholeJob['lines'][number]) => ({
    ...{ id: line.id, personId: line.personId, at: new Date(line.at), sheetVersion: line.sheetVersion },
    engine: read.value.engine,
    house: { ...DEFAULT_HOUSE, ...head.house },
  });
  return {
    shown: read.value.events.flatMap(photosOf),
    lines: lines.map((line, i) => {
      const event =
        i === 0 ? complaintEvent(head, who(line)) : newEvent(read.value.events[i - 1]!, line.payload, who(line));
      return {
        seq: i,
        timeDoubtful: line.timeDoubtful,
        event: { ...event, payload: line.payload, ruleVersion: line.ruleVersion },
      };
    }),
  };
}

/** Who wrote it: those the shop knows by id and name, and the others as people who do not work here. */
async function peopleOf(tx: Shop, people: WholeJob['people']): Promise<boolean> {
  const here = await everyPerson(tx);
  for (const person of people) {
    const there = here.find((one) => one.id === person.id);
    if (there && there.name !== person.name) return false;
    if (there) continue;
    await addPerson(tx, { ...person, role: 'learner' });
    await changePerson(tx, person.id, { active: false });
  }
  return true;
}

/** Whoever wrote it, the engine's sheet and the machine: added where they are not here; false where something else has their id. */
const besidesOf =
  ({ machine, sheet, people }: WholeJob) =>
  async (tx: Shop): Promise<boolean> => {
    if (!(await peopleOf(tx, people))) return false;
    // What this shop has learnt of the engine since stays; the record carries what it was judged by.
    const known = (await sheetsOf(tx, [sheet.id])).get(sheet.id);
    if (known && known.words.cylinders !== sheet.words.cylinders) return false;
    if (!known) await addSheet(tx, { ...sheet, sources: {} });
    const here = await machineOf(tx, machine.id);
    if (here) return here.tag === machine.tag && here.kind === machine.kind;
    const access = machine.access as Machine['access'];
    return (await addMachine(tx, { ...machine, sheetId: sheet.id, access })) === 'added';
  };

/** Takes in a job that another shop took out. Its lines keep their ids, times and names; what is here already is not taken twice. */
export async function takeIn(shop: Shop, zip: Uint8Array, now: Date): Promise<TakenIn> {
  const read = unpacked(zip);
  if (!read.ok) return no(422, read.message);
  const { whole, photos } = read;
  const lines = linesOf(whole);
  if (typeof lines === 'string') return no(422, lines);
  const lacking = lines.shown.filter((sha256) => !photos.some((photo) => photo.sha256 === sha256));
  if (lacking.length > 0) return no(422, `${lacking.length} of its photos are not in the file`);
  const missing = whole.lines.find((line) => !whole.people.some((person) => person.id === line.personId));
  if (missing) return no(422, `line ${missing.seq} is by somebody the file does not name`);
  const number = await bringIn(
    shop,
    {
      id: whole.job.id,
      machineId: whole.machine.id,
      openedAt: new Date(whole.job.openedAt),
      promisedOn: whole.job.promisedOn,
      closedAt: whole.job.closedAt === null ? null : new Date(whole.job.closedAt),
    },
    lines.lines,
    now,
    besidesOf(whole),
    async (tx) => {
      for (const { sha256, jpeg } of photos)
        if (lines.shown.includes(sha256)) await keepPhoto(tx, whole.job.id, sha256, Buffer.from(jpeg));
    },
  );
  if (number === null)
    return no(409, 'this job, its machine or somebody in it is here already under the same id: nothing was taken');
  return { ok: true, id: whole.job.id, number };
}
