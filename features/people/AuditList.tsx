import type { Audited } from '@/db/audit.ts';
import { Moment } from '@/ui/Moment.tsx';

interface Line {
  readonly id: string;
  readonly what: Audited;
  readonly at: string;
  readonly who: string | null;
  readonly about: string | null;
}

const WORDS: Readonly<Record<Audited, string>> = {
  'signed-in': 'signed in',
  'signed-out': 'signed out',
  'wrong-key': 'wrong PIN or password',
  'owner-made': 'became the first owner',
  'person-changed': 'changed a person',
  'key-changed': 'changed a key',
  'tablet-enrolled': 'took in a tablet',
  'tablet-withdrawn': 'withdrew a tablet',
  'session-withdrawn': 'ended where somebody was signed in',
  'job-taken-out': 'took a whole job out',
  'job-taken-in': 'took in a job of another shop',
  'table-taken': 'took a table of the shop out',
  'file-taken': 'took a job or an engine sheet out as a file',
  'audit-taken': 'took this list out',
  'link-made': 'gave out a link',
  'link-withdrawn': 'withdrew a link',
  'gate-passed-over': 'passed over a gate',
  refused: 'was refused',
};

/** What was done with keys lately: sign-ins, files taken out, gates passed over. */
export function AuditList({ lines }: { lines: readonly Line[] }) {
  return (
    <section aria-label="What was done with keys" className="border-t-8 border-iron bg-sheet p-3">
      <h2 className="flex flex-wrap items-baseline justify-between gap-3 text-[1.4rem] font-extrabold">
        What was done with keys
        <a href="/api/audit" download className="text-[1rem] font-semibold underline underline-offset-4">
          All of it as a table
        </a>
      </h2>
      <ol className="mt-2 divide-y divide-line text-[0.95rem]">
        {lines.map(({ id, what, at, who, about }) => (
          <li key={id} className="flex flex-wrap gap-x-3 py-1">
            <Moment at={at} className="text-soft tabular-nums" />
            <span>
              <b>{who ?? 'Somebody'}</b> {WORDS[what]}
              {about && <span className="text-soft wrap-anywhere"> · {about}</span>}
            </span>
          </li>
        ))}
      </ol>
    </section>
  );
}
