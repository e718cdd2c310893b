import { cookies } from 'next/headers';
import type { Person } from '@/db/people.ts';

export type Habit = 'metric' | 'imperial';
export const PERSON_COOKIE = 'ridge-person';
export const HABIT_COOKIE = 'ridge-units';

/** Who acts and in which units this screen thinks; kept in the browser until sign-in and house rules come. */
export async function deskSettings(people: readonly Person[]): Promise<{ person: Person | null; habit: Habit }> {
  const jar = await cookies();
  const id = jar.get(PERSON_COOKIE)?.value;
  return {
    person: people.find((p) => p.id === id) ?? people[0] ?? null,
    habit: jar.get(HABIT_COOKIE)?.value === 'imperial' ? 'imperial' : 'metric',
  };
}
