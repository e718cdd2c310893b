import { shop } from '@/db/client.ts';
import { jobOf } from '@/db/jobs.ts';
import { handledFor, handledJsonFor } from '@/features/people/server/handledAs.ts';
import { changeLinks, liveLinks } from '@/keys/links.ts';

export const dynamic = 'force-dynamic';

type Context = { params: Promise<{ id: string }> };

const WORDS = { failed: 'a link was not changed', told: 'It could not be done just now: try again.' };
const NO_JOB = { path: '$', message: 'there is no such job' };

/** The links to a job's sheet that are out. */
export const GET = (request: Request, { params }: Context) =>
  handledFor(request, WORDS, async () => {
    const links = await liveLinks(shop(), (await params).id, new Date());
    return Response.json({ links: links.map(({ id, at, endsAt }) => ({ id, at, endsAt })) });
  });

/** Gives one out, or withdraws one. */
export const POST = (request: Request, { params }: Context) =>
  handledJsonFor(request, WORDS, async (body, who) => {
    const { id } = await params;
    if (!(await jobOf(shop(), id))) return Response.json({ issues: [NO_JOB] }, { status: 404 });
    const changed = await changeLinks(shop(), id, body, who, new Date());
    if (changed.ok) return Response.json(changed, { headers: { 'cache-control': 'no-store' } });
    return Response.json({ issues: [{ path: '$.days', message: changed.message }] }, { status: changed.status });
  });
