import { asc, eq } from 'drizzle-orm';
import type { Database } from './client.ts';
import { people } from './schema.ts';

export interface Person {
  readonly id: string;
  readonly name: string;
}

const toPerson = (row: typeof people.$inferSelect): Person => ({ id: row.id, name: row.name });

/** People who may be picked as acting technician, by name. */
export async function activePeople(db: Database): Promise<Person[]> {
  return (await db.select().from(people).where(eq(people.active, true)).orderBy(asc(people.name))).map(toPerson);
}

export async function everyPerson(db: Database): Promise<Person[]> {
  return (await db.select().from(people)).map(toPerson);
}

/** Adds a person; the same id twice is the same person. */
export async function addPerson(db: Database, person: Person): Promise<void> {
  await db.insert(people).ignore().values({ id: person.id, name: person.name });
}
