import 'server-only';
import { handled, handledJson } from '@/features/shop/server/handled.ts';
import type { SignedIn } from '@/keys/admitted.ts';
import { admittedOf, isOther } from './asked.ts';

interface Words {
  readonly failed: string;
  readonly told: string;
}

const refused = (status: 401 | 409, code: string, message: string) =>
  Response.json({ code, message, issues: [{ path: '$', message }] }, { status });

/** Answers a request of somebody who is signed in. Whether they may was asked at the door. */
export const handledFor = (request: Request, words: Words, work: (who: SignedIn) => Promise<Response>) =>
  handled(request, words, async () => {
    const who = admittedOf(request).signedIn;
    return who ? work(who) : refused(401, 'signed-out', 'nobody is signed in here');
  });

/** The same for a request that brings JSON. What was meant to be another person's is not taken under this one's name. */
export const handledJsonFor = (
  request: Request,
  words: Words,
  work: (body: unknown, who: SignedIn) => Promise<Response>,
) =>
  handledJson(request, words, async (body) => {
    const who = admittedOf(request).signedIn;
    if (!who) return refused(401, 'signed-out', 'nobody is signed in here');
    if (isOther(body, who))
      return refused(
        409,
        'other-person',
        `${who.name} is signed in on this device now: look whether it is to be theirs`,
      );
    return work(body, who);
  });
