import { shop } from '@/db/client.ts';
import { handledJsonFor } from '@/features/people/server/handledAs.ts';
import { changeTablet } from '@/keys/staff.ts';

export const dynamic = 'force-dynamic';

const WORDS = { failed: 'a tablet was not withdrawn', told: 'It could not be done just now: try again.' };

export const POST = (request: Request) =>
  handledJsonFor(request, WORDS, async (body, who) => {
    const changed = await changeTablet(shop(), body, who, new Date());
    return changed.ok ? Response.json(changed) : Response.json({ issues: changed.issues }, { status: changed.status });
  });
