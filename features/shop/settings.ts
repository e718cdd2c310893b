import { cookies } from 'next/headers';
import type { Person } from '@/db/people.ts';
import { admittedHere } from '@/features/people/server/asked.ts';
import { may, type Role } from '@/keys/permissions.ts';
import { DeskCookie } from './deskCookies.ts';

export type Habit = 'metric' | 'imperial';
export const LIGHTS = ['device', 'day', 'night'] as const;
export type Light = (typeof LIGHTS)[number];
export const SPACINGS = ['roomy', 'close'] as const;
export type Spacing = (typeof SPACINGS)[number];

/** How this screen is set, and who is signed in at it. */
export interface Desk {
  /** Who is signed in here. */
  readonly person: Person | null;
  /** What that is in the shop. */
  readonly role: Role;
  /** Whether they close jobs, and take them out as files. */
  readonly mayClose: boolean;
  readonly mayTakeFile: boolean;
  readonly habit: Habit;
  readonly light: Light;
  readonly spacing: Spacing;
  /** Two letters put a check on the plate. */
  readonly twoLetters: boolean;
}

/** The look of the page alone, for its outermost element. */
export async function deskLook(): Promise<Pick<Desk, 'light' | 'spacing'>> {
  const jar = await cookies();
  const one = <T extends string>(name: string, of: readonly T[]): T =>
    of.find((x) => x === jar.get(name)?.value) ?? of[0]!;
  return { light: one(DeskCookie.light, LIGHTS), spacing: one(DeskCookie.spacing, SPACINGS) };
}

export async function deskSettings(people: readonly Person[]): Promise<Desk> {
  const jar = await cookies();
  const { signedIn, role } = await admittedHere();
  return {
    ...(await deskLook()),
    person: people.find((p) => p.id === signedIn?.personId) ?? null,
    role,
    mayClose: may(role, 'job.close'),
    mayTakeFile: may(role, 'file.take'),
    habit: jar.get(DeskCookie.habit)?.value === 'imperial' ? 'imperial' : 'metric',
    twoLetters: jar.get(DeskCookie.twoLetters)?.value !== 'off',
  };
}
