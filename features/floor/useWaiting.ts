import { useEffect, useState } from 'react';
import { COURIER_WENT } from '@/features/record/client/Courier.tsx';
import { type Waiting, waitingByJob } from '@/features/record/client/keptRecord.ts';

const NOTHING: Waiting = { unsent: 0, refused: 0 };

/** What of a job waits in this browser. */
export function useWaiting(jobId: string): Waiting {
  const [waiting, setWaiting] = useState(NOTHING);
  useEffect(() => {
    let here = true;
    const look = () =>
      void waitingByJob().then(
        (all) => here && setWaiting(all.get(jobId) ?? NOTHING),
        () => {},
      );
    look();
    window.addEventListener(COURIER_WENT, look);
    return () => {
      here = false;
      window.removeEventListener(COURIER_WENT, look);
    };
  }, [jobId]);
  return waiting;
}
