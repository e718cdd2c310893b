import { and, asc, eq, isNotNull } from 'drizzle-orm';
import { people } from './schema.ts';
import type { Shop } from './shop.ts';

export interface Person {
  readonly id: string;
  readonly name: string;
}

/** A person with what they are in the shop, and which keys they have. */
export interface StaffMember extends Person {
  readonly role: string;
  readonly active: boolean;
  readonly hasPin: boolean;
  readonly hasPassword: boolean;
}

const toPerson = (row: typeof people.$inferSelect): Person => ({ id: row.id, name: row.name });
const toStaff = (row: typeof people.$inferSelect): StaffMember => ({
  ...toPerson(row),
  role: row.role,
  active: row.active,
  hasPin: row.pinHash !== null,
  hasPassword: row.passwordHash !== null,
});

/** People who work here now, by name. */
export async function activePeople(shop: Shop): Promise<Person[]> {
  return (await shop.rows(people, eq(people.active, true), { orderBy: [asc(people.name)] })).map(toPerson);
}

export async function everyPerson(shop: Shop): Promise<Person[]> {
  return (await shop.rows(people)).map(toPerson);
}

export async function everyStaffMember(shop: Shop): Promise<StaffMember[]> {
  return (await shop.rows(people, undefined, { orderBy: [asc(people.name)] })).map(toStaff);
}

export async function staffMember(shop: Shop, id: string): Promise<StaffMember | null> {
  const row = await shop.row(people, eq(people.id, id));
  return row && toStaff(row);
}

/** Whether somebody can open the shop: an owner with a password. */
export async function hasOwner(shop: Shop): Promise<boolean> {
  const where = and(eq(people.role, 'owner'), eq(people.active, true), isNotNull(people.passwordHash));
  return (await shop.row(people, where!)) !== null;
}

export interface Fresh {
  readonly role?: string;
  readonly pinHash?: string;
  readonly passwordHash?: string;
}

/** Adds a person; the same id twice is the same person. */
export async function addPerson(shop: Shop, person: Person & Fresh): Promise<void> {
  await shop.addUnlessThere(people, person);
}

export const changePerson = (
  shop: Shop,
  id: string,
  fresh: Fresh & { readonly name?: string; readonly active?: boolean },
): Promise<void> => shop.change(people, eq(people.id, id), fresh);
