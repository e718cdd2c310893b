import { shop } from '@/db/client.ts';
import { admittedOf } from '@/features/people/server/asked.ts';
import { handledFor } from '@/features/people/server/handledAs.ts';
import { guesses, keyRules, openedAnswer, toldOf } from '@/features/people/server/sessionAnswer.ts';
import { handledJson } from '@/features/shop/server/handled.ts';
import { secretOf, signIn } from '@/keys/signIn.ts';

export const dynamic = 'force-dynamic';

const WORDS = { failed: 'nobody could sign in', told: 'Nobody can sign in just now: try again.' };

/** Signs in with a PIN or a password. */
export const POST = (request: Request) =>
  handledJson(request, WORDS, async (body) =>
    openedAnswer(await signIn(shop(), guesses(), keyRules(), body, admittedOf(request), new Date())),
  );

/** One's own session, with what it signs with. */
export const GET = (request: Request) =>
  handledFor(request, WORDS, async (who) => {
    const secret = await secretOf(shop(), who);
    if (secret === null) return Response.json({ message: 'that session is over' }, { status: 404 });
    return Response.json({ session: toldOf({ signedIn: who, secret }) }, { headers: { 'cache-control': 'no-store' } });
  });
