import 'server-only';
import { z } from 'zod';
import { type InputIssue, issuesOf } from '@/core/index.ts';
import type { Shop } from '@/db/shop.ts';
import type { Stand } from '../printedEvent.ts';
import { benchAfter, benchOf, keptBench, toldOf } from './benches.ts';
import { recordOf } from './records.ts';

/** What may wait in a browser before its own reasoner is awake. */
const MOST_EVENTS = 50;

const bodySchema = z.strictObject({
  known: z.number().int().min(0),
  events: z.array(z.unknown()).max(MOST_EVENTS),
});

export type Told =
  | { readonly ok: true; readonly stand: Stand }
  | { readonly ok: false; readonly status: 400 | 404 | 422; readonly issues: readonly InputIssue[] };

/**
 * Belief and plan of a job after events that may not be written yet: what a page asks whose own reasoner is not awake. Nothing is written.
 * @param raw `known`, how many written events to go on from, and the `events` after them
 */
export async function standAfter(shop: Shop, jobId: string, raw: unknown): Promise<Told> {
  const body = bodySchema.safeParse(raw);
  if (!body.success) return { ok: false, status: 400, issues: issuesOf(body.error, '$') };
  const { known, events } = body.data;
  let bench = keptBench(jobId, known);
  if (!bench) {
    const found = await recordOf(shop, jobId);
    if (!found) return refusal(404, '$', 'there is no such job');
    const { file } = found;
    if (file.events.length < known) return refusal(422, '$.known', 'the record is shorter than that');
    bench = benchOf(jobId, { ...file, events: file.events.slice(0, known) });
  }
  for (const [i, event] of events.entries()) {
    const after = benchAfter(bench, event, `$.events[${i}]`);
    if (!after.ok) return { ok: false, status: 422, issues: after.issues };
    bench = after.value;
  }
  return { ok: true, stand: toldOf(bench) };
}

const refusal = (status: 404 | 422, path: string, message: string): Told => ({
  ok: false,
  status,
  issues: [{ path, message }],
});
