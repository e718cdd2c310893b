'use client';
import { useEffect, useState } from 'react';
import { keptPhoto } from '@/features/record/client/keptRecord.ts';

/** A photo of a job; one that is not sent yet is shown from this browser. Pressed, it fills the screen. */
export function PhotoOf({ jobId, sha256, what }: { jobId: string; sha256: string; what: string }) {
  const [here, setHere] = useState<string | null | undefined>(undefined);
  const [lost, setLost] = useState(false);
  useEffect(() => {
    let on = true;
    keptPhoto(sha256).then(
      (base64) => on && setHere(base64 === undefined ? null : `data:image/jpeg;base64,${base64}`),
      () => on && setHere(null),
    );
    return () => {
      on = false;
    };
  }, [sha256]);
  if (here === undefined) return <span className="inline-block size-16 bg-well" />;
  const address = here ?? `/api/jobs/${jobId}/photos/${sha256}`;
  if (lost) return <span className="text-[0.9rem] text-soft">Photo: out of reach just now</span>;
  return (
    <a href={address} target="_blank" rel="noreferrer" className="inline-block" aria-label={`Photo: ${what}`}>
      {/* biome-ignore lint/performance/noImgElement: its address never changes, and it is small already */}
      <img src={address} alt={what} className="h-20 w-auto border-2 border-line" onError={() => setLost(true)} />
    </a>
  );
}
