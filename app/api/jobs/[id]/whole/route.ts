import { shop } from '@/db/client.ts';
import { jobOf } from '@/db/jobs.ts';
import { takenOut } from '@/features/formats/server/takeOut.ts';
import { handledFor } from '@/features/people/server/handledAs.ts';
import { audit } from '@/keys/signIn.ts';

export const dynamic = 'force-dynamic';

const WORDS = { failed: 'a whole job was not handed out', told: 'The record cannot be read just now.' };

/** The job whole, record and photos, for another shop or to be kept. */
export const GET = (request: Request, { params }: { params: Promise<{ id: string }> }) =>
  handledFor(request, WORDS, async (who) => {
    const { id } = await params;
    const job = await jobOf(shop(), id);
    if (!job) return Response.json({ message: 'there is no such job' }, { status: 404 });
    const zip = await takenOut(shop(), job);
    await audit(shop(), new Date(), 'job-taken-out', who, id);
    return new Response(new Uint8Array(zip), {
      headers: {
        'content-type': 'application/zip',
        'content-disposition': `attachment; filename="job-${job.number}.zip"`,
        'cache-control': 'no-store',
      },
    });
  });
