import { redirect } from 'next/navigation';
import { shop } from '@/db/client.ts';
import { hasOwner } from '@/db/people.ts';
import { First } from '@/features/people/First.tsx';

export const dynamic = 'force-dynamic';
export const metadata = { title: 'A new shop' };

export default async function FirstPage() {
  if (await hasOwner(shop())) redirect('/sign-in');
  return <First />;
}
