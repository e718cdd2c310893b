import 'server-only';
import { UnreadableRecord } from '@/features/record/server/jobFile.ts';
import { type Brings, readJson } from '../readJson.ts';
import { reported } from './log.ts';

/** The gate gave every request an id; the log and whoever asked know it by that. */
export const requestId = (request: Request): string => request.headers.get('x-request-id') ?? 'none';

/**
 * Answers a request whatever comes of it. What failed goes to the log under the request's id, and the answer says that id and nothing else
 * of what went wrong inside.
 * @param failed what did not come about, for the log
 * @param told what whoever asked is told
 */
export async function handled(
  request: Request,
  { failed, told }: { readonly failed: string; readonly told: string },
  work: () => Promise<Response>,
): Promise<Response> {
  try {
    return await work();
  } catch (err) {
    if (err instanceof UnreadableRecord)
      return said(409, 'unread', `This version cannot read that record: ${err.message}`);
    const id = requestId(request);
    reported(err, failed, { request: id });
    return said(503, 'unavailable', `${told} If it stays so: it is in the log under ${id}.`);
  }
}

/** The same for a request that brings JSON. */
export const handledJson = (
  request: Request,
  words: { readonly failed: string; readonly told: string },
  work: (body: unknown) => Promise<Response>,
  brings: Brings = 'little',
): Promise<Response> =>
  handled(request, words, async () => {
    const body = await readJson(request, brings);
    return body.ok ? work(body.value) : said(body.status, 'not-json', body.message);
  });

const said = (status: number, code: string, message: string) =>
  Response.json({ code, issues: [{ path: '$', message }] }, { status });
