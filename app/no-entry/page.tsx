import Link from 'next/link';
import { admittedHere } from '@/features/people/server/asked.ts';

export const dynamic = 'force-dynamic';
export const metadata = { title: 'No entry' };

/** Told to who is signed in and may not see a page. */
export default async function NoEntryPage() {
  const { signedIn, role } = await admittedHere();
  return (
    <main className="mx-auto max-w-2xl space-y-4 p-6">
      <h1 className="text-[2rem] font-extrabold">Not for {role === 'nobody' ? 'you' : `a ${role}`}</h1>
      <p className="text-[1.1rem]">
        {signedIn ? `${signedIn.name} is signed in here as ${role}. ` : ''}What stands behind this address is for
        others: ask the owner of the shop.
      </p>
      <Link href="/" className="inline-flex min-h-tap items-center bg-iron px-4 font-bold text-on-iron">
        To the floor
      </Link>
    </main>
  );
}
