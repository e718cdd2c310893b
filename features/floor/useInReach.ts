import { useRouter } from 'next/navigation';
import { useEffect, useState } from 'react';

const LOOK_MS = 5000;
/** A floor older than this is asked for again while somebody looks at it. */
const STALE_MS = 60_000;

/** Whether the shop's computer answers; and the floor kept fresh while it does. */
export function useInReach(seenAt: string): boolean {
  const router = useRouter();
  const [inReach, setInReach] = useState(true);
  useEffect(() => {
    let here = true;
    const look = async () => {
      if (document.visibilityState !== 'visible') return;
      const answers = await fetch('/api/health', { cache: 'no-store' }).then(
        (response) => response.ok,
        () => false,
      );
      if (!here) return;
      setInReach(answers);
      if (answers && Date.now() - Date.parse(seenAt) > STALE_MS) router.refresh();
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
  return inReach;
}
