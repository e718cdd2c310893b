import { shop } from '@/db/client.ts';
import { handledJsonFor } from '@/features/people/server/handledAs.ts';
import { changeStaff } from '@/keys/staff.ts';

export const dynamic = 'force-dynamic';

const WORDS = {
  failed: 'a person was not changed',
  told: 'It could not be saved just now. What you typed stays: try again.',
};

export const POST = (request: Request) =>
  handledJsonFor(request, WORDS, async (body, who) => {
    const changed = await changeStaff(shop(), body, who, new Date());
    return changed.ok ? Response.json(changed) : Response.json({ issues: changed.issues }, { status: changed.status });
  });
