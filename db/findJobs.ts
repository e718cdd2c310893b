import { and, desc, eq, isNotNull, or, type SQL, sql } from 'drizzle-orm';
import { type Job, toJob } from './jobs.ts';
import { jobEvents, jobs, machines } from './schema.ts';
import type { Shop } from './shop.ts';

/** One word that a job is looked for by, and what of the shop's own language it may mean. */
export interface Wanted {
  readonly word: string;
  /** Ids of complaints and of faults whose words have it in them. */
  readonly symptoms: readonly string[];
  readonly faults: readonly string[];
}

/** A word as it stands in a pattern. */
const within = (word: string) => `%${word.replace(/[\\%_]/g, (sign) => `\\${sign}`)}%`;

/** Its tag, its name, its plate or its owner has the word in it. */
const onMachine = (word: string) => {
  const like = within(word);
  return sql`exists (select 1 from ${machines} m where m.id = ${jobs.machineId} and m.shop_id = ${jobs.shopId}
    and (m.tag like ${like} or m.name like ${like} or m.owner like ${like} or m.model like ${like} or m.serial like ${like}))`;
};

/** Something of that kind stands on its record. */
const onRecord = (of: SQL): SQL =>
  sql`exists (select 1 from ${jobEvents} e where e.job_id = ${jobs.id} and e.shop_id = ${jobs.shopId} and ${of})`;
const holds = (ids: readonly string[], key: string): SQL =>
  or(...ids.map((id) => sql`e.payload like ${within(`${key}"${id}"`)}`))!;

const fits = ({ word, symptoms, faults }: Wanted): SQL =>
  or(
    onMachine(word),
    ...(/^\d{1,9}$/.test(word) ? [eq(jobs.number, Number(word))] : []),
    onRecord(
      symptoms.length > 0
        ? sql`e.seq = 0 and (${holds(symptoms, '')} or json_value(e.payload, '$.said') like ${within(word)})`
        : sql`e.seq = 0 and json_value(e.payload, '$.said') like ${within(word)}`,
    ),
    ...(faults.length > 0 ? [onRecord(sql`e.kind = 'repair' and (${holds(faults, '"repair":')})`)] : []),
  )!;

/** Jobs that were closed, the last one first, in which every word is found somewhere. */
export async function findClosed(shop: Shop, wanted: readonly Wanted[], most: number): Promise<Job[]> {
  if (wanted.length === 0) return [];
  const rows = await shop.rows(jobs, and(isNotNull(jobs.closedAt), ...wanted.map(fits)), {
    orderBy: [desc(jobs.closedAt)],
    limit: most,
  });
  return rows.map(toJob);
}
