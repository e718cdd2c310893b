import { z } from 'zod';
import { issuesOf } from '@/core/index.ts';
import { shop } from '@/db/client.ts';
import { putInOrder } from '@/db/jobs.ts';
import { handledJsonFor } from '@/features/people/server/handledAs.ts';

export const dynamic = 'force-dynamic';

const bodySchema = z.strictObject({ order: z.array(z.string().max(36)).max(500) });
const WORDS = { failed: 'the floor was not put in order', told: 'The order could not be saved just now: try again.' };

/** Puts the machines on the floor in an order; an empty one gives it back to their promises. */
export const POST = (request: Request) =>
  handledJsonFor(request, WORDS, async (body) => {
    const read = bodySchema.safeParse(body);
    if (!read.success) return Response.json({ issues: issuesOf(read.error, '$') }, { status: 400 });
    await putInOrder(shop(), read.data.order);
    return Response.json({ ok: true });
  });
