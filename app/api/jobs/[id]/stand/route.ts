import { shop } from '@/db/client.ts';
import { standAfter } from '@/features/record/server/standAfter.ts';
import { readJson } from '@/features/shop/readJson.ts';
import { log } from '@/features/shop/server/log.ts';

export const dynamic = 'force-dynamic';

type Context = { params: Promise<{ id: string }> };

/** What is believed, and what to check next, after events that are on their way: for a page whose own reasoner is not awake. */
export async function POST(request: Request, { params }: Context) {
  const { id } = await params;
  const body = await readJson(request);
  if (!body.ok) return Response.json({ issues: [{ path: '$', message: body.message }] }, { status: body.status });
  try {
    const told = await standAfter(shop(), id, body.value);
    return told.ok ? Response.json(told.stand) : Response.json({ issues: told.issues }, { status: told.status });
  } catch (error) {
    log().error({ err: error, job: id }, 'a page was not told what is believed');
    return Response.json({ issues: [{ path: '$', message: 'It could not be worked out just now.' }] }, { status: 503 });
  }
}
