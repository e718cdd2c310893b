import Link from 'next/link';
import type { Reach } from './useInReach.ts';

const clock = (iso: string) => new Date(iso).toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' });

/** What is wrong with the shop's computer, where everybody sees it. */
export function ReachNotices({ reach: { outOfReach, backupFailed }, seenAt }: { reach: Reach; seenAt: string }) {
  return (
    <>
      {outOfReach && (
        <p role="status" className="bg-hazard px-3 py-2 font-bold text-on-hazard">
          {outOfReach === 'computer' ? "Out of reach of the shop's computer." : 'The record is out of reach.'} This is
          the floor as it stood at {clock(seenAt)}; machines opened on this device before can be worked on, and what is
          taken down is sent by itself.
        </p>
      )}
      {backupFailed && (
        <p role="alert" className="bg-hazard px-3 py-2 font-bold text-on-hazard">
          The last backup failed: the record is kept on this one disk only.{' '}
          <Link href="/rules" className="underline underline-offset-4">
            See why
          </Link>
        </p>
      )}
    </>
  );
}
