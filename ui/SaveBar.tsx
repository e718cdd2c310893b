import type { ReactNode } from 'react';
import { Button } from './Button.tsx';

/** The strip under a long form: what saves it, how it stands, what is wrong, and the ways from here. */
export function SaveBar({
  label,
  saving,
  status,
  wrong,
  children,
}: {
  label: string;
  saving: boolean;
  status: ReactNode;
  /** What keeps it from being saved; null where nothing does. */
  wrong: string | null;
  /** Links, each with `SAVE_BAR_LINK`. */
  children: ReactNode;
}) {
  return (
    <div
      data-sticky
      className="fixed inset-x-0 bottom-0 flex flex-wrap items-center gap-x-5 gap-y-2 border-t-2 border-iron bg-ground px-4 py-2"
    >
      <Button type="submit" look="main" className="text-[1.15rem]" disabled={saving}>
        {label}
      </Button>
      <p role="status" className="min-w-0 flex-1 basis-40">
        {status}
      </p>
      {wrong && (
        <p role="alert" className="order-last basis-full font-bold text-rust">
          {wrong}
        </p>
      )}
      {children}
    </div>
  );
}

export const SAVE_BAR_LINK = 'min-h-tap content-center font-semibold underline underline-offset-4';
