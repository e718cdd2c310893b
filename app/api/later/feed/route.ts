import { nanoid } from 'nanoid';
import { z } from 'zod';
import { issuesOf } from '@/core/index.ts';
import { shop } from '@/db/client.ts';
import { addCalendarLink, withdrawCalendarLink } from '@/db/later.ts';
import { handledJsonFor } from '@/features/people/server/handledAs.ts';
import { hashOfToken, newToken } from '@/keys/tokens.ts';

export const dynamic = 'force-dynamic';

const bodySchema = z.union([
  z.strictObject({ make: z.literal(true) }),
  z.strictObject({ withdraw: z.string().max(36) }),
]);

const WORDS = { failed: 'a calendar address was not changed', told: 'It could not be done just now: try again.' };

/** Makes an address a calendar can ask, or takes one back. */
export const POST = (request: Request) =>
  handledJsonFor(request, WORDS, async (body, who) => {
    const read = bodySchema.safeParse(body);
    if (!read.success) return Response.json({ issues: issuesOf(read.error, '$') }, { status: 400 });
    if ('withdraw' in read.data) {
      await withdrawCalendarLink(shop(), read.data.withdraw, new Date());
      return Response.json({ ok: true });
    }
    const token = newToken();
    await addCalendarLink(shop(), {
      id: nanoid(),
      tokenHash: hashOfToken(token),
      personId: who.personId,
      at: new Date(),
    });
    return Response.json({ token }, { headers: { 'cache-control': 'no-store' } });
  });
