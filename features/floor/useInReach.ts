import { useRouter } from 'next/navigation';
import { useEffect, useState } from 'react';
import type { Health } from '@/features/shop/server/health.ts';

const LOOK_MS = 5000;
/** A floor older than this is asked for again while somebody looks at it. */
const STALE_MS = 60_000;

/** How the shop's computer is, as far as a floor says it. */
export interface Reach {
  /** `record`: the computer answers, and its database does not. */
  readonly outOfReach: 'computer' | 'record' | null;
  /** Why the last backup failed. */
  readonly backupFailed: string | null;
}

/** Whether the shop's computer answers; and the floor kept fresh while it does. */
export function useInReach(seenAt: string, first: Pick<Reach, 'backupFailed'>): Reach {
  const router = useRouter();
  const [reach, setReach] = useState<Reach>({ outOfReach: null, ...first });
  useEffect(() => {
    let here = true;
    const look = async () => {
      if (document.visibilityState !== 'visible') return;
      const health = await fetch('/api/health', { cache: 'no-store' })
        .then((response) => response.json() as Promise<Health>)
        .catch(() => null);
      if (!here) return;
      setReach((before) => ({
        outOfReach: health?.alive ? (health.ready ? null : 'record') : 'computer',
        backupFailed: health?.alive ? health.backupFailed : before.backupFailed,
      }));
      if (health?.ready && Date.now() - Date.parse(seenAt) > STALE_MS) router.refresh();
    };
    void look();
    const timer = setInterval(look, LOOK_MS);
    const seen = () => void look();
    document.addEventListener('visibilitychange', seen);
    return () => {
      here = false;
      clearInterval(timer);
      document.removeEventListener('visibilitychange', seen);
    };
  }, [seenAt, router]);
  return reach;
}
