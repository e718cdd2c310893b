'use client';
import { Button } from '@/ui/Button.tsx';

/** Asked anew from the server: to draw again what it answered would show the same. */
export default function Trouble() {
  return (
    <main className="mx-auto max-w-2xl p-8">
      <h1 className="text-[1.9rem] font-extrabold">The shop's computer does not answer</h1>
      <p className="mt-2 text-[1.1rem]">
        Nothing that was recorded is lost. Look whether the terminal where Ridge Bolt runs says something, then try
        again.
      </p>
      <Button look="main" className="mt-4" onClick={() => location.reload()}>
        Try again
      </Button>
    </main>
  );
}
