'use client';
import { Button } from '@/ui/Button.tsx';

export function PrintButton() {
  return (
    <Button look="main" className="no-print mt-2" onClick={() => window.print()}>
      Print
    </Button>
  );
}
