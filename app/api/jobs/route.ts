import { shop } from '@/db/client.ts';
import { findGone } from '@/features/floor/server/findGone.ts';
import { createJob } from '@/features/newJob/createJob.ts';
import { handledFor, handledJsonFor } from '@/features/people/server/handledAs.ts';

export const dynamic = 'force-dynamic';

const WORDS = {
  failed: 'a job was not opened',
  told: 'The job could not be saved just now. Nothing was lost: try again.',
};

const FINDING = {
  failed: 'jobs were not looked for',
  told: 'Jobs that left cannot be looked for just now.',
};

/** Jobs that left the shop, by the words in `find`. */
export const GET = (request: Request) =>
  handledFor(request, FINDING, async () =>
    Response.json({ found: await findGone(shop(), new URL(request.url).searchParams.get('find') ?? '') }),
  );

export const POST = (request: Request) =>
  handledJsonFor(request, WORDS, async (body) => {
    const created = await createJob(shop(), body, new Date());
    if (created.ok) return Response.json(created);
    const { status, code, issues } = created;
    return Response.json({ code, issues }, { status });
  });
