import 'server-only';
import { z } from 'zod';
import type { Shop } from '@/db/shop.ts';
import type { SignedIn } from '@/keys/admitted.ts';
import { type Action, may, type StaffRole } from '@/keys/permissions.ts';
import { audit, signerOf } from '@/keys/signIn.ts';
import { signedText } from '@/keys/tokens.ts';
import { type Recorded, recordEvent } from './recordEvent.ts';

const envelope = z.looseObject({
  id: z.string(),
  at: z.string(),
  event: z.unknown(),
  /** Whom the page believed it to be. */
  personId: z.string().optional(),
  session: z.string().max(36).optional(),
  signature: z.string().max(64).optional(),
});

/** What it takes to put an event of that kind on the record. */
export function actionOfEvent(event: unknown): Action {
  const has = (key: string) => typeof event === 'object' && event !== null && key in event;
  if (has('close')) return 'job.close';
  return has('letIn') || has('waived') ? 'job.override' : 'job.record';
}

const refused = (status: 403 | 409, code: string, message: string): Recorded => ({
  ok: false,
  status,
  code,
  issues: [{ path: '$', message }],
});

/** Told to whom may not. */
const MAY_NOT: Readonly<Partial<Record<Action, string>>> = {
  'job.close': 'a learner does not close a job: hand it to a technician',
  'job.override': 'a learner does not pass over a gate: hand it to a technician',
};

interface Signer {
  readonly personId: string;
  readonly role: StaffRole;
  readonly sessionId: string;
}

/**
 * Takes down an event under the name of whoever was signed in when it was taken down, by the server's own word: of what is signed, whose
 * session signed it; of what is not, who is signed in now.
 */
export async function takeEvent(shop: Shop, jobId: string, raw: unknown, from: SignedIn, now: Date): Promise<Recorded> {
  const read = envelope.safeParse(raw);
  // What is no event at all is refused as such.
  if (!read.success) return recordEvent(shop, jobId, raw, now);
  const { session, signature, personId, ...rest } = read.data;
  let signer: Signer = from;
  if (session !== undefined && signature !== undefined) {
    const { id, at, event } = rest;
    const text = signedText(jobId, id, at, event);
    const found = await signerOf(shop, { session, signature, at: new Date(at), text }, from, now);
    if (!found.ok) return refused(403, 'signature', found.message);
    signer = found;
  }
  if (personId !== undefined && personId !== signer.personId)
    return refused(409, 'other-person', 'somebody else is signed in on this device now: take it down anew');
  const action = actionOfEvent(rest.event);
  if (!may(signer.role, action)) {
    await audit(shop, now, 'refused', signer, `${action} ${jobId}`);
    return refused(403, 'not-allowed', MAY_NOT[action] ?? 'that may not be done under this name');
  }
  const recorded = await recordEvent(shop, jobId, { ...rest, personId: signer.personId }, now);
  if (recorded.ok && action === 'job.override' && !recorded.duplicate)
    await audit(shop, now, 'gate-passed-over', signer, jobId);
  return recorded;
}
