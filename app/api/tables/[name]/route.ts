import { shop } from '@/db/client.ts';
import { csvOf, isTable } from '@/features/formats/server/tables.ts';
import { handledFor } from '@/features/people/server/handledAs.ts';
import { audit } from '@/keys/signIn.ts';

export const dynamic = 'force-dynamic';

const WORDS = { failed: 'a table was not handed out', told: 'The table cannot be written just now.' };

/** A table of the whole shop as CSV. */
export const GET = (request: Request, { params }: { params: Promise<{ name: string }> }) =>
  handledFor(request, WORDS, async (who) => {
    const { name } = await params;
    if (!isTable(name)) return Response.json({ message: 'there is no such table' }, { status: 404 });
    const text = await csvOf(shop(), name);
    await audit(shop(), new Date(), 'table-taken', who, name);
    return new Response(text, {
      headers: {
        'content-type': 'text/csv; charset=utf-8; header=present',
        'content-disposition': `attachment; filename="ridge-bolt-${name}.csv"`,
        'cache-control': 'no-store',
      },
    });
  });
