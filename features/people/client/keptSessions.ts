import { type KeptSession, kept } from '@/features/record/client/browserDatabase.ts';

export type { KeptSession } from '@/features/record/client/browserDatabase.ts';

export const keptSession = async (id: string): Promise<KeptSession | undefined> => (await kept()).get('sessions', id);
export const keptSessions = async (): Promise<KeptSession[]> => (await kept()).getAll('sessions');

/** So long is a key kept after its session ended: what waits may still be signed anew. */
const KEPT_MS = 24 * 3600_000;

/** Keeps a session; of a person the one opened last, and of those that are long over none. */
export async function keepSession(session: KeptSession): Promise<void> {
  const db = await kept();
  await db.put('sessions', session);
  for (const old of await db.getAll('sessions'))
    if (old.id !== session.id && Date.parse(old.endsAt) < Date.now() - KEPT_MS) await db.delete('sessions', old.id);
}

export const dropSession = async (id: string): Promise<void> => (await kept()).delete('sessions', id);
