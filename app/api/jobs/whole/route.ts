import { z } from 'zod';
import { issuesOf } from '@/core/index.ts';
import { shop } from '@/db/client.ts';
import { takeIn } from '@/features/formats/server/takeIn.ts';
import { admittedOf } from '@/features/people/server/asked.ts';
import { handledJson } from '@/features/shop/server/handled.ts';
import { audit } from '@/keys/signIn.ts';

export const dynamic = 'force-dynamic';

const bodySchema = z.strictObject({ zip: z.base64() });
const WORDS = { failed: 'a job was not taken in', told: 'It could not be taken in just now. Nothing was changed.' };

/** Takes in a job that another shop took out. */
export const POST = (request: Request) =>
  handledJson(
    request,
    WORDS,
    async (body) => {
      const who = admittedOf(request).signedIn;
      if (!who) return Response.json({ code: 'signed-out', issues: [] }, { status: 401 });
      const read = bodySchema.safeParse(body);
      if (!read.success) return Response.json({ issues: issuesOf(read.error, '$') }, { status: 400 });
      const now = new Date();
      const taken = await takeIn(shop(), Buffer.from(read.data.zip, 'base64'), now);
      if (!taken.ok)
        return Response.json({ issues: [{ path: '$.zip', message: taken.message }] }, { status: taken.status });
      await audit(shop(), now, 'job-taken-in', who, taken.id);
      return Response.json(taken);
    },
    'job',
  );
