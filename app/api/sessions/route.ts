import { shop } from '@/db/client.ts';
import { handledJsonFor } from '@/features/people/server/handledAs.ts';
import { withdrawSession } from '@/keys/staff.ts';

export const dynamic = 'force-dynamic';

const WORDS = { failed: 'a session was not ended', told: 'It could not be done just now: try again.' };

/** Ends one session of anybody's. */
export const POST = (request: Request) =>
  handledJsonFor(request, WORDS, async (body, who) => {
    const ended = await withdrawSession(shop(), body, who, new Date());
    return ended.ok ? Response.json(ended) : Response.json({ issues: ended.issues }, { status: ended.status });
  });
