import { shop } from '@/db/client.ts';
import { standAfter } from '@/features/record/server/standAfter.ts';
import { handledJson } from '@/features/shop/server/handled.ts';

export const dynamic = 'force-dynamic';

type Context = { params: Promise<{ id: string }> };

const WORDS = { failed: 'a page was not told what is believed', told: 'It could not be worked out just now.' };

/** What is believed, and what to check next, after events that are on their way: for a page whose own reasoner is not awake. */
export const POST = (request: Request, { params }: Context) =>
  handledJson(request, WORDS, async (body) => {
    const told = await standAfter(shop(), (await params).id, body);
    return told.ok ? Response.json(told.stand) : Response.json({ issues: told.issues }, { status: told.status });
  });
