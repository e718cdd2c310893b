import { shop } from '@/db/client.ts';
import { saveHouse } from '@/features/house/saveHouse.ts';
import { handledJsonFor } from '@/features/people/server/handledAs.ts';

export const dynamic = 'force-dynamic';

const WORDS = {
  failed: 'house rules were not saved',
  told: 'The rules could not be saved just now. What you typed stays: try again.',
};

export const POST = (request: Request) =>
  handledJsonFor(request, WORDS, async (body) => {
    const saved = await saveHouse(shop(), body, new Date());
    return saved.ok ? Response.json(saved) : Response.json({ issues: saved.issues }, { status: saved.status });
  });
