import { z } from 'zod';
import { issuesOf } from '@/core/index.ts';
import { shop } from '@/db/client.ts';
import { endLater, isPutOff, LATER_ENDS } from '@/db/later.ts';
import { handledJsonFor } from '@/features/people/server/handledAs.ts';

export const dynamic = 'force-dynamic';

const bodySchema = z.strictObject({
  id: z.string().regex(/^[\w-]{8,36}$/),
  eventId: z.string().max(36),
  ended: z.enum(LATER_ENDS),
  note: z.string().trim().max(400).optional(),
});

const WORDS = { failed: 'what was put off was not ended', told: 'It could not be saved just now: try again.' };

/** Says that what was put off is done, or dropped. */
export const POST = (request: Request) =>
  handledJsonFor(request, WORDS, async (body, who) => {
    const read = bodySchema.safeParse(body);
    if (!read.success) return Response.json({ issues: issuesOf(read.error, '$') }, { status: 400 });
    const { note, ...end } = read.data;
    if (!(await isPutOff(shop(), end.eventId)))
      return Response.json(
        { issues: [{ path: '$.eventId', message: 'nothing is put off under that' }] },
        { status: 404 },
      );
    await endLater(shop(), { ...end, note: note || null, personId: who.personId, at: new Date() });
    return Response.json({ ok: true });
  });
