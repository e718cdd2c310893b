import { shop } from '@/db/client.ts';
import { sheetsOf } from '@/db/machines.ts';
import { everyPerson } from '@/db/people.ts';
import { sheetFileOf } from '@/features/engines/saveSheet.ts';

export const dynamic = 'force-dynamic';

/** One engine sheet as a file. */
export async function GET(_: Request, { params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const db = shop();
  const sheet = (await sheetsOf(db, [id])).get(id);
  if (!sheet) return Response.json({ issues: [{ path: '$', message: 'there is no such engine' }] }, { status: 404 });
  const name = sheet.name.replace(/[^\w]+/g, '-').replace(/^-|-$/g, '') || 'engine';
  return new Response(`${JSON.stringify(sheetFileOf(sheet, await everyPerson(db)), null, 2)}\n`, {
    headers: {
      'content-type': 'application/json; charset=utf-8',
      'content-disposition': `attachment; filename="engine-${name}.json"`,
    },
  });
}
