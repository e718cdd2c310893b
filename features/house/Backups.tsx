import type { BackupStatus } from '@/keep/backup.ts';

const MOMENT = new Intl.DateTimeFormat('en-GB', { dateStyle: 'full', timeStyle: 'short' });
const size = (bytes: number) => (bytes < 1e6 ? `${Math.ceil(bytes / 1e3)} kB` : `${(bytes / 1e6).toFixed(1)} MB`);

/** When the record was last copied, and what went wrong with it. Made each time the page is asked for. */
export function Backups({ lastSuccess, lastFailure, folder }: BackupStatus & { readonly folder: string }) {
  return (
    <section className="mb-3 bg-sheet p-4" aria-label="Copies of the record">
      <h2 className="text-[1.3rem] font-extrabold">Copies of the record</h2>
      {lastFailure && (
        <p role="alert" className="my-2 bg-hazard px-3 py-2 font-bold text-on-hazard wrap-anywhere">
          The last copy failed on {MOMENT.format(new Date(lastFailure.at))}: {lastFailure.message}. It is tried again
          every hour.
        </p>
      )}
      <p className="mt-1 text-[1.1rem]">
        {lastSuccess ? (
          <>
            Last copied on <b>{MOMENT.format(new Date(lastSuccess.at))}</b>, {size(lastSuccess.bytes)}.
          </>
        ) : (
          <b>No copy was made yet: the first is made within a minute of the start.</b>
        )}{' '}
        One is made every night.
      </p>
      <p className="mt-1 max-w-3xl text-soft wrap-anywhere">
        They lie in {folder}, on the same disk as the record: take them to another one now and then. A backup is put
        back with <code>npm run restore</code>.
      </p>
    </section>
  );
}
