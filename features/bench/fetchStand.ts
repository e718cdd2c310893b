import type { RawEvent } from '@/core/index.ts';
import type { Stand } from '@/features/record/printedEvent.ts';

/**
 * What the server believes after a record, and would check next; null where it does not say.
 * @param known how many events, from the first, the server certainly has
 */
export async function fetchStand(jobId: string, known: number, record: readonly RawEvent[]): Promise<Stand | null> {
  const response = await fetch(`/api/jobs/${jobId}/stand`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ known, events: record.slice(known) }),
  });
  return response.ok ? ((await response.json()) as Stand) : null;
}
