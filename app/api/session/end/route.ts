import { shop } from '@/db/client.ts';
import { environment } from '@/db/environment.ts';
import { admittedOf } from '@/features/people/server/asked.ts';
import { handledJson } from '@/features/shop/server/handled.ts';
import { noSessionCookie } from '@/keys/cookies.ts';
import { signOut } from '@/keys/signIn.ts';

export const dynamic = 'force-dynamic';

const WORDS = { failed: 'a session was not ended', told: 'It cannot be ended just now: try again.' };

/** Ends one's own session; of one that is over, the device forgets what it shows. */
export const POST = (request: Request) =>
  handledJson(request, WORDS, async () => {
    const who = admittedOf(request).signedIn;
    if (who) await signOut(shop(), who, new Date());
    const answer = Response.json({ ended: true });
    answer.headers.append('set-cookie', noSessionCookie(environment().RIDGE_TLS));
    // What a cache of the browser holds is nobody else's to see.
    answer.headers.append('clear-site-data', '"cache"');
    return answer;
  });
