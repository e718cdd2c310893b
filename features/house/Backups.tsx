import type { BackupStatus } from '@/keep/backup.ts';

const MOMENT = new Intl.DateTimeFormat('en-GB', { dateStyle: 'full', timeStyle: 'short' });
const size = (bytes: number) => (bytes < 1e6 ? `${Math.ceil(bytes / 1e3)} kB` : `${(bytes / 1e6).toFixed(1)} MB`);

/** When the record was last copied, and what went wrong with it. Made each time the page is asked for. */
export function Backups({ lastSuccess, lastFailure, folder }: BackupStatus & { readonly folder: string }) {
  return (
    <section className="mb-3 bg-sheet px-4 py-3" aria-label="Copies of the record">
      {lastFailure && (
        <p role="alert" className="mb-2 bg-hazard px-3 py-2 font-bold text-on-hazard wrap-anywhere">
          The last copy failed on {MOMENT.format(new Date(lastFailure.at))}: {lastFailure.message}. It is tried again
          every hour.
        </p>
      )}
      <details>
        <summary className="flex min-h-tap cursor-pointer flex-wrap items-center gap-x-2 text-[1.1rem]">
          <h2 className="text-[1.3rem] font-extrabold">Copies of the record</h2>
          <span>
            {lastSuccess ? (
              <>
                last on <b>{MOMENT.format(new Date(lastSuccess.at))}</b>, {size(lastSuccess.bytes)}; one every night
              </>
            ) : (
              <b>none yet: the first is made within a minute of the start</b>
            )}
          </span>
          <span className="font-semibold underline decoration-line underline-offset-4">where they lie</span>
        </summary>
        <p className="max-w-3xl pb-1 wrap-anywhere">
          In {folder}, on the same disk as the record: take them to another one now and then. A backup is put back with{' '}
          <code>npm run restore</code>.
        </p>
      </details>
    </section>
  );
}
