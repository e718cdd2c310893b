import { shop } from '@/db/client.ts';
import { saveSheet } from '@/features/engines/saveSheet.ts';
import { handledJson } from '@/features/shop/server/handled.ts';

export const dynamic = 'force-dynamic';

const WORDS = {
  failed: 'an engine sheet was not saved',
  told: 'The sheet could not be saved just now. What you typed stays: try again.',
};

export const POST = (request: Request) =>
  handledJson(request, WORDS, async (body) => {
    const saved = await saveSheet(shop(), body, new Date());
    return saved.ok ? Response.json(saved) : Response.json({ issues: saved.issues }, { status: saved.status });
  });
