import { z } from 'zod';
import { type InputIssue, issuesOf, MACHINE_KINDS, type RawCase, readCase, symptomSchema } from '@/core/index.ts';
import type { Database } from '@/db/client.ts';
import { houseNow } from '@/db/house.ts';
import { openJob } from '@/db/jobs.ts';
import { addMachine, machineOf, sheetsOf } from '@/db/machines.ts';
import { complaintEvent } from '@/db/newEvent.ts';
import { everyPerson } from '@/db/people.ts';

const idSchema = z.string().regex(/^[\w-]{8,36}$/, 'an id of 8 to 36 letters, digits, - or _');
const newMachineSchema = z.strictObject({
  tag: z.string().trim().min(1, 'give it a tag, as it is called in the shop').max(40),
  name: z.string().trim().min(1, 'say what machine it is').max(200),
  owner: z.string().trim().min(1, 'say whose it is').max(200),
  kind: z.enum(MACHINE_KINDS),
  sheetId: z.string().min(1, 'pick the engine'),
});

export const jobRequestSchema = z.strictObject({
  id: idSchema,
  complaintId: idSchema,
  personId: z.string().max(36),
  machineId: idSchema,
  newMachine: newMachineSchema.nullable(),
  complaint: z.array(symptomSchema).min(1, 'pick at least one thing it does'),
  said: z.string().max(2000),
  hours: z.number({ error: 'hours are a figure, such as 410' }).min(0).max(100_000).nullable(),
  storedMonths: z.number({ error: 'months are a figure, such as 5' }).min(0).max(600).nullable(),
  flags: z.array(z.string().max(80)).max(120),
  promisedOn: z.iso.date().nullable(),
  airTemperatureC: z
    .number()
    .min(-50, 'no air is that cold: -50 °C at least')
    .max(60, 'no air is that hot: 60 °C at most')
    .nullable()
    .default(null),
});
export type JobRequest = z.infer<typeof jobRequestSchema>;

export type Created =
  | { readonly ok: true; readonly id: string; readonly number: number }
  | { readonly ok: false; readonly issues: readonly InputIssue[] };

/** Opens a job, with a new machine if one is given. The same ids twice make one job. */
export async function createJob(db: Database, raw: unknown, now: Date): Promise<Created> {
  const parsed = jobRequestSchema.safeParse(raw);
  if (!parsed.success) return { ok: false, issues: issuesOf(parsed.error, '$') };
  const given = parsed.data;
  if (!(await everyPerson(db)).some((p) => p.id === given.personId))
    return { ok: false, issues: [{ path: '$.personId', message: 'pick who you are' }] };
  const machine = given.newMachine
    ? { id: given.machineId, ...given.newMachine, hours: given.hours }
    : await machineOf(db, given.machineId);
  if (!machine) return { ok: false, issues: [{ path: '$.machineId', message: 'pick the machine' }] };
  const sheet = (await sheetsOf(db, [machine.sheetId])).get(machine.sheetId);
  if (!sheet) return { ok: false, issues: [{ path: '$.newMachine.sheetId', message: 'pick the engine' }] };
  const { house } = await houseNow(db);
  const head: Omit<RawCase, 'events'> = {
    format: 'ridge-bolt/case',
    version: 1,
    machine: {
      kind: machine.kind,
      name: `${machine.tag} ${machine.name}`,
      engine: { ...sheet.words, sheet: sheet.figures },
    },
    history: { hours: given.hours, storedMonths: given.storedMonths, flags: given.flags },
    complaint: given.complaint,
    ...(house.revision === 0 ? {} : { house: house as RawCase['house'] }),
    ...(given.airTemperatureC === null ? {} : { ambient: { temperatureC: given.airTemperatureC } }),
    ...(given.said.trim() === '' ? {} : { said: given.said.trim() }),
  };
  const read = readCase({ ...head, events: [] });
  if (!read.ok) return { ok: false, issues: read.issues };
  if (given.newMachine) await addMachine(db, machine);
  const { number } = await openJob(
    db,
    { id: given.id, machineId: machine.id, openedAt: now, promisedOn: given.promisedOn },
    complaintEvent(head, {
      id: given.complaintId,
      personId: given.personId,
      at: now,
      sheetVersion: sheet.version,
    }),
  );
  return { ok: true, id: given.id, number };
}
