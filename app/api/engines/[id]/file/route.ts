import { shop } from '@/db/client.ts';
import { sheetsOf } from '@/db/machines.ts';
import { everyPerson } from '@/db/people.ts';
import { sheetFileOf } from '@/features/engines/saveSheet.ts';
import { handledFor } from '@/features/people/server/handledAs.ts';
import { audit } from '@/keys/signIn.ts';

export const dynamic = 'force-dynamic';

const WORDS = { failed: 'an engine sheet was not handed out', told: 'The sheet cannot be read just now.' };

/** One engine sheet as a file. */
export const GET = (request: Request, { params }: { params: Promise<{ id: string }> }) =>
  handledFor(request, WORDS, async (who) => {
    const { id } = await params;
    const sheet = (await sheetsOf(shop(), [id])).get(id);
    if (!sheet) return Response.json({ issues: [{ path: '$', message: 'there is no such engine' }] }, { status: 404 });
    const name = sheet.name.replace(/[^\w]+/g, '-').replace(/^-|-$/g, '') || 'engine';
    await audit(shop(), new Date(), 'file-taken', who, id);
    return new Response(`${JSON.stringify(sheetFileOf(sheet, await everyPerson(shop())), null, 2)}\n`, {
      headers: {
        'content-type': 'application/json; charset=utf-8',
        'content-disposition': `attachment; filename="engine-${name}.json"`,
      },
    });
  });
