import { asc, eq } from 'drizzle-orm';
import { people } from './schema.ts';
import type { Shop } from './shop.ts';

export interface Person {
  readonly id: string;
  readonly name: string;
}

const toPerson = (row: typeof people.$inferSelect): Person => ({ id: row.id, name: row.name });

/** People who may be picked as acting technician, by name. */
export async function activePeople(shop: Shop): Promise<Person[]> {
  return (await shop.rows(people, eq(people.active, true), { orderBy: [asc(people.name)] })).map(toPerson);
}

export async function everyPerson(shop: Shop): Promise<Person[]> {
  return (await shop.rows(people)).map(toPerson);
}

/** Adds a person; the same id twice is the same person. */
export async function addPerson(shop: Shop, person: Person): Promise<void> {
  await shop.addUnlessThere(people, { id: person.id, name: person.name });
}
