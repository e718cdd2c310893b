import { shop } from '@/db/client.ts';
import { saveHouse } from '@/features/house/saveHouse.ts';
import { readJson } from '@/features/shop/readJson.ts';
import { log } from '@/features/shop/server/log.ts';

export const dynamic = 'force-dynamic';

export async function POST(request: Request) {
  const body = await readJson(request);
  if (!body.ok) return Response.json({ issues: [{ path: '$', message: body.message }] }, { status: body.status });
  try {
    const saved = await saveHouse(shop(), body.value, new Date());
    return saved.ok ? Response.json(saved) : Response.json({ issues: saved.issues }, { status: saved.status });
  } catch (error) {
    log().error({ err: error }, 'house rules were not saved');
    return Response.json(
      { issues: [{ path: '$', message: 'The rules could not be saved just now. What you typed stays: try again.' }] },
      { status: 503 },
    );
  }
}
