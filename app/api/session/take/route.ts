import { shop } from '@/db/client.ts';
import { admittedOf } from '@/features/people/server/asked.ts';
import { openedAnswer } from '@/features/people/server/sessionAnswer.ts';
import { handledJson } from '@/features/shop/server/handled.ts';
import { takeSession } from '@/keys/signIn.ts';

export const dynamic = 'force-dynamic';

const WORDS = { failed: 'a session was not taken up', told: 'It cannot be switched just now: try again.' };

/** Goes on with the live session that was switched to out of reach. */
export const POST = (request: Request) =>
  handledJson(request, WORDS, async (body) =>
    openedAnswer(await takeSession(shop(), body, admittedOf(request), new Date())),
  );
