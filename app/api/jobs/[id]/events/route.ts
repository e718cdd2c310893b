import { shop } from '@/db/client.ts';
import { eventsOf, jobOf } from '@/db/jobs.ts';
import { jobFileOf } from '@/features/record/server/jobFile.ts';
import { recordEvent } from '@/features/record/server/recordEvent.ts';
import { readJson } from '@/features/shop/readJson.ts';
import { log } from '@/features/shop/server/log.ts';

export const dynamic = 'force-dynamic';

type Context = { params: Promise<{ id: string }> };

/** The record after event number `after`. */
export async function GET(request: Request, { params }: Context) {
  const { id } = await params;
  const after = Number(new URL(request.url).searchParams.get('after') ?? '0');
  if (!Number.isInteger(after) || after < 0)
    return Response.json({ message: 'after is a whole number, 0 or more' }, { status: 400 });
  if (!(await jobOf(shop(), id))) return Response.json({ message: 'there is no such job' }, { status: 404 });
  const { events } = jobFileOf(await eventsOf(shop(), id));
  return Response.json({ events: events.filter((e) => e.seq > after) });
}

export async function POST(request: Request, { params }: Context) {
  const { id } = await params;
  const body = await readJson(request);
  if (!body.ok)
    return Response.json({ code: 'not-json', issues: [{ path: '$', message: body.message }] }, { status: body.status });
  try {
    const recorded = await recordEvent(shop(), id, body.value, new Date());
    if (recorded.ok) return Response.json(recorded);
    const { status, ...rest } = recorded;
    return Response.json(rest, { status });
  } catch (error) {
    log().error({ err: error, job: id }, 'an event was not taken down');
    return Response.json(
      {
        code: 'unavailable',
        issues: [{ path: '$', message: 'It could not be saved just now. Nothing was lost: it will be sent again.' }],
      },
      { status: 503 },
    );
  }
}
