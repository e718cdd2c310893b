import { z } from 'zod';
import {
  engineWords,
  type House,
  type InputIssue,
  issuesOf,
  MACHINE_KINDS,
  type RawCase,
  readCase,
  symptomSchema,
  USUAL_ACCESS,
  withLayout,
} from '@/core/index.ts';
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
import type { Shop } from '@/db/shop.ts';

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
  | {
      readonly ok: false;
      readonly status: 409 | 422;
      /** `used-form`: its ids are those of another job or machine; nothing was written. */
      readonly code?: 'used-form';
      readonly issues: readonly InputIssue[];
    };

const refused = (path: string, message: string): Created => ({ ok: false, status: 422, issues: [{ path, message }] });

/** Takes back what was written before it turned out that the job cannot be opened. */
class UsedForm extends Error {
  constructor(readonly number: number | null) {
    super();
  }
}

const usedForm = ({ number }: UsedForm): Created => ({
  ok: false,
  status: 409,
  code: 'used-form',
  issues: [
    {
      path: '$',
      message: `This form was used ${number === null ? 'for another machine' : `to open job ${number}`} already, perhaps in another tab. Nothing was changed; press again to open one more job.`,
    },
  ],
});

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

/** Opens a job, with a new machine if one is given; wholly or not at all. The same form twice makes one job. */
export async function createJob(shop: Shop, raw: unknown, now: Date): Promise<Created> {
  const parsed = jobRequestSchema.safeParse(raw);
  if (!parsed.success) return { ok: false, status: 422, issues: issuesOf(parsed.error, '$') };
  const given = parsed.data;
  if (!(await everyPerson(shop)).some((p) => p.id === given.personId)) return refused('$.personId', 'pick who you are');
  try {
    return await shop.wholly((tx) => opened(tx, given, now));
  } catch (error) {
    if (error instanceof UsedForm) return usedForm(error);
    throw error;
  }
}

async function opened(tx: Shop, given: JobRequest, now: Date): Promise<Created> {
  const alike = given.newMachine && (await accessOfKind(tx, given.newMachine.kind, given.newMachine.sheetId ?? ''));
  const fresh = given.newMachine && freshMachine(given.machineId, given.newMachine, given.hours, alike ?? USUAL_ACCESS);
  if (fresh && 'message' in fresh) return refused(fresh.path, fresh.message);
  const machine = fresh ? fresh.machine : await machineOf(tx, given.machineId);
  if (!machine) return refused('$.machineId', 'pick the machine');
  const sheet = fresh?.blank ?? (await sheetsOf(tx, [machine.sheetId])).get(machine.sheetId);
  if (!sheet) return refused('$.newMachine.sheetId', 'pick the engine');
  const head = headOf(given, machine, sheet, (await houseNow(tx)).house);
  const read = readCase({ ...head, events: [] });
  if (!read.ok) return { ok: false, status: 422, issues: read.issues };
  if (fresh?.blank && (await addSheet(tx, fresh.blank)) === 'other') throw new UsedForm(null);
  if (fresh && (await addMachine(tx, machine)) === 'other') throw new UsedForm(null);
  const job = { id: given.id, machineId: machine.id, openedAt: now, promisedOn: given.promisedOn };
  const { personId } = given;
  const complaint = complaintEvent(head, { id: given.complaintId, personId, at: now, sheetVersion: sheet.version });
  const made = await openJob(tx, job, complaint);
  if (!made.ok) throw new UsedForm(made.number);
  return { ok: true, id: given.id, number: made.number };
}

/** What stands at the head of the job's case file: the machine as it is known today, and what the customer says. */
function headOf(given: JobRequest, machine: Machine, sheet: EngineSheet, house: House): Omit<RawCase, 'events'> {
  return {
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
}
