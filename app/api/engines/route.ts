import { shop } from '@/db/client.ts';
import { saveSheet } from '@/features/engines/saveSheet.ts';
import { handledJsonFor } from '@/features/people/server/handledAs.ts';

export const dynamic = 'force-dynamic';

const WORDS = {
  failed: 'an engine sheet was not saved',
  told: 'The sheet could not be saved just now. What you typed stays: try again.',
};

export const POST = (request: Request) =>
  handledJsonFor(request, WORDS, async (body) => {
    const saved = await saveSheet(shop(), body, new Date());
    return saved.ok ? Response.json(saved) : Response.json({ issues: saved.issues }, { status: saved.status });
  });
