'use client';
import { useSyncExternalStore } from 'react';

const nothing = () => () => {};

/** A moment by the clock of whoever reads it; by Greenwich until their browser says where they are. */
export function Moment({ at, className }: { at: string; className?: string }) {
  const here = useSyncExternalStore(
    nothing,
    () => true,
    () => false,
  );
  const shown = here ? new Date(Date.parse(at) - 60_000 * new Date(at).getTimezoneOffset()).toISOString() : at;
  return (
    <time dateTime={at} className={className}>
      {shown.slice(0, 10)} {shown.slice(11, 16)}
    </time>
  );
}
