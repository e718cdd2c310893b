import type { PrintedEvent, Refused } from '../printedEvent.ts';
import { dropPhoto, dropUnsent, keepPrinted, keepUnsent, keptOf, keptPhoto, type Unsent } from './keptRecord.ts';

export type Sent =
  /** Nobody answered: what waits of other jobs need not be tried either. */
  | { readonly kind: 'out-of-reach' }
  /** The server answered, and could not take it just now: it is kept and sent again. */
  | { readonly kind: 'again' }
  /** Nobody is signed in: it is sent once somebody is. */
  | { readonly kind: 'signed-out' }
  | { readonly kind: 'written'; readonly events: readonly PrintedEvent[] }
  | ({ readonly kind: 'refused' } & Refused);

/** A server that says nothing for so long is out of reach [ms]. */
const ANSWERS_WITHIN_MS = 20_000;

/** Answers that speak of the moment and not of the event: request timeout, too early, too many requests. */
const OF_THE_MOMENT = [408, 425, 429];

interface Answer {
  readonly code?: string;
  readonly events?: readonly PrintedEvent[];
  readonly issues?: Refused['issues'];
  readonly blockers?: Refused['blockers'];
}

/**
 * Sends one event under its own id; sent twice it is written once.
 * @param known how many events of the job the sender has: the answer brings the rest
 */
export async function sendEvent(
  { id, jobId, at, personId, session, signature, event, epoch }: Unsent,
  known: number,
): Promise<Sent> {
  let response: Response;
  let answer: Answer | null;
  const sha256 = 'photo' in event ? event.photo : undefined;
  const photo = sha256 === undefined ? undefined : await keptPhoto(sha256).catch(() => undefined);
  try {
    response = await fetch(`/api/jobs/${jobId}/events`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ id, at, personId, session, signature, known, epoch, event, photo }),
      signal: AbortSignal.timeout(ANSWERS_WITHIN_MS),
    });
    answer = await answerOf(response);
  } catch {
    return { kind: 'out-of-reach' };
  }
  // What says "well done" in other words than ours is not the shop's computer: a sign-in page of the network, say.
  if (response.ok) {
    if (!answer?.events) return { kind: 'out-of-reach' };
    if (sha256 !== undefined) void dropPhoto(sha256).catch(() => {});
    return { kind: 'written', events: answer.events };
  }
  if (response.status >= 500 || OF_THE_MOMENT.includes(response.status) || answer?.code === 'busy')
    return { kind: 'again' };
  if (response.status === 401 && answer?.code === 'signed-out') return { kind: 'signed-out' };
  const { issues = [], blockers = [] } = answer ?? {};
  return {
    kind: 'refused',
    blockers,
    issues: issues.length + blockers.length > 0 ? issues : [saidNoReason(response.status)],
  };
}

/** The answer, or null where it is not one of ours. @throws when the connection broke while it came */
async function answerOf(response: Response): Promise<Answer | null> {
  const text = await response.text();
  try {
    const answer = JSON.parse(text) as unknown;
    return typeof answer === 'object' ? answer : null;
  } catch {
    return null;
  }
}

const saidNoReason = (status: number) => ({
  path: '$',
  message: `the shop's computer, or something before it, would not take it and gave no reason (${status})`,
});

/** How it went with what waits of one job. */
export type Delivered = 'all' | 'again' | 'signed-out' | 'out-of-reach';

/** Of all tabs of this browser one sends a job's events, one after another; a browser without such locks sends some twice, which is once. */
export const aloneWith = <T>(jobId: string, work: () => Promise<T>): Promise<T> =>
  globalThis.navigator?.locks ? (navigator.locks.request(`ridge-send-${jobId}`, work) as Promise<T>) : work();

/** Sends what waits of a job that is not open here, in order, until one cannot be taken. */
export const sendWaiting = (jobId: string): Promise<Delivered> => aloneWith(jobId, () => sendInOrder(jobId));

async function sendInOrder(jobId: string): Promise<Delivered> {
  const { printed, unsent } = await keptOf(jobId);
  let known = printed.length;
  for (const next of unsent.filter((u) => u.refused === null)) {
    const sent = await sendEvent(next, known);
    if (sent.kind === 'out-of-reach' || sent.kind === 'again' || sent.kind === 'signed-out') return sent.kind;
    if (sent.kind === 'refused') {
      await keepUnsent({ ...next, refused: { issues: sent.issues, blockers: sent.blockers } });
    } else {
      await dropUnsent(next.id);
      await keepPrinted(jobId, sent.events);
      known += sent.events.length;
    }
  }
  return 'all';
}

/**
 * Sends what waits of every job. A job the server cannot take just now holds up no other; where nobody answers, the rest is left
 * for the next round.
 * @param onBench the job that is open here and sends by itself
 * @param onSent said after each job of which something was sent
 */
export async function sendAllWaiting(
  waiting: Iterable<readonly [jobId: string, { readonly unsent: number }]>,
  onBench: string | undefined,
  onSent: () => void,
): Promise<void> {
  for (const [jobId, { unsent }] of waiting) {
    if (unsent === 0 || jobId === onBench) continue;
    const delivered = await sendWaiting(jobId);
    if (delivered === 'out-of-reach' || delivered === 'signed-out') return;
    onSent();
  }
}
