'use client';
import { usePathname } from 'next/navigation';
import { useEffect } from 'react';

const EVERY_MS = 5000;
/** Said on the window whenever something that waited was sent. */
export const COURIER_WENT = 'ridge-courier-went';

/**
 * Keeps pages for the time the shop's computer is out of reach, and sends what waits of other jobs than the one on the
 * bench: readings do not depend on somebody opening that job again.
 */
export function Courier() {
  const path = usePathname();
  useEffect(() => {
    // Browsers keep pages only for an address that is safe (https, or this very machine).
    // What a customer was given to read is kept nowhere.
    if (process.env.NODE_ENV !== 'production' || !('serviceWorker' in navigator) || path.startsWith('/s/')) return;
    void navigator.serviceWorker
      .register('/sw.js', { updateViaCache: 'none' })
      .then(() => navigator.serviceWorker.ready)
      .then((worker) => worker.active?.postMessage({ keep: path }))
      .catch((error) => console.error(error));
  }, [path]);
  useEffect(() => {
    let going = false;
    const onBench = /^\/jobs\/([^/]+)$/.exec(path)?.[1];
    const go = async () => {
      if (going) return;
      going = true;
      try {
        const [{ sendAllWaiting }, { waitingByJob }, { tellSwitch }] = await Promise.all([
          import('./send.ts'),
          import('./keptRecord.ts'),
          import('@/features/people/client/keyring.ts'),
        ]);
        await tellSwitch();
        await sendAllWaiting(await waitingByJob(), onBench, () => window.dispatchEvent(new Event(COURIER_WENT)));
      } catch {
        // This browser keeps nothing: there is nothing to send.
      } finally {
        going = false;
      }
    };
    void go();
    const timer = setInterval(go, EVERY_MS);
    window.addEventListener('online', go);
    return () => {
      clearInterval(timer);
      window.removeEventListener('online', go);
    };
  }, [path]);
  return null;
}
