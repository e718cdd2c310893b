import { shop } from '@/db/client.ts';
import { sheetsOf } from '@/db/machines.ts';
import { everyPerson } from '@/db/people.ts';
import { sheetFileOf } from '@/features/engines/saveSheet.ts';
import { handled } from '@/features/shop/server/handled.ts';

export const dynamic = 'force-dynamic';

const WORDS = { failed: 'an engine sheet was not handed out', told: 'The sheet cannot be read just now.' };

/** One engine sheet as a file. */
export const GET = (request: Request, { params }: { params: Promise<{ id: string }> }) =>
  handled(request, WORDS, async () => {
    const { id } = await params;
    const sheet = (await sheetsOf(shop(), [id])).get(id);
    if (!sheet) return Response.json({ issues: [{ path: '$', message: 'there is no such engine' }] }, { status: 404 });
    const name = sheet.name.replace(/[^\w]+/g, '-').replace(/^-|-$/g, '') || 'engine';
    return new Response(`${JSON.stringify(sheetFileOf(sheet, await everyPerson(shop())), null, 2)}\n`, {
      headers: {
        'content-type': 'application/json; charset=utf-8',
        'content-disposition': `attachment; filename="engine-${name}.json"`,
      },
    });
  });
