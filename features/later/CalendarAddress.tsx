'use client';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { Button } from '@/ui/Button.tsx';

/** An address a calendar asks by itself. It is shown once: what is kept of it cannot be read. */
export function CalendarAddress({ links }: { links: readonly { readonly id: string; readonly at: string }[] }) {
  const [address, setAddress] = useState<string | null>(null);
  const [wrong, setWrong] = useState(false);
  const router = useRouter();
  const ask = async (body: object) => {
    setWrong(false);
    try {
      const answer = await fetch('/api/later/feed', {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify(body),
      });
      if (!answer.ok) throw new Error('refused');
      const { token } = (await answer.json()) as { token?: string };
      setAddress(token ? `${location.origin}/api/later/feed/${token}` : null);
      router.refresh();
    } catch {
      setWrong(true);
    }
  };
  return (
    <div className="mt-2 space-y-2">
      <Button onClick={() => void ask({ make: true })}>Make an address for a calendar</Button>
      {address && (
        <p role="status">
          Give this to your calendar; it is shown once:{' '}
          <output className="block border-2 border-line bg-well px-2 py-1 font-bold wrap-anywhere">{address}</output>
        </p>
      )}
      {links.length > 0 && (
        <ul className="space-y-1">
          {links.map(({ id, at }) => (
            <li key={id} className="flex items-center gap-3">
              An address made {at.slice(0, 10)}
              <Button
                look="stop"
                aria-label={`Take back the address made ${at}`}
                onClick={() => void ask({ withdraw: id })}
              >
                Take it back
              </Button>
            </li>
          ))}
        </ul>
      )}
      {wrong && (
        <p role="alert" className="font-bold text-rust">
          It could not be done just now: try again.
        </p>
      )}
    </div>
  );
}
