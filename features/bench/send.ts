import type { CloseBlocker, InputIssue } from '@/core/index.ts';
import type { PrintedEvent } from './jobFile.ts';
import { dropUnsent, keepPrinted, keepUnsent, keptOf, type Unsent } from './keptRecord.ts';

export type Sent =
  /** Nobody answered, or the database could not take it: it is kept and sent again. */
  | { readonly kind: 'out-of-reach' }
  | { readonly kind: 'written'; readonly events: readonly PrintedEvent[] }
  | { readonly kind: 'refused'; readonly issues: readonly InputIssue[]; readonly blockers: readonly CloseBlocker[] };

/**
 * Sends one event under its own id; sent twice it is written once.
 * @param known how many events of the job the sender has: the answer brings the rest
 */
export async function sendEvent({ id, jobId, at, personId, event }: Unsent, known: number): Promise<Sent> {
  try {
    const response = await fetch(`/api/jobs/${jobId}/events`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ id, at, personId, known, event }),
    });
    if (response.status >= 500) return { kind: 'out-of-reach' };
    const answer = (await response.json()) as {
      events?: PrintedEvent[];
      issues?: InputIssue[];
      blockers?: CloseBlocker[];
    };
    return response.ok
      ? { kind: 'written', events: answer.events ?? [] }
      : { kind: 'refused', issues: answer.issues ?? [], blockers: answer.blockers ?? [] };
  } catch {
    return { kind: 'out-of-reach' };
  }
}

/** Sends what waits of a job that is not open here, in order. False when the shop's computer is out of reach. */
export async function sendWaiting(jobId: string): Promise<boolean> {
  const { printed, unsent } = await keptOf(jobId);
  let known = printed.length;
  for (const next of unsent.filter((u) => u.refused === null)) {
    const sent = await sendEvent(next, known);
    if (sent.kind === 'out-of-reach') return false;
    if (sent.kind === 'refused') {
      await keepUnsent({ ...next, refused: { issues: sent.issues, blockers: sent.blockers } });
    } else {
      await keepPrinted(jobId, sent.events);
      await dropUnsent(next.id);
      known += sent.events.length;
    }
  }
  return true;
}
