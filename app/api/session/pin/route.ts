import { shop } from '@/db/client.ts';
import { handledJsonFor } from '@/features/people/server/handledAs.ts';
import { guesses } from '@/features/people/server/sessionAnswer.ts';
import { changeOwnPin } from '@/keys/signIn.ts';

export const dynamic = 'force-dynamic';

const WORDS = { failed: 'a PIN was not changed', told: 'The PIN could not be changed just now: try again.' };

/** Changes one's own PIN. */
export const POST = (request: Request) =>
  handledJsonFor(request, WORDS, async (body, who) => {
    const changed = await changeOwnPin(shop(), guesses(), body, who, new Date());
    if (changed.ok) return Response.json(changed);
    const { status, ok: _ok, message, ...rest } = changed;
    return Response.json(
      { ...rest, message, issues: [{ path: rest.code === 'pin' ? '$.pin' : '$.old', message }] },
      { status },
    );
  });
