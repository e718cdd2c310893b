import { shop } from '@/db/client.ts';
import { createJob } from '@/features/newJob/createJob.ts';
import { readJson } from '@/features/shop/readJson.ts';
import { log } from '@/features/shop/server/log.ts';

export const dynamic = 'force-dynamic';

export async function POST(request: Request) {
  const body = await readJson(request);
  if (!body.ok) return Response.json({ issues: [{ path: '$', message: body.message }] }, { status: body.status });
  try {
    const created = await createJob(shop(), body.value, new Date());
    return created.ok ? Response.json(created) : Response.json({ issues: created.issues }, { status: 422 });
  } catch (error) {
    log().error({ err: error }, 'a job was not opened');
    return Response.json(
      { issues: [{ path: '$', message: 'The job could not be saved just now. Nothing was lost: try again.' }] },
      { status: 503 },
    );
  }
}
