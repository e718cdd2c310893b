import type { FloorRow } from './loadFloor.ts';

/** Why a promise will hardly be kept, in a few words; null where nothing speaks against it. */
export function atRisk({ promisedOn, state }: Pick<FloorRow, 'promisedOn' | 'state'>, today: string): string | null {
  if (promisedOn === null) return null;
  if (promisedOn < today) return 'is late';
  if (!state || state.phase === 'unread' || state.phase === 'closed') return null;
  const waits = state.dueOn ?? state.standsUntil?.slice(0, 10) ?? null;
  if (waits !== null && waits > promisedOn) return `waits until ${waits}, promised for ${promisedOn}`;
  return promisedOn === today && state.phase === 'tracing' ? 'is promised for today, and not found yet' : null;
}
