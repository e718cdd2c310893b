import { z } from 'zod';
import {
  engineWords,
  type InputIssue,
  issuesOf,
  MACHINE_KINDS,
  type RawCase,
  readCase,
  symptomSchema,
  USUAL_ACCESS,
  withLayout,
} from '@/core/index.ts';
import type { Database } from '@/db/client.ts';
import { houseNow } from '@/db/house.ts';
import { openJob } from '@/db/jobs.ts';
import {
  accessOfKind,
  addMachine,
  addSheet,
  type EngineSheet,
  type Machine,
  machineOf,
  sheetsOf,
} from '@/db/machines.ts';
import { complaintEvent } from '@/db/newEvent.ts';
import { everyPerson } from '@/db/people.ts';

const idSchema = z.string().regex(/^[\w-]{8,36}$/, 'an id of 8 to 36 letters, digits, - or _');
const newMachineSchema = z.strictObject({
  tag: z.string().trim().min(1, 'give it a tag, as it is called in the shop').max(40),
  name: z.string().trim().min(1, 'say what machine it is').max(200),
  owner: z.string().trim().min(1, 'say whose it is').max(200),
  kind: z.enum(MACHINE_KINDS),
  model: z.string().trim().max(120).nullable().default(null),
  serial: z.string().trim().max(120).nullable().default(null),
  /** The engine it has, where the shop knows it; else how many cylinders that engine has is all that is asked. */
  sheetId: z.string().min(1, 'pick the engine').max(36).nullable(),
  cylinders: z.number({ error: 'say how many cylinders it has' }).int().min(1).max(3).optional(),
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
  failsAfterMin: z
    .number({ error: 'minutes are a figure, such as 20' })
    .min(0)
    .max(600, 'at most 600 minutes')
    .nullable()
    .default(null),
  flags: z.array(z.string().max(80)).max(120),
  promisedOn: z.iso.date().nullable(),
  spendAtMost: z
    .number({ error: 'money is a figure, such as 180' })
    .positive('more than nothing, or leave it empty')
    .max(1_000_000)
    .nullable()
    .default(null),
  proveFirst: z.boolean().default(false),
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

/**
 * A machine that was not here before. Where the shop does not know its engine, that gets a sheet of its own with nothing on it but its cylinders: what is
 * learnt on the bench is kept there.
 */
function freshMachine(
  id: string,
  { cylinders, sheetId, ...rest }: z.infer<typeof newMachineSchema>,
  hours: number | null,
  access: Machine['access'],
): { readonly machine: Machine; readonly blank: EngineSheet | null } | InputIssue {
  if (sheetId !== null) return { machine: { id, ...rest, hours, sheetId, access }, blank: null };
  if (cylinders === undefined) return { path: '$.newMachine.cylinders', message: 'say how many cylinders it has' };
  const words = withLayout(engineWords.parse({ cylinders }));
  const blank = { id, name: `Engine of ${rest.tag}`, version: 1, words, figures: {}, sources: {} };
  return { machine: { id, ...rest, hours, sheetId: id, access }, blank };
}

/** Opens a job, with a new machine if one is given. The same ids twice make one job. */
export async function createJob(db: Database, raw: unknown, now: Date): Promise<Created> {
  const parsed = jobRequestSchema.safeParse(raw);
  if (!parsed.success) return { ok: false, issues: issuesOf(parsed.error, '$') };
  const given = parsed.data;
  if (!(await everyPerson(db)).some((p) => p.id === given.personId))
    return { ok: false, issues: [{ path: '$.personId', message: 'pick who you are' }] };
  const alike = given.newMachine && (await accessOfKind(db, given.newMachine.kind, given.newMachine.sheetId ?? ''));
  const fresh = given.newMachine && freshMachine(given.machineId, given.newMachine, given.hours, alike ?? USUAL_ACCESS);
  if (fresh && 'message' in fresh) return { ok: false, issues: [fresh] };
  const machine = fresh ? fresh.machine : await machineOf(db, given.machineId);
  if (!machine) return { ok: false, issues: [{ path: '$.machineId', message: 'pick the machine' }] };
  const sheet = fresh?.blank ?? (await sheetsOf(db, [machine.sheetId])).get(machine.sheetId);
  if (!sheet) return { ok: false, issues: [{ path: '$.newMachine.sheetId', message: 'pick the engine' }] };
  const { house } = await houseNow(db);
  const head: Omit<RawCase, 'events'> = {
    format: 'ridge-bolt/case',
    version: 1,
    machine: {
      kind: machine.kind,
      name: `${machine.tag} ${machine.name}`,
      ...(Object.keys(machine.access).length === 0 ? {} : { access: machine.access as RawCase['machine']['access'] }),
      engine: { ...sheet.words, sheet: sheet.figures },
    },
    history: {
      hours: given.hours,
      storedMonths: given.storedMonths,
      ...(given.failsAfterMin === null ? {} : { failsAfterMin: given.failsAfterMin }),
      flags: given.flags,
    },
    complaint: given.complaint,
    ...(house.revision === 0 ? {} : { house: house as RawCase['house'] }),
    ...(given.spendAtMost === null && !given.proveFirst
      ? {}
      : {
          agreed: {
            ...(given.spendAtMost === null ? {} : { spendAtMost: given.spendAtMost }),
            ...(given.proveFirst ? { proveFirst: true } : {}),
          },
        }),
    ...(given.airTemperatureC === null ? {} : { ambient: { temperatureC: given.airTemperatureC } }),
    ...(given.said.trim() === '' ? {} : { said: given.said.trim() }),
  };
  const read = readCase({ ...head, events: [] });
  if (!read.ok) return { ok: false, issues: read.issues };
  if (fresh?.blank) await addSheet(db, fresh.blank);
  if (fresh) await addMachine(db, machine);
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
