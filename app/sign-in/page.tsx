import { redirect } from 'next/navigation';
import { shop } from '@/db/client.ts';
import { environment } from '@/db/environment.ts';
import { everyStaffMember, hasOwner } from '@/db/people.ts';
import { PRINTED_PINS } from '@/demo/pins.mjs';
import { SignIn } from '@/features/people/SignIn.tsx';
import { admittedHere } from '@/features/people/server/asked.ts';

export const dynamic = 'force-dynamic';
export const metadata = { title: 'Sign in' };

type Search = { searchParams: Promise<{ to?: string }> };

/** Where somebody wanted to go: a page of ours, and nothing else. */
const ownPage = (to: string | undefined): string =>
  to !== undefined && /^\/(?![/\\])[\w\-./?=&%]*$/.test(to) && !to.startsWith('/sign-in') ? to : '/';

export default async function SignInPage({ searchParams }: Search) {
  const db = shop();
  if (!(await hasOwner(db))) redirect('/first');
  const { tabletId } = await admittedHere();
  const isDemo = environment().RIDGE_DEMO;
  const people = (await everyStaffMember(db)).filter((p) => p.active && (p.hasPin || p.hasPassword));
  return (
    <SignIn
      people={people.map(({ id, name, role }) => ({ id, name, role, pin: isDemo ? (PRINTED_PINS[id] ?? null) : null }))}
      to={ownPage((await searchParams).to)}
      byPin={isDemo || tabletId !== null}
    />
  );
}
