import 'server-only';
import type { Job } from '@/db/jobs.ts';
import { eventsOf } from '@/db/jobs.ts';
import { machineOf, sheetsOf } from '@/db/machines.ts';
import { everyPerson } from '@/db/people.ts';
import { photosOfJob } from '@/db/photos.ts';
import type { Shop } from '@/db/shop.ts';
import { caseFileOf } from '@/features/record/server/jobFile.ts';
import { packed, type WholeJob } from './wholeJob.ts';

/** A job whole, as it is written by now. */
export async function wholeJobOf(shop: Shop, job: Job): Promise<WholeJob> {
  const [record, machine, everybody] = await Promise.all([
    eventsOf(shop, job.id),
    machineOf(shop, job.machineId),
    everyPerson(shop),
  ]);
  const { sheetId, ...own } = machine!;
  const sheet = (await sheetsOf(shop, [sheetId])).get(sheetId)!;
  const wrote = new Set(record.map((line) => line.personId));
  return {
    format: 'ridge-bolt/job',
    version: 1,
    job: {
      id: job.id,
      number: job.number,
      openedAt: job.openedAt.toISOString(),
      promisedOn: job.promisedOn,
      closedAt: job.closedAt?.toISOString() ?? null,
    },
    machine: { ...own, access: own.access as Record<string, unknown> },
    sheet: { id: sheet.id, name: sheet.name, words: sheet.words, figures: sheet.figures },
    people: everybody.filter(({ id }) => wrote.has(id)).sort((a, b) => (a.id < b.id ? -1 : 1)),
    lines: record.map(({ id, seq, at, personId, timeDoubtful, ruleVersion, sheetVersion, payload }) => ({
      ...{ id, seq, at: at.toISOString(), personId, timeDoubtful, ruleVersion, sheetVersion, payload },
    })),
  };
}

/** The same as a zip, with its case file and photos. */
export async function takenOut(shop: Shop, job: Job): Promise<Uint8Array> {
  const [whole, record, everybody, photos] = await Promise.all([
    wholeJobOf(shop, job),
    eventsOf(shop, job.id),
    everyPerson(shop),
    photosOfJob(shop, job.id),
  ]);
  return packed(whole, caseFileOf(record, everybody), photos);
}
