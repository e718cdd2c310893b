import Papa from 'papaparse';
import { auditOf } from '@/db/audit.ts';
import { shop } from '@/db/client.ts';
import { everyPerson } from '@/db/people.ts';
import { handledFor } from '@/features/people/server/handledAs.ts';
import { audit } from '@/keys/signIn.ts';

export const dynamic = 'force-dynamic';

const WORDS = { failed: 'the audit was not handed out', told: 'The list cannot be read just now.' };
const MOST = 50_000;

/** What was done with keys, as a table for other programs. What a sheet would take for a formula is marked as text. */
export const GET = (request: Request) =>
  handledFor(request, WORDS, async (who) => {
    const db = shop();
    await audit(db, new Date(), 'audit-taken', who);
    const people = await everyPerson(db);
    const rows = (await auditOf(db, MOST)).map(({ at, what, personId, sessionId, about }) => ({
      at: at.toISOString(),
      what,
      who: people.find((p) => p.id === personId)?.name ?? '',
      session: sessionId ?? '',
      about: about ?? '',
    }));
    return new Response(`${Papa.unparse(rows, { escapeFormulae: true })}\r\n`, {
      headers: {
        'content-type': 'text/csv; charset=utf-8',
        'content-disposition': 'attachment; filename="keys.csv"',
        'cache-control': 'no-store',
      },
    });
  });
