'use client';
import { Button } from '@/ui/Button.tsx';

/** Only what failed on the server, or could not be fetched from it, speaks of the server. */
const isOfServer = (error: Error & { digest?: string }) =>
  error.digest !== undefined || error.name === 'ChunkLoadError';

/** Asked anew from the server: to draw again what it answered would show the same. */
export default function Trouble({ error }: { error: Error & { digest?: string } }) {
  return (
    <main className="mx-auto max-w-2xl p-8">
      <h1 className="text-[1.9rem] font-extrabold">
        {isOfServer(error) ? "The shop's computer does not answer" : 'This page broke down'}
      </h1>
      <p className="mt-2 text-[1.1rem]">
        Nothing that was recorded is lost.{' '}
        {isOfServer(error)
          ? 'Look whether the terminal where Ridge Bolt runs says something, then try again.'
          : 'The shop’s computer is not to blame: open the page again and go on.'}
      </p>
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
