'use client';
import { useEffect, useState } from 'react';
import type { Health } from '@/features/shop/server/health.ts';
import { Button } from '@/ui/Button.tsx';

const LOOK_MS = 3000;

/** Only what failed on the server, or could not be fetched from it, speaks of the server. */
const isOfServer = (error: Error & { digest?: string }) =>
  error.digest !== undefined || error.name === 'ChunkLoadError';

/** Whether the record is out of reach; the page is asked for again by itself once it is back. */
function useRecordOut(isAsked: boolean): boolean {
  const [isOut, setIsOut] = useState(false);
  useEffect(() => {
    if (!isAsked) return;
    let wasOut = false;
    const look = async () => {
      const health = await fetch('/api/health', { cache: 'no-store' })
        .then((response) => response.json() as Promise<Health>)
        .catch(() => null);
      if (health?.ready && wasOut) location.reload();
      wasOut ||= health?.ready === false;
      setIsOut(wasOut);
    };
    void look();
    const timer = setInterval(look, LOOK_MS);
    return () => clearInterval(timer);
  }, [isAsked]);
  return isOut;
}

const WORDS = {
  record: [
    'The record is out of reach',
    'The database does not answer just now. This page goes on by itself once it does.',
  ],
  server: [
    "The shop's computer does not answer",
    'Look whether the terminal where Ridge Bolt runs says something, then try again.',
  ],
  page: ['This page broke down', 'The shop’s computer is not to blame: open the page again and go on.'],
} as const;

/** Asked anew from the server: to draw again what it answered would show the same. */
export default function Trouble({ error }: { error: Error & { digest?: string } }) {
  const isOut = useRecordOut(isOfServer(error));
  const [title, todo] = WORDS[isOut ? 'record' : isOfServer(error) ? 'server' : 'page'];
  return (
    <main className="mx-auto max-w-2xl p-8">
      <h1 className="text-[1.9rem] font-extrabold">{title}</h1>
      <p className="mt-2 text-[1.1rem]">Nothing that was recorded is lost. {todo}</p>
      {error.digest && (
        <p className="mt-2 text-soft">
          In the log it stands under <span className="font-mono font-bold">{error.digest}</span>, request{' '}
          <span className="font-mono font-bold">{document.documentElement.dataset.request}</span>.
        </p>
      )}
      <Button look="main" className="mt-4" onClick={() => location.reload()}>
        Try again
      </Button>
    </main>
  );
}
