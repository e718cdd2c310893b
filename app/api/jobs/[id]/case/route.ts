import { shop } from '@/db/client.ts';
import { eventsOf, jobOf } from '@/db/jobs.ts';
import { everyPerson } from '@/db/people.ts';
import { handledFor } from '@/features/people/server/handledAs.ts';
import { caseFileOf } from '@/features/record/server/jobFile.ts';
import { audit } from '@/keys/signIn.ts';

export const dynamic = 'force-dynamic';

const WORDS = { failed: 'a case file was not handed out', told: 'The record cannot be read just now.' };

/** The job as a case file, to keep or to trace from the command line. */
export const GET = (request: Request, { params }: { params: Promise<{ id: string }> }) =>
  handledFor(request, WORDS, async (who) => {
    const { id } = await params;
    const job = await jobOf(shop(), id);
    if (!job) return Response.json({ message: 'there is no such job' }, { status: 404 });
    const file = caseFileOf(await eventsOf(shop(), id), await everyPerson(shop()));
    await audit(shop(), new Date(), 'file-taken', who, id);
    return new Response(`${JSON.stringify(file, null, 2)}\n`, {
      headers: {
        'content-type': 'application/json',
        'content-disposition': `attachment; filename="job-${job.number}.json"`,
      },
    });
  });
