'use client';
import { type ReactNode, useState } from 'react';
import { Button } from './Button.tsx';

/** What cannot be taken back: done at the second tap; looked away from, it is asked anew. */
export function SureButton({ onSure, children }: { onSure: () => void; children: ReactNode }) {
  const [sure, setSure] = useState(false);
  return (
    <Button
      look="stop"
      className="ml-auto"
      onBlur={() => setSure(false)}
      onClick={() => {
        setSure(!sure);
        if (sure) onSure();
      }}
    >
      {children}
      {sure && ': sure?'}
    </Button>
  );
}
