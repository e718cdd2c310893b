'use client';
import { useState } from 'react';
import { Button } from '@/ui/Button.tsx';

/** A few lines to be sent to the customer, ready to be copied or changed. */
export function TextToSend({ text }: { text: string }) {
  const [typed, setTyped] = useState(text);
  const [copied, setCopied] = useState(false);
  const copy = async () => {
    try {
      await navigator.clipboard.writeText(typed);
      setCopied(true);
    } catch {
      // Where the browser does not let a page copy, the text is there to be marked by hand.
      setCopied(false);
    }
  };
  return (
    <section aria-label="Text to send" className="no-print mt-4 border-t-2 border-ink pt-3">
      <label className="block">
        <span className="font-extrabold">A text to send</span>
        <textarea
          value={typed}
          rows={3}
          onChange={(e) => {
            setTyped(e.target.value);
            setCopied(false);
          }}
          className="w-full border-2 border-line bg-sheet px-2 py-1"
        />
      </label>
      <Button onClick={() => void copy()}>{copied ? 'Copied' : 'Copy it'}</Button>
    </section>
  );
}
