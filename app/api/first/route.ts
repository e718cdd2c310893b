import { shop } from '@/db/client.ts';
import { environment } from '@/db/environment.ts';
import { admittedOf } from '@/features/people/server/asked.ts';
import { guesses, openedAnswer } from '@/features/people/server/sessionAnswer.ts';
import { handledJson } from '@/features/shop/server/handled.ts';
import { makeOwner } from '@/keys/staff.ts';

export const dynamic = 'force-dynamic';

const WORDS = {
  failed: 'the owner was not made',
  told: 'It could not be saved just now. What you typed stays: try again.',
};

/** The first owner of a shop that has none. */
export const POST = (request: Request) =>
  handledJson(request, WORDS, async (body) => {
    const { peer } = admittedOf(request);
    const made = await makeOwner(shop(), guesses(), environment().RIDGE_FIRST_CODE, body, peer, new Date());
    return 'issues' in made ? Response.json({ issues: made.issues }, { status: made.status }) : openedAnswer(made);
  });
