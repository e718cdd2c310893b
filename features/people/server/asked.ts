import 'server-only';
import { headers } from 'next/headers';
import { type Admitted, admittedAs, type SignedIn } from '@/keys/admitted.ts';

/** What the door found of a request. */
export const admittedOf = (request: Request): Admitted => admittedAs(request.headers.get('x-request-id'));

/** What the door found of the request a page is made for. */
export const admittedHere = async (): Promise<Admitted> => admittedAs((await headers()).get('x-request-id'));

/** Whether what a page sent was meant to be somebody else's: another tab of this device switched meanwhile. */
export const isOther = (body: unknown, { personId }: SignedIn): boolean =>
  typeof body === 'object' && body !== null && 'personId' in body && body.personId !== personId;
