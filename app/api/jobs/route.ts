import { shop } from '@/db/client.ts';
import { createJob } from '@/features/newJob/createJob.ts';
import { handledJsonFor } from '@/features/people/server/handledAs.ts';

export const dynamic = 'force-dynamic';

const WORDS = {
  failed: 'a job was not opened',
  told: 'The job could not be saved just now. Nothing was lost: try again.',
};

export const POST = (request: Request) =>
  handledJsonFor(request, WORDS, async (body) => {
    const created = await createJob(shop(), body, new Date());
    if (created.ok) return Response.json(created);
    const { status, code, issues } = created;
    return Response.json({ code, issues }, { status });
  });
