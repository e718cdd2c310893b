import { shop } from '@/db/client.ts';
import { eventsOf, jobOf } from '@/db/jobs.ts';
import { everyPerson } from '@/db/people.ts';
import { caseFileOf } from '@/features/record/server/jobFile.ts';

export const dynamic = 'force-dynamic';

/** The job as a case file, to keep or to trace from the command line. */
export async function GET(_request: Request, { params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const job = await jobOf(shop(), id);
  if (!job) return Response.json({ message: 'there is no such job' }, { status: 404 });
  const file = caseFileOf(await eventsOf(shop(), id), await everyPerson(shop()));
  return new Response(`${JSON.stringify(file, null, 2)}\n`, {
    headers: {
      'content-type': 'application/json',
      'content-disposition': `attachment; filename="job-${job.number}.json"`,
    },
  });
}
