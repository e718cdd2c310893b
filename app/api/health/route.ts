import { sql } from 'drizzle-orm';
import { database } from '@/db/client.ts';

export const dynamic = 'force-dynamic';

/** Whether the pages can reach their database. */
export async function GET() {
  try {
    await database().execute(sql`select 1`);
    return Response.json({ ok: true });
  } catch {
    return Response.json({ ok: false, message: 'The database does not answer.' }, { status: 503 });
  }
}
